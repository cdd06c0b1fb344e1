import {
  askedOf,
  changeStep,
  climb,
  type Climbing,
  expand,
  mainReps,
  type Plan,
  secondsOf,
  solveWatts,
  type Step,
  stepOf,
  withEfforts,
} from '../../sessions/index.ts';
import type { Effort } from '../../units/index.ts';
import { roundHalfUp, roundTo } from '../../units/index.ts';
import type { Suggestion } from './suggestion.ts';

/** Percent by which watts go up or down. Source: handbook section 9.7. */
const BY_PERCENT = 3;
const FIRST_MINUTE = 'first minute easy';

/**
 * The session that a suggestion asks for the next time.
 *
 * @param suggestion the suggestion
 * @param plan the session as it was asked
 * @param climbing the rider's figures, the school, the time of year
 * @returns the session; null where it asks for none, or none can be made
 * Source: handbook section 9.7.
 */
export function suggestedPlan(suggestion: Suggestion, plan: Plan, climbing: Climbing): Plan | null {
  switch (suggestion.does) {
    case 'next rung':
      return notOverSolved(rung(plan, 1, climbing), plan, climbing);
    case 'ease one rung':
      return rung(plan, -1, climbing) ?? scaled(plan, -BY_PERCENT, climbing);
    case '3 % more':
      return scaled(plan, BY_PERCENT, climbing);
    case 'repeat with 3 % less':
      return scaled(plan, -BY_PERCENT, climbing);
    case 'repeat at solved watts':
      return suggestion.watts === null
        ? scaled(plan, -BY_PERCENT, climbing)
        : atWatts(plan, suggestion.watts, climbing);
    case 'repeat, first minute easy':
      return withCue(plan, climbing);
    case 'hold':
    case 'repeat':
      return plan;
    default:
      return null;
  }
}

function rung(plan: Plan, by: 1 | -1, climbing: Climbing): Plan | null {
  const moved = climb(plan, by, climbing);
  return moved.ok ? moved.value.plan : null;
}

/** A rung that moved the watts goes no higher than what holds for all reps. */
function notOverSolved(next: Plan | null, plan: Plan, climbing: Climbing): Plan | null {
  if (!next) return null;
  const [was, is] = [hardestOf(plan, climbing), hardestOf(next, climbing)];
  const { ftpW } = climbing.rider;
  if (was === null || is === null || ftpW === null || is <= was || is <= ftpW) return next;
  const solved = solveWatts(next, climbing.rider);
  return solved.ok && is > solved.value.watts.value
    ? atWatts(next, Math.max(was, solved.value.watts.value), climbing)
    : next;
}

function hardestOf(plan: Plan, { rider }: Climbing): number | null {
  const segments = expand(plan, rider);
  const main = mainReps(plan, segments, rider);
  const watts = segments.flatMap(({ stepId, from }) =>
    main?.stepIds.has(stepId) && from?.countedW != null ? [from.countedW] : [],
  );
  return watts.length === 0 ? null : Math.max(...watts);
}

/** Steps of the reps: those the rules above FTP speak of, else all work of the sets. */
function workSteps(plan: Plan, { rider }: Climbing): string[] {
  const segments = expand(plan, rider);
  const main = mainReps(plan, segments, rider);
  const work = segments.filter(({ role, rep }) => role === 'work' && rep !== null);
  const ids = work.length > 0 ? work : segments.filter(({ role }) => role === 'work');
  return [...(main?.stepIds ?? new Set(ids.map(({ stepId }) => stepId)))];
}

function scaled(plan: Plan, by: number, climbing: Climbing): Plan | null {
  const share = (100 + by) / 100;
  return changed(plan, climbing, (effort, step) => {
    if (effort.kind === 'percent' || effort.kind === 'goal' || effort.kind === 'curve')
      return {
        ...effort,
        low: roundTo(effort.low * share, 1),
        high: roundTo(effort.high * share, 1),
      };
    if (effort.kind === 'rpe' || effort.kind === 'heartRate' || effort.kind === 'max') return null;
    // A zone or the rider's own numbers: 3 % of what they ask today, in watts.
    const asked = askedOf(effort, climbing.rider, secondsOf(step, climbing.rider));
    if (asked?.lowW == null || asked.highW == null) return null;
    const [low, high] = [asked.lowW, asked.highW].map((watts) => roundHalfUp(watts * share));
    return { kind: 'watts', low: low ?? 1, high: high ?? 1 };
  });
}

function atWatts(plan: Plan, watts: number, climbing: Climbing): Plan | null {
  const whole = Math.floor(watts);
  return changed(plan, climbing, () => ({ kind: 'watts', low: whole, high: whole }));
}

/** The reps with other targets; null where one of them cannot be moved by watts. */
function changed(
  plan: Plan,
  climbing: Climbing,
  to: (effort: Effort, step: Step) => Effort | null,
): Plan | null {
  let next = plan;
  let stuck = false;
  for (const id of workSteps(plan, climbing)) {
    const step = stepOf(plan, id);
    if (!step) continue;
    const target = withEfforts(step.target, (effort) => {
      const other = to(effort, step);
      if (!other) stuck = true;
      return other ?? effort;
    });
    next = changeStep(next, id, { target });
  }
  return stuck || next === plan ? null : next;
}

function withCue(plan: Plan, climbing: Climbing): Plan {
  return workSteps(plan, climbing).reduce((next, id) => {
    const cue = stepOf(next, id)?.cue ?? '';
    if (cue.includes(FIRST_MINUTE)) return next;
    return changeStep(next, id, { cue: cue === '' ? FIRST_MINUTE : `${cue}, ${FIRST_MINUTE}` });
  }, plan);
}
