import { printSigned, roundHalfUp, roundTo } from '../../units/index.ts';
import type { WeekReckoned } from '../reckoned.ts';
import { risesTooFast } from '../weekGoal.ts';
import type { Rule } from './rule.ts';

function broken(week: WeekReckoned): string | null {
  if (week.settling) return null;
  if (week.tooMuch)
    return `${roundHalfUp(week.load)} points, over ${roundHalfUp(week.most ?? 0)}: 1.3 × what is usual`;
  if (week.riseFrom === 'typed' && risesTooFast(week.rise))
    return `a planned rise of ${roundTo(week.rise, 1)} a week, at most 6`;
  if (week.riseFrom === 'typed' && week.most !== null && (week.goal?.value ?? 0) > week.most)
    return `a goal of ${roundHalfUp(week.goal?.value ?? 0)}, over ${roundHalfUp(week.most)}: 1.3 × what is usual`;
  return risesTooFast(week.realRise)
    ? `base rises by ${roundTo(week.realRise, 1)}, at most 6`
    : null;
}

/** A week brings at most six points of base, and is not 1.3 times what the rider is used to. */
export const rise: Rule = {
  id: 'rise',
  name: 'Rise',
  says: 'load rises too fast',
  reason: 'Base that rises faster than the body follows ends in a lost week.',
  holds: (_season, week) =>
    week.settling ? 'base is settling' : `rise ${printSigned(week.realRise, 1)}, limit 6`,
  broken: (season, week) => {
    const figure = broken(week);
    const sunday = season.days[week.at + 6];
    return figure === null || (sunday && sunday.day.date < season.input.today)
      ? []
      : [{ date: week.said.monday, figure, works: [] }];
  },
};
