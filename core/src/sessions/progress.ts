import {
  type Effort,
  printDuration,
  type Refused,
  type Understood,
  refused,
  type Target,
  understood,
} from '../units/index.ts';
import { changeSet, changeStep } from './edits.ts';
import type { Fitted } from './fit.ts';
import type { Plan, SetBlock, Step } from './plan.ts';
import { rowsOf } from './rows.ts';
import { roughPercent } from './sentence/roles.ts';
import { effortsOf, withEfforts } from './targets.ts';

/** Time at target, rung by rung, min, and how each is laid out. Source: handbook section 7 (Two levers). */
const TIME_LADDER: readonly (readonly [total: number, reps: number, minutes: number])[] = [
  [20, 2, 10],
  [24, 3, 8],
  [30, 3, 10],
  [36, 3, 12],
  [40, 4, 10],
  [45, 3, 15],
  [48, 4, 12],
  [60, 4, 15],
  [75, 5, 15],
  [90, 6, 15],
  [120, 6, 20],
];
/** Reps this long, up to 105 %, take the time lever to 40 min before watts. */
const LONG_REP_S = 480;
const LONG_REP_TO_PERCENT = 105;
const LONG_REP_MOST_MIN = 40;
/** Above FTP a rung is this much, percent of FTP; about 5 W. */
const PERCENT_STEP = 2;
const WATTS_STEP = 5;

/** Which lever moves a set, and why. */
export type Lever = 'time' | 'watts';

/**
 * The lever that progresses a set: at or below FTP time at target, above it watts; reps of 8:00 and more up to 105 %
 * take time to 40 min, then watts.
 *
 * @param percent middle of the target, percent of FTP
 * @param repS length of a rep, s
 * @param totalS time at target, s
 * @returns the lever
 * Source: handbook section 7 (Two levers).
 */
export function leverOf(percent: number, repS: number, totalS: number): Lever {
  if (percent <= 100) return 'time';
  return percent <= LONG_REP_TO_PERCENT && repS >= LONG_REP_S && totalS < LONG_REP_MOST_MIN * 60
    ? 'time'
    : 'watts';
}

/**
 * The next rung up or down of a session's ladder: below FTP more or less time at target at the same watts, above FTP
 * more or fewer watts in the same time.
 *
 * @param plan the session
 * @param by 1 for up, −1 for down
 * @returns the session on its next rung and what changed, or why there is none
 * Source: handbook section 7 (Two levers).
 */
export function progress(plan: Plan, by: 1 | -1): Understood<Fitted> | Refused {
  const row = rowsOf(plan).find(
    ({ step, sets, restOf }) =>
      step.role === 'work' && sets.length === 1 && restOf === null && sets[0]?.parts.length === 1,
  );
  const set = row?.sets[0];
  if (!row || !set || typeof set.reps !== 'number' || row.step.length.kind !== 'time')
    return steadyRung(plan, by);
  const repS = row.step.length.seconds;
  const percent = middleOf(row.step.target);
  if (percent === null)
    return refused('Its target does not hang on FTP, so there is no next rung.');
  const totalS = set.reps * repS;
  // Going down leaves by the lever it came by.
  const lever = leverOf(percent, repS, by === 1 ? totalS : totalS - 1);
  return lever === 'time' ? timeRung(plan, set, row.step, by) : wattsRung(plan, row.step, by);
}

function timeRung(plan: Plan, set: SetBlock, step: Step, by: 1 | -1): Understood<Fitted> | Refused {
  const repS = step.length.kind === 'time' ? step.length.seconds : 0;
  const reps = typeof set.reps === 'number' ? set.reps : 1;
  const totalMin = (reps * repS) / 60;
  const rung =
    by === 1
      ? TIME_LADDER.find(([total]) => total > totalMin)
      : TIME_LADDER.findLast(([total]) => total < totalMin);
  if (!rung)
    return refused(
      by === 1
        ? '120 min at target is the top of the ladder.'
        : '20 min at target is the foot of the ladder.',
    );
  // The same length of rep goes on where it makes the total; else the usual layout.
  const [total, usualReps, usualMinutes] = rung;
  const same = (total * 60) % repS === 0 && (total * 60) / repS <= 8;
  const [nextReps, nextS] = same ? [(total * 60) / repS, repS] : [usualReps, usualMinutes * 60];
  const rest = set.rest;
  const longer =
    rest?.step.length.kind === 'time'
      ? Math.max(30, Math.round((rest.step.length.seconds * nextS) / repS / 30) * 30)
      : null;
  const changed = changeSet(
    changeStep(plan, step.id, { length: { kind: 'time', seconds: nextS } }),
    set.id,
    {
      reps: nextReps,
      rest:
        rest && longer !== null
          ? { ...rest, step: { ...rest.step, length: { kind: 'time', seconds: longer } } }
          : rest,
    },
  );
  return understood({
    plan: changed,
    says: `${reps} × ${printDuration(repS)} to ${nextReps} × ${printDuration(nextS)}, ${total} min at target`,
  });
}

function wattsRung(plan: Plan, step: Step, by: 1 | -1): Understood<Fitted> | Refused {
  const raise = (effort: Effort): Effort => {
    if (effort.kind === 'percent')
      return {
        ...effort,
        low: clamp(effort.low + by * PERCENT_STEP, 400),
        high: clamp(effort.high + by * PERCENT_STEP, 400),
      };
    return effort.kind === 'watts'
      ? {
          ...effort,
          low: clamp(effort.low + by * WATTS_STEP, 2500),
          high: clamp(effort.high + by * WATTS_STEP, 2500),
        }
      : effort;
  };
  const { target } = step;
  const next = withEfforts(target, raise);
  if (JSON.stringify(next) === JSON.stringify(target))
    return refused('Its target is neither percent nor watts, so there is no next rung.');
  return understood({
    plan: changeStep(plan, step.id, { target: next }),
    says: `${by === 1 ? 'harder' : 'easier'} by ${target.kind === 'steady' && target.effort.kind === 'watts' ? `${WATTS_STEP} W` : `${PERCENT_STEP} % of FTP`}`,
  });
}

/** A ride without a set grows or shrinks by a quarter of an hour. */
function steadyRung(plan: Plan, by: 1 | -1): Understood<Fitted> | Refused {
  const work = rowsOf(plan).filter(
    ({ step, sets }) => step.role === 'work' && sets.length === 0 && step.length.kind === 'time',
  );
  const longest = work.reduce<Step | null>(
    (top, { step }) => (top === null || secondsIn(step) > secondsIn(top) ? step : top),
    null,
  );
  if (!longest)
    return refused('There is no simple set and no steady ride in it, so there is no next rung.');
  const seconds = secondsIn(longest) + by * 900;
  if (seconds < 900) return refused('It is as short as it gets.');
  return understood({
    plan: changeStep(plan, longest.id, { length: { kind: 'time', seconds } }),
    says: `${printDuration(secondsIn(longest))} to ${printDuration(seconds)}`,
  });
}

function secondsIn({ length }: Step): number {
  return length.kind === 'time' ? length.seconds : 0;
}

function middleOf(target: Target): number | null {
  const percents = effortsOf(target).map((effort) => {
    if (effort.kind === 'goal') return (effort.low + effort.high) / 2;
    if (effort.kind === 'watts') return 110;
    return roughPercent(effort);
  });
  return percents.some((percent) => percent === null)
    ? null
    : percents.reduce<number>((sum, percent) => sum + (percent ?? 0), 0) / percents.length;
}

function clamp(value: number, most: number): number {
  return Math.min(most, Math.max(1, Math.round(value * 10) / 10));
}
