import { minutesOfWork } from '../dayLoad.ts';
import { daysOf, hoursSaid, isOver, nameOfDay, type Rule } from './rule.ts';

/** No day over its hours. */
export const hours: Rule = {
  id: 'hours',
  name: 'Hours',
  says: 'a day is longer than its hours',
  reason: 'What does not fit the day is not ridden.',
  holds: (season, week) =>
    daysOf(season, week).every(({ day }) => day.hours === null) ? null : 'no day over its hours',
  broken: (season, week) =>
    daysOf(season, week).flatMap((day) => {
      const given = day.day.hours;
      const minutes = day.works.reduce((sum, work) => sum + minutesOfWork(work), 0);
      // What comes back every week has its own time: alone on a day it is within any hours.
      const fixed = day.works.every(({ fixture }) => fixture);
      // Whole minutes: a session of 1 h 00:20 fits an hour.
      return given === null || fixed || isOver(season, day) || minutes <= given * 60 + 0.5
        ? []
        : [
            {
              date: day.day.date,
              figure: `${hoursSaid(minutes)} on ${nameOfDay(day.at)}, ${given === 0 ? 'which has none' : `${hoursSaid(given * 60)} given`}`,
              works: day.works.map(({ id }) => id),
            },
          ];
    }),
};
