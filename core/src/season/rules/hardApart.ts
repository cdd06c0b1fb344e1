import { isHard } from '../dayWord.ts';
import type { Reckoned, WeekReckoned } from '../reckoned.ts';
import { daysOf, inWords, isOver, nameOfDay, type Rule } from './rule.ts';

const BETWEEN = { base: 2, build: 1 } as const;

/** Hard days that lie too close behind another: their places, the one before and the days between. */
function tooClose(season: Reckoned, week: WeekReckoned) {
  const between = BETWEEN[week.said.period];
  return daysOf(season, week).flatMap((day) => {
    if (day.word !== 'hard' || isOver(season, day)) return [];
    for (let gap = 1; gap <= between; gap += 1)
      if (season.days[day.at - gap]?.word === 'hard') return [{ day, gap }];
    return [];
  });
}

/** At least one day between hard days, two in the base period. */
export const hardApart: Rule = {
  id: 'hard-apart',
  name: 'Hard days apart',
  says: 'two hard days lie too close',
  reason: 'A hard day needs a day after it before the next is worth riding.',
  holds: (_season, { said }) =>
    `${inWords(BETWEEN[said.period])} day${said.period === 'base' ? 's' : ''} between the hard days`,
  broken: (season, week) =>
    tooClose(season, week).map(({ day, gap }) => ({
      date: day.day.date,
      figure:
        gap === 1
          ? `${nameOfDay(day.at - 1)} and ${nameOfDay(day.at)} are both hard`
          : `${inWords(gap - 1)} day between the hard days ${nameOfDay(day.at - gap)} and ${nameOfDay(day.at)}; two in base`,
      works: day.works.filter(isHard).map(({ id }) => id),
    })),
};
