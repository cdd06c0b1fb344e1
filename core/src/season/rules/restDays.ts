import { daysOf, inWords, type Rule } from './rule.ts';

/** At least two rest days a week. */
export const restDays: Rule = {
  id: 'rest-days',
  name: 'Rest days',
  says: 'there are too few rest days',
  reason: 'Fitness comes on the days off; at most 20 points count as one.',
  holds: (season, week) => {
    const rest = daysOf(season, week).filter(({ word }) => word === 'rest').length;
    return `${inWords(rest)} rest day${rest === 1 ? '' : 's'}`;
  },
  broken: (season, week) => {
    const asked = season.input.rider.settings.restDays;
    const rest = daysOf(season, week).filter(({ word }) => word === 'rest').length;
    return rest >= asked
      ? []
      : [
          {
            date: week.said.monday,
            figure: `${inWords(rest)} rest day${rest === 1 ? '' : 's'}, ${inWords(asked)} asked`,
            works: [],
          },
        ];
  },
};
