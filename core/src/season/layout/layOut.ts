import { plus } from '../week.ts';
import { type LayoutGoal, weeksToGoal } from './goalOf.ts';
import type { LaidOut, LayoutInput } from './laidOut.ts';
import { type OtherGoal, templateAfter } from './otherGoals.ts';
import { SeasonLayer } from './seasonLayer.ts';

/**
 * Lays a season out: the template's blocks dealt back from the goal, hard sessions by their rungs, tests, the taper, and
 * Endurance until each week meets its goal. What the coach touched stays. Of rules that are broken at its end none has a
 * fix that breaks no other.
 *
 * @param input season, template, goal, rider
 * @returns blocks, weeks and days, the season with them, and what does not fit
 * @throws RangeError where the season has no week of the first Monday
 * Source: handbook sections 8.7 to 8.9.
 */
export function layOut(input: LayoutInput): LaidOut {
  const { season, template, goal, from, others = [] } = input;
  if (!season.weeks.some(({ said }) => said.monday === from))
    throw new RangeError('The season has no week of this Monday.');
  const [first] = others
    .filter(({ rank, date }) => rank === 'main' && date > from && goal !== null && date < goal.date)
    .sort((one, other) => one.date.localeCompare(other.date));
  return goal && first && template.anchor === 'goal'
    ? throughFirst(input, first, goal)
    : new SeasonLayer(input).run(template, goal);
}

/** To one main goal, and from the easy week after it to the next. */
function throughFirst(input: LayoutInput, first: OtherGoal, goal: LayoutGoal): LaidOut {
  const { template, others = [], season } = input;
  const one = layOut({
    ...input,
    goal: first,
    season: { ...season, input: { ...season.input, goal: first } },
    taperDays: undefined,
  });
  const last = one.weeks.at(-1)?.monday ?? input.from;
  const after = templateAfter(template, first, goal);
  const next = plus(last, 7);
  const joined = { ...one, says: [...one.says, after.says] };
  if (weeksToGoal(next, goal.date).weeks === 0) return joined;
  const two = layOut({
    ...input,
    template: after.template,
    from: next,
    season: { ...one.season, input: { ...one.season.input, goal } },
    others: others.filter(({ date }) => date > first.date),
    strength: input.strength ? { from: input.from, ...input.strength } : null,
  });
  return {
    blocks: [...one.blocks, ...two.blocks],
    weeks: [...one.weeks, ...two.weeks],
    days: [...one.days, ...two.days],
    says: [...new Set([...joined.says, ...two.says])],
    broken: [...one.broken, ...two.broken],
    ...{ season: two.season, taper: two.taper },
  };
}
