import type { DayReckoned, Reckoned, WeekReckoned } from '../reckoned.ts';
import type { Work } from '../week.ts';
import { daysOf, inWords, isOver, nameOfDay, type Rule } from './rule.ts';

const isUnfuelled = ({ planned }: Work): boolean => planned?.unfuelled === true;

function whyNot(season: Reckoned, day: DayReckoned): string | null {
  if (day.word === 'hard') return `${nameOfDay(day.at)} is unfuelled and hard`;
  if (season.days[day.at + 1]?.word === 'hard')
    return `unfuelled on ${nameOfDay(day.at)}, the day before a hard one`;
  const before = season.days[day.at - 1];
  // What was eaten on a ride is not known until fuel is kept: of one that is over nobody can say it was fuelled.
  return before && isOver(season, before) && (before.word === 'hard' || before.word === 'long')
    ? `unfuelled on ${nameOfDay(day.at)}, after a ${before.word} day of which nobody said how it was fuelled`
    : null;
}

function ridesOf(season: Reckoned, week: WeekReckoned): DayReckoned[] {
  return daysOf(season, week).filter((day) => day.works.some(isUnfuelled));
}

/** At most one unfuelled ride a week, never on or before a hard day. */
export const unfuelled: Rule = {
  id: 'unfuelled',
  name: 'Unfuelled',
  says: 'an unfuelled ride lies too close to hard work',
  reason: 'Empty stores need a day to fill before they are asked for.',
  holds: (season, week) =>
    ridesOf(season, week).length === 0 ? null : 'one unfuelled ride, away from hard days',
  broken: (season, week) => {
    const days = ridesOf(season, week);
    const works = days.flatMap((day) => day.works.filter(isUnfuelled)).map(({ id }) => id);
    const close = days
      .filter((day) => !isOver(season, day))
      .flatMap((day) => {
        const figure = whyNot(season, day);
        return figure === null ? [] : [{ date: day.day.date, figure, works }];
      });
    return works.length > 1
      ? [
          {
            date: week.said.monday,
            figure: `${inWords(works.length)} unfuelled rides in the week, at most one`,
            works,
          },
          ...close,
        ]
      : close;
  },
};
