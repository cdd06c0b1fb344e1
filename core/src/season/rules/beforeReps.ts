import { isCeiling } from '../dayWord.ts';
import { daysOf, isOver, nameOfDay, type Rule } from './rule.ts';

/** Endurance on a ceiling day lies before the reps. */
export const beforeReps: Rule = {
  id: 'before-reps',
  name: 'Endurance on a ceiling day',
  says: 'Endurance lies behind the reps of a ceiling day',
  reason: 'After the reps it only costs freshness; before them it warms.',
  holds: (season, week) =>
    daysOf(season, week).some(
      (day) => day.works.some(isCeiling) && day.works.some(({ planned }) => planned?.endurance),
    )
      ? 'Endurance before the reps'
      : null,
  broken: (season, week) =>
    daysOf(season, week).flatMap((day) => {
      const works = day.works;
      const reps = works.findIndex((work) => isCeiling(work) && work.ridden === null);
      const after = works
        .slice(reps + 1)
        .filter(({ planned, ridden }) => planned?.endurance && ridden === null);
      return reps < 0 || after.length === 0 || isOver(season, day)
        ? []
        : [
            {
              date: day.day.date,
              figure: `Endurance after the reps on ${nameOfDay(day.at)}`,
              works: after.map(({ id }) => id),
            },
          ];
    }),
};
