import type { Effort } from '../../units/index.ts';
import { askedOf, type RiderOnDay } from '../efforts.ts';
import { secondsOf } from '../expand.ts';
import type { Item, Plan, SetBlock, Step } from '../plan.ts';
import { roughPercent } from '../sentence/roles.ts';
import { effortsOf } from '../targets.ts';

/** The work of a session as its ladder sees it: the set that matters most, or the ride. */
export interface Work {
  /** A ride without sets, reps of one step, or reps of two: on and off, over and under. */
  readonly form: 'ride' | 'reps' | 'pairs';
  /** Place of the item among those of the session. */
  readonly at: number;
  /** The steps of one rep, in order; of on/off work the on alone. */
  readonly steps: readonly [Step, ...Step[]];
  /** The set of reps; null for a ride. */
  readonly set: SetBlock | null;
  /** The group around the set, where there is one. */
  readonly group: SetBlock | null;
  readonly blocks: number;
  readonly reps: number;
  /** Length of one step of work, s, and of a whole rep of a pair with its off. */
  readonly stepS: number;
  readonly pairS: number;
  /** Rest between the reps, s; null where there is none, or until lap. */
  readonly restS: number | null;
  /** Middle of each step's target for this rider, percent of FTP; null where it cannot be said. */
  readonly percents: readonly (number | null)[];
  readonly flatOut: boolean;
}

/**
 * Minutes at target in all.
 *
 * @param work the work of a session
 * @returns min
 */
export function totalMinutes({ blocks, reps, stepS }: Work): number {
  return (blocks * reps * stepS) / 60;
}

/**
 * Middle of a step's target by its watts for this rider, however it was typed.
 *
 * @param step the step
 * @param rider the rider's figures on the day
 * @returns percent of FTP; of a changing target its mean; null where it hangs on what is not known
 * Source: handbook section 7 ("judged by its watts for this rider, however the target was typed").
 */
export function percentOfStep(step: Step, rider: RiderOnDay): number | null {
  const seconds = secondsOf(step, rider);
  const each = effortsOf(step.target).map((effort) => percentOfEffort(effort, rider, seconds));
  return each.some((percent) => percent === null)
    ? null
    : each.reduce<number>((sum, percent) => sum + (percent ?? 0), 0) / each.length;
}

function percentOfEffort(effort: Effort, rider: RiderOnDay, seconds: number): number | null {
  // Percent is exact as it stands; everything else by its watts.
  if (effort.kind === 'percent') return (effort.low + effort.high) / 2;
  const countedW = askedOf(effort, rider, seconds)?.countedW ?? null;
  if (countedW !== null && rider.ftpW !== null && rider.ftpW > 0)
    return (countedW / rider.ftpW) * 100;
  if (effort.kind === 'goal') return (effort.low + effort.high) / 2;
  return roughPercent(effort);
}

/**
 * Finds the work of a session that a rung moves: the set with the most work in it, else the longest steady ride.
 *
 * @param plan the session
 * @param rider the rider's figures on the day
 * @returns the work, or null where there is none that a ladder could move
 * Source: handbook section 7.
 */
export function workOf(plan: Plan, rider: RiderOnDay): Work | null {
  const sets = plan.items.flatMap((item, at) => {
    const found = item.kind === 'set' ? workOfSet(item, at, rider) : null;
    return found ? [found] : [];
  });
  const most = sets.reduce<Work | null>(
    (top, work) => (top === null || weight(work) > weight(top) ? work : top),
    null,
  );
  return most ?? rideOf(plan, rider);
}

function weight(work: Work): number {
  return work.blocks * work.reps * work.stepS;
}

/**
 * The last steady piece of work outside the sets: where a ride grows.
 *
 * @param plan the session
 * @param rider the rider's figures on the day
 * @returns it as work, or null where there is none of a known length
 */
export function rideOf(plan: Plan, rider: RiderOnDay): Work | null {
  const at = plan.items.findLastIndex(isRide);
  const step = plan.items[at];
  if (step?.kind !== 'step') return null;
  const seconds = secondsOf(step, rider);
  return {
    form: 'ride',
    at,
    steps: [step],
    set: null,
    group: null,
    blocks: 1,
    reps: 1,
    stepS: seconds,
    pairS: seconds,
    restS: null,
    percents: [percentOfStep(step, rider)],
    flatOut: isFlatOut(step),
  };
}

/**
 * A piece of riding outside the sets that can be made longer.
 *
 * @param item an item of a session
 * @returns true for work of a known length
 */
export function isRide(item: Item): item is Step {
  return item.kind === 'step' && item.role === 'work' && item.length.kind === 'time';
}

function workOfSet(item: SetBlock, at: number, rider: RiderOnDay): Work | null {
  const inner = (item.parts as readonly Item[]).find((part) => part.kind === 'set');
  if (inner && item.parts.length > 1) return null;
  const set: SetBlock = inner ?? item;
  const blocks = inner ? item.reps : 1;
  const parts = partsOf(set);
  if (!parts || typeof set.reps !== 'number' || typeof blocks !== 'number') return null;
  const { steps, off } = parts;
  const stepS = steps.reduce((sum, step) => sum + secondsOf(step, rider), 0);
  const offS = off ? secondsOf(off, rider) : 0;
  const rest = set.rest?.step.length;
  const restS = rest?.kind === 'time' ? rest.seconds : null;
  const follows = set.rest?.when === 'afterEach' ? (restS ?? 0) : 0;
  return {
    form: steps.length > 1 || offS + follows > 0 ? 'pairs' : 'reps',
    at,
    steps,
    set,
    group: inner ? item : null,
    blocks,
    reps: set.reps,
    stepS,
    pairS: stepS + offS + follows,
    restS: off ? offS : restS,
    percents: steps.map((step) => percentOfStep(step, rider)),
    flatOut: steps.some(isFlatOut),
  };
}

/** The work of a rep: one step or two; an easy second piece is the off of the first. */
function partsOf({ parts }: SetBlock): (Pick<Work, 'steps'> & { off: Step | null }) | null {
  const [first, second, ...others] = parts.filter((part): part is Step => part.kind === 'step');
  if (!first || others.length > 0) return null;
  const both = second !== undefined && (second.role === 'work' || first.role !== 'work');
  const steps: [Step, ...Step[]] = both ? [first, second] : [first];
  const asks = steps.some(({ role, target }) => role === 'work' || asksForWork(target));
  return asks ? { steps, off: both ? null : (second ?? null) } : null;
}

function asksForWork(target: Step['target']): boolean {
  return effortsOf(target).every(({ kind }) => kind !== 'easy' && kind !== 'unread');
}

function isFlatOut(step: Step): boolean {
  return effortsOf(step.target).some(({ kind }) => kind === 'max');
}

/**
 * Time at target of a session's work.
 *
 * @param plan the session
 * @param rider the rider's figures on the day
 * @returns s; 0 where it has no work
 */
export function timeAtTarget(plan: Plan, rider: RiderOnDay): number {
  const work = workOf(plan, rider);
  return work ? totalMinutes(work) * 60 : 0;
}
