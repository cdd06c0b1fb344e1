import { isCeiling } from '../dayWord.ts';
import { daysOf, isOver, nameOfDay, type Rule } from './rule.ts';

/** Ceiling work after a rest or easy day, and not in a week that is too much. */
export const ceilingFresh: Rule = {
  id: 'ceiling-fresh',
  name: 'Ceiling work on fresh legs',
  says: 'ceiling work falls on tired legs',
  reason: 'Tired legs do not reach the watts that raise the ceiling.',
  holds: (season, week) =>
    daysOf(season, week).some((day) => day.works.some(isCeiling))
      ? 'ceiling work on fresh legs'
      : null,
  broken: (season, week) =>
    daysOf(season, week).flatMap((day) => {
      const reps = day.works.filter((work) => isCeiling(work) && work.ridden === null);
      if (reps.length === 0 || isOver(season, day)) return [];
      const before = season.days[day.at - 1];
      const works = reps.map(({ id }) => id);
      const tired = before !== undefined && before.word !== 'rest' && before.word !== 'easy';
      if (tired)
        return [
          {
            date: day.day.date,
            figure: `${nameOfDay(day.at)} has ceiling work after a ${before.word} ${nameOfDay(day.at - 1 + 7)}`,
            works,
          },
        ];
      return week.tooMuch
        ? [
            {
              date: day.day.date,
              figure: `ceiling work on ${nameOfDay(day.at)} of a week that is too much`,
              works,
            },
          ]
        : [];
    }),
};
