import type { Effort } from '../../units/index.ts';
import { isByHeart } from '../../zones/index.ts';
import type { Item, Role, Step } from '../plan.ts';
import { laidZone } from '../zoneTargets.ts';

/** Middles of the zones of Seven steps, percent of FTP; to compare efforts by, not to reckon with. */
const ZONE_MIDDLES = [50, 65, 83, 98, 113, 135, 170] as const;
const EASY_TO = 55;
const GENTLE_TO = 75;
const OPENER_S = 60;

/**
 * About how hard an effort is in percent of FTP, where it can be said without a rider.
 *
 * @param effort any effort
 * @returns percent, or null where it hangs on the rider
 */
export function roughPercent(effort: Effort): number | null {
  switch (effort.kind) {
    case 'percent':
      return (effort.low + effort.high) / 2;
    case 'zone':
      return effort.scheme ? roughZone(effort) : (ZONE_MIDDLES[effort.zone - 1] ?? null);
    case 'easy':
      return 50;
    case 'rpe':
      return (effort.low + effort.high) * 5 + 15;
    case 'max':
      return 170;
    default:
      return null;
  }
}

/** Somebody with an FTP of 100 W, so that watts are percent. */
const OF_100 = { ftp: 100, lt1: 75, lt2: 100, thresholdHr: 165, maximalHr: 185 } as const;

function roughZone(effort: Extract<Effort, { kind: 'zone' }>): number | null {
  const laid = laidZone(effort, OF_100);
  if ('missing' in laid) return null;
  const [low, high] = laid.band.rule.rpe;
  return isByHeart(laid.scheme) ? (low + high) * 5 + 15 : laid.middle;
}

/** Whether a rising or falling step rises; null where its ends cannot be compared. */
export function rises(from: Effort, to: Effort): boolean | null {
  const both = [roughPercent(from), roughPercent(to)] as const;
  if (both[0] !== null && both[1] !== null) return both[1] >= both[0];
  const alike = from.kind === to.kind && 'low' in from && 'low' in to;
  return alike ? (to.high ?? 0) >= (from.high ?? 0) : null;
}

function top(step: Step): number | null {
  return step.target.kind === 'steady' ? roughPercent(step.target.effort) : null;
}

/** A short hard piece after the first step, before the sets: it opens the legs and is no rep. */
function isOpener({ length }: Step, at: number, list: readonly Item[]): boolean {
  const first = list[0];
  const gently =
    first?.kind === 'step' &&
    (first.target.kind === 'changing' || (top(first) ?? 100) <= GENTLE_TO);
  return (
    at > 0 &&
    at <= 3 &&
    gently &&
    length.kind === 'time' &&
    length.seconds <= OPENER_S &&
    list.slice(at + 1).some(({ kind }) => kind === 'set')
  );
}

/** An easy stretch behind a set, no longer than its rests, is the rest after the last rep. */
function isRestAgain({ length }: Step, before: Item | undefined): boolean {
  const rest = before?.kind === 'set' ? before.rest?.step.length : undefined;
  return length.kind === 'time' && rest?.kind === 'time' && length.seconds <= rest.seconds;
}

/**
 * What a step is for, told by where it stands and how hard it is: what comes gently before the sets is the warm-up,
 * what is easy or falls away at the end the cool-down.
 *
 * @param step the step
 * @param at its place in its list
 * @param list the list it stands in
 * @param inSet true inside a set, where there is neither warm-up nor cool-down
 * @returns its role
 * Source: handbook section 7.
 */
export function roleOf(step: Step, at: number, list: readonly Item[], inSet: boolean): Role {
  const percent = top(step);
  const easy = percent !== null && percent <= EASY_TO;
  if (!inSet && list.length > 1) {
    const { target } = step;
    const up = target.kind === 'changing' ? rises(target.from, target.to) : null;
    if (
      at === 0 &&
      (easy ||
        up === true ||
        (percent !== null &&
          percent <= GENTLE_TO &&
          list.slice(1).some(({ kind }) => kind === 'set')))
    )
      return 'warmUp';
    if (at === list.length - 1 && (up === false || (easy && !isRestAgain(step, list[at - 1]))))
      return 'coolDown';
    if (isOpener(step, at, list)) return 'warmUp';
  }
  return easy ? 'easy' : 'work';
}
