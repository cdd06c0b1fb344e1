import { isCeiling, loadsLegs } from '../dayWord.ts';
import type { Work } from '../week.ts';
import { daysOf, isOver, nameOfDay, type Rule } from './rule.ts';

const needsLegs = (work: Work): boolean =>
  work.ridden === null && (work.key || work.kind === 'test' || isCeiling(work));

/** No heavy legs the day before ceiling work, a test or the key session. */
export const strength: Rule = {
  id: 'strength',
  name: 'Strength',
  says: 'heavy strength lies the day before hard work',
  reason: 'Heavy legs last into the next day.',
  holds: (season, week) =>
    daysOf(season, week).some((day) => day.works.some(loadsLegs))
      ? 'heavy legs well before the hard work'
      : null,
  broken: (season, week) =>
    daysOf(season, week).flatMap((day) => {
      const wanting = day.works.filter(needsLegs);
      const before = season.days[day.at - 1];
      const heavy = before && before.works.find(loadsLegs);
      return wanting.length === 0 || !heavy || isOver(season, day)
        ? []
        : [
            {
              date: day.day.date,
              figure: `${heavy.name} on ${nameOfDay(day.at - 1 + 7)}, the day before ${wanting[0]?.name ?? ''}`,
              works: [heavy.id, ...wanting.map(({ id }) => id)],
            },
          ];
    }),
};
