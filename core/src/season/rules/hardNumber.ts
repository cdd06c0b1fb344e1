import { daysFrom } from '../week.ts';
import { daysOf, inWords, type Rule } from './rule.ts';

/** In the last weeks before the goal two more are accepted. */
const LAST_DAYS = 28;

/** No more hard days than usual; one more is optional, two more cannot be sustained. */
export const hardNumber: Rule = {
  id: 'hard-number',
  name: 'Number of hard days',
  says: 'there are more hard days than usual',
  reason: 'Two more than usual is not to be sustained.',
  holds: (season, week) => {
    const hard = daysOf(season, week).filter(({ word }) => word === 'hard').length;
    const more = hard - season.input.rider.hardDays;
    return `${inWords(hard)} hard day${hard === 1 ? '' : 's'}${more === 1 ? ', one of them optional' : ''}`;
  },
  broken: (season, week) => {
    const { rider, goal } = season.input;
    const hard = daysOf(season, week).filter(({ word }) => word === 'hard').length;
    const toGoal = goal ? daysFrom(week.said.monday, goal.date) : null;
    const last = toGoal !== null && toGoal >= 0 && toGoal < LAST_DAYS;
    return hard < rider.hardDays + 2 || last
      ? []
      : [
          {
            date: week.said.monday,
            figure: `${inWords(hard)} hard days, usually ${inWords(rider.hardDays)}: not to be sustained`,
            works: [],
          },
        ];
  },
};
