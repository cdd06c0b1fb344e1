import type { Refused, Understood } from '../../units/index.ts';
import { refused, understood } from '../../units/index.ts';
import { changeStep } from '../edits.ts';
import type { Fitted } from '../fit.ts';
import type { Plan, Step } from '../plan.ts';
import { withEfforts } from '../targets.ts';
import { fitEnds } from '../total.ts';
import { familyOfWork } from './family.ts';
import type { Climbing, Ladder, Phase } from './ladder.ts';
import { byLever } from './levers.ts';
import { judged, shifted, stepRaise } from './raise.ts';
import { cameFrom, remembering } from './remember.ts';
import { type Around, type Change, endOfVolume, stepVolume } from './volume.ts';
import { type Work, workOf } from './work.ts';

const NO_WORK = 'There is no set and no ride of a known length in it, so there is no next rung.';

/**
 * The next rung up or down of a session's ladder. The family is found by the shape of the work and its watts for this
 * rider; a rung moves the work and never the warm-up or cool-down, unless a whole length is kept by the ends.
 * A rung up and then down is the session again.
 *
 * @param plan the session
 * @param by 1 for up, −1 for down
 * @param climbing the rider, the school, the time of year, and a lever where the coach chose one
 * @returns the session on its next rung and what changed, or why there is none
 * Source: handbook section 7 (Two levers).
 */
export function progress(plan: Plan, by: 1 | -1, climbing: Climbing): Understood<Fitted> | Refused {
  const back = cameFrom(plan, by, climbing.lever);
  if (back) return understood({ plan: back, says: by === 1 ? 'a rung harder' : 'a rung easier' });
  const moved = moveOnce(plan, by, climbing);
  if (!moved.ok) return moved;
  const again = moveOnce(moved.value.plan, by === 1 ? -1 : 1, climbing);
  const after = again.ok && sameItems(again.value.plan, plan) ? moved.value.plan : null;
  return understood({
    ...moved.value,
    plan: after ?? remembering(plan, moved.value.plan, by, climbing.lever),
  });
}

function sameItems(one: Plan, other: Plan): boolean {
  return one.totalS === other.totalS && JSON.stringify(one.items) === JSON.stringify(other.items);
}

function moveOnce(plan: Plan, by: 1 | -1, climbing: Climbing): Understood<Fitted> | Refused {
  const { rider, longRideS = null, lever } = climbing;
  const work = workOf(plan, rider);
  if (!work) return refused(NO_WORK);
  const around: Around = { plan, work, rider, longRideS };
  if (lever !== undefined) return ended(byLever(lever, around, by));
  const family = familyOfWork(plan, work, climbing);
  if (family === null)
    return refused('It is none of the book’s families: choose whether time or watts moves it.');
  if (family.ladder === null) return refused('It has no ladder: it is looked at afterwards.');
  return ended(onLadder(family.ladder, around, by));
}

/** The change with the easy ends fitted where the session keeps a whole length. */
function ended(change: Change | string): Understood<Fitted> | Refused {
  if (typeof change === 'string') return refused(change);
  const { plan, problem } = fitEnds(change.plan);
  return problem === null ? understood({ plan, says: change.says }) : refused(problem);
}

function onLadder({ phases, above }: Ladder, around: Around, by: 1 | -1): Change | string {
  const at = phaseOf(phases, around.work);
  const phase = phases[at] ?? phases[0];
  const { volume, raise } = phase;
  const raised = (): Change | string | null =>
    raise ? stepRaise(raise, around.plan, around.work, around.rider, by) : null;
  const next =
    by === 1
      ? (stepVolume(volume, around, 1) ?? raised() ?? otherPhase(phases, at, 1, around))
      : (downFromWatts(phase, around) ??
        stepVolume(volume, around, -1) ??
        otherPhase(phases, at, -1, around) ??
        (raise ? shifted(raise, around.plan, around.work, around.rider, -1) : null));
  return next ?? (by === 1 ? above : 'It is the first rung: what is easier is another session.');
}

/** Down by watts first, where the work has all its volume and stands above where the raising begins. */
function downFromWatts({ volume, raise }: Phase, around: Around): Change | string | null {
  if (!raise || stepVolume(volume, around, 1) !== null) return null;
  const percent = judged(raise, around.work);
  if (percent === null || percent <= raise.from(around.work.stepS)) return null;
  return stepRaise(raise, around.plan, around.work, around.rider, -1);
}

/** The phase whose target the work has: the last one that it reaches. */
function phaseOf(phases: readonly Phase[], { percents }: Work): number {
  const percent = percents[0] ?? 0;
  const at = phases.findLastIndex(({ target }) => target !== undefined && percent >= target[0] - 2);
  return Math.max(0, at);
}

function otherPhase(
  phases: readonly Phase[],
  at: number,
  by: 1 | -1,
  around: Around,
): Change | null {
  const phase = phases[at + by];
  if (!phase?.target) return null;
  const [low, high] = phase.target;
  const change = endOfVolume(phase.volume, around, by === 1 ? 'first' : 'last');
  if (!change) return null;
  const to = (step: Step): Partial<Step> => ({
    target: withEfforts(step.target, () => ({ kind: 'percent', low, high })),
  });
  const [step] = around.work.steps;
  return {
    plan: changeStep(change.plan, step.id, to(step)),
    says: `${change.says} at ${low}–${high} %`,
  };
}
