import type { Reckoned, WeekReckoned } from '../reckoned.ts';
import { inWords, type Rule } from './rule.ts';

/** Load weeks in a row up to and with a week; one that was ridden easily counts as easy. */
export function loadWeeksTo({ weeks }: Reckoned, week: WeekReckoned): number {
  let count = 0;
  for (let index = weeks.indexOf(week); index >= 0; index -= 1) {
    const { said, easyAlready } = weeks[index] as WeekReckoned;
    if (said.kind !== 'load' || easyAlready) break;
    count += 1;
  }
  return count;
}

/** How many load weeks a rider has in a row at most. */
export function mostLoadWeeks({ input: { rider } }: Reckoned): number {
  const { loadWeeks, mastersLoadWeeks } = rider.settings;
  return rider.masters ? Math.min(loadWeeks, mastersLoadWeeks) : loadWeeks;
}

/** At most three load weeks in a row, masters two. */
export const easyWeek: Rule = {
  id: 'easy-week',
  name: 'Easy week',
  says: 'an easy week is missing',
  reason: 'Load builds nothing without a week to take it in.',
  holds: (season, week) => {
    if (week.said.kind === 'easy') return 'an easy week';
    const count = loadWeeksTo(season, week);
    return count === 0 ? null : `load week ${count} of at most ${mostLoadWeeks(season)} in a row`;
  },
  broken: (season, week) => {
    const [count, most] = [loadWeeksTo(season, week), mostLoadWeeks(season)];
    return count <= most
      ? []
      : [
          {
            date: week.said.monday,
            figure: `load week ${count} in a row, an easy one after ${inWords(most)}`,
            works: [],
          },
        ];
  },
};
