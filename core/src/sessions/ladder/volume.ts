import { printDuration } from '../../units/index.ts';
import { changeSet, changeStep, easyStep } from '../edits.ts';
import type { RiderOnDay } from '../efforts.ts';
import { measureAll } from '../measure.ts';
import type { Item, Plan, SetBlock } from '../plan.ts';
import type { Layout, Volume } from './ladder.ts';
import { rideOf, totalMinutes, type Work } from './work.ts';

/** A change of a session's work and how it is said. */
export interface Change {
  readonly plan: Plan;
  readonly says: string;
}

/** What a volume hangs on besides the work. */
export interface Around {
  readonly plan: Plan;
  readonly work: Work;
  readonly rider: RiderOnDay;
  /** Longest ride allowed this week, s; null where it is not known. */
  readonly longRideS: number | null;
}

const QUARTER_S = 900;
const LONG_FROM_S = 3 * 3600;
const BETWEEN_BLOCKS_S = 300;
/** Work to rest of 1:1 and 2:1. Source: handbook section 7 (Rest by system and time of year). */
const KEPT_SHARES = [1, 0.5] as const;

/**
 * The work one rung of volume up or down.
 *
 * @param volume how the family's work grows
 * @param around the session, its work, the rider, and the long-ride limit
 * @param by 1 for up, −1 for down
 * @returns the change, or null where the volume has no such rung
 * Source: handbook section 7, the table of ladders.
 */
export function stepVolume(volume: Volume, around: Around, by: 1 | -1): Change | null {
  switch (volume.by) {
    case 'none':
      return null;
    case 'length':
      return stepLength(volume.limitMin, around, by);
    case 'whole':
      return stepWhole(volume, around, by);
    case 'minutes':
      return stepMinutes(volume.layouts, around, by);
    case 'layouts': {
      const next = nextLayout(volume.layouts, around.work, by);
      return next && laidOut(around, next, volume.restShare);
    }
    case 'reps':
      return toReps(around, nextIn(volume.reps, around.work.reps, by));
    case 'repsTo':
    case 'repsFor':
      return toReps(around, repsBy(volume, around.work, by));
    case 'blocks':
      return stepBlocks(volume.blocks, around, by);
  }
}

/**
 * The work of a phase's first or last rung, for where a ladder goes on with another target.
 *
 * @param volume how the family's work grows
 * @param around the session and its work
 * @param end which rung
 * @returns the change, or null where the volume has no rungs of its own
 */
export function endOfVolume(volume: Volume, around: Around, end: 'first' | 'last'): Change | null {
  if (volume.by === 'layouts') {
    const layout = volume.layouts.at(end === 'first' ? 0 : -1);
    return layout ? laidOut(around, layout, volume.restShare) : null;
  }
  return volume.by === 'reps'
    ? toReps(around, volume.reps.at(end === 'first' ? 0 : -1) ?? null)
    : null;
}

/** The next value above or below, whether or not the present one is among them. */
function nextIn(values: readonly number[], now: number, by: 1 | -1): number | null {
  const next = by === 1 ? values.find((each) => each > now) : values.findLast((each) => each < now);
  return next ?? null;
}

function repsBy(
  volume: Extract<Volume, { by: 'repsTo' | 'repsFor' }>,
  work: Work,
  by: 1 | -1,
): number | null {
  const { blocks, reps, stepS } = work;
  const minutesOf = (count: number): number => (blocks * count * stepS) / 60;
  if (volume.by === 'repsFor') {
    const counts = volume.minutes.map((each) => Math.max(1, Math.round(each / minutesOf(1))));
    return nextIn(
      [...new Set(counts)].filter((each) => minutesOf(each) <= (volume.minutes.at(-1) ?? 0)),
      reps,
      by,
    );
  }
  const { minutes, reach, fromMinutes } = volume;
  const isRung = (count: number): boolean =>
    count >= 1 &&
    minutesOf(count) >= fromMinutes &&
    (reach === 'most' ? minutesOf(count) <= minutes : minutesOf(count - 1) < minutes);
  // Down leads only to where up would lead back from; more than enough is moved by watts.
  const fits = by === 1 ? isRung(reps + 1) : isRung(reps) && isRung(reps - 1);
  return fits ? reps + by : null;
}

function toReps({ plan, work }: Around, reps: number | null): Change | null {
  if (reps === null || !work.set) return null;
  const changed = changeSet(plan, work.set.id, { reps });
  return {
    plan: changed,
    says: `${said(work, work.reps)} to ${said(work, reps)}${atTarget({ ...work, reps })}`,
  };
}

function said({ group, blocks, set, stepS, pairS }: Work, reps: number, seconds = stepS): string {
  const off = set?.rest?.when === 'afterEach' || pairS > stepS;
  const one = `${reps} × ${printDuration(seconds)}${off ? '/off' : ''}`;
  return group ? `${blocks} × (${one})` : one;
}

function atTarget(work: Work): string {
  const minutes = totalMinutes(work);
  return work.flatOut || !Number.isInteger(minutes) ? '' : `, ${minutes} min at target`;
}

/** The layout above or below: by place where the work is one of them, else by minutes at target. */
function nextLayout(layouts: readonly Layout[], work: Work, by: 1 | -1): Layout | null {
  const at = layouts.findIndex(([reps, seconds]) => reps === work.reps && seconds === work.stepS);
  if (at >= 0) return layouts[at + by] ?? null;
  const now = work.reps * work.stepS;
  const next =
    by === 1
      ? layouts.find(([reps, seconds]) => reps * seconds > now)
      : layouts.findLast(([reps, seconds]) => reps * seconds < now);
  return next ?? null;
}

function laidOut(
  { plan, work }: Around,
  [reps, seconds]: Layout,
  restShare: number | null,
): Change | null {
  const { set } = work;
  if (!set) return null;
  const rest = set.rest;
  const withRest =
    rest && restShare !== null && rest.step.length.kind === 'time'
      ? {
          ...rest,
          step: {
            ...rest.step,
            length: { kind: 'time' as const, seconds: Math.round(seconds * restShare) },
          },
        }
      : rest;
  const changed = changeSet(
    changeStep(plan, work.steps[0].id, { length: { kind: 'time', seconds } }),
    set.id,
    { reps, rest: withRest },
  );
  return {
    plan: changed,
    says: `${said(work, work.reps)} to ${said(work, reps, seconds)}${atTarget({ ...work, reps, stepS: seconds })}`,
  };
}

/** Time at target: the next of the totals in the family's layout; in a group a rep more in each of its sets. */
function stepMinutes(layouts: readonly Layout[], around: Around, by: 1 | -1): Change | null {
  const { work } = around;
  const totals = layouts.map(([reps, seconds]) => (reps * seconds) / 60);
  if (work.group) {
    const { blocks, reps, stepS } = work;
    const most = totals.at(-1) ?? 0;
    const next = reps + by;
    return next < 1 || (blocks * next * stepS) / 60 > most ? null : toReps(around, next);
  }
  const total = nextIn(totals, totalMinutes(work), by);
  const layout = total === null ? null : layouts[totals.indexOf(total)];
  if (!layout || total === null) return null;
  return work.form === 'ride'
    ? rideFor(around, total * 60)
    : laidOut(around, layout, keptShare(work));
}

/** A rest as long as the rep, or half of it, stays that; any other stays as it is. */
function keptShare({ restS, stepS }: Work): number | null {
  return KEPT_SHARES.find((share) => restS === share * stepS) ?? null;
}

function rideFor({ plan, work }: Around, seconds: number): Change {
  const [step] = work.steps;
  return {
    plan: changeStep(plan, step.id, { length: { kind: 'time', seconds } }),
    says: `${printDuration(work.stepS)} to ${printDuration(seconds)} at target`,
  };
}

/** A ride a quarter of an hour longer or shorter, from three hours on half an hour. */
function stepLength(
  limitMin: number | 'longRide',
  { plan, rider, longRideS }: Around,
  by: 1 | -1,
): Change | null {
  const ride = rideOf(plan, rider);
  if (!ride) return null;
  const now = plan.totalS ?? measureAll(plan.items).seconds;
  const half = 2 * QUARTER_S;
  const isLong = by === 1 ? now >= LONG_FROM_S : now - half >= LONG_FROM_S;
  const known = longRideS === null ? Infinity : Math.floor(longRideS / QUARTER_S) * QUARTER_S;
  const limit = limitMin === 'longRide' ? known : limitMin * 60;
  const wanted = now + by * (isLong ? half : QUARTER_S);
  const then = by === 1 ? Math.min(wanted, limit) : wanted;
  const seconds = ride.stepS + then - now;
  if (by === 1 ? then <= now : seconds < QUARTER_S) return null;
  const longer = changeStep(plan, ride.steps[0].id, { length: { kind: 'time', seconds } });
  return {
    plan: plan.totalS === undefined ? longer : { ...longer, totalS: then },
    says: `${printDuration(now)} to ${printDuration(then)}`,
  };
}

/** Pairs until the session has its whole length; what does not divide is given to the easy ends. */
function stepWhole(
  { minutes, endsMin }: Extract<Volume, { by: 'whole' }>,
  { plan, work }: Around,
  by: 1 | -1,
): Change | null {
  if (!work.set || work.group) return null;
  const now = measureAll(plan.items).seconds;
  const next = nextIn(minutes, now / 60, by);
  if (next === null) return null;
  const ends = now - work.reps * work.pairS;
  const divides = (next * 60 - ends) % work.pairS === 0;
  const reps = divides
    ? (next * 60 - ends) / work.pairS
    : Math.floor((next * 60 - endsMin * 60) / work.pairS);
  if (reps < 1) return null;
  const changed = changeSet(plan, work.set.id, { reps });
  const whole =
    plan.totalS === undefined
      ? withEnds(changed, next * 60 - ends - reps * work.pairS)
      : { ...changed, totalS: next * 60 };
  return (
    whole && {
      plan: whole,
      says: `${printDuration(now)} to ${printDuration(next * 60)} in all, ${work.reps} to ${reps} times`,
    }
  );
}

/** The rest of a whole length goes to the first easy end, so that the cool-down stays. */
function withEnds(plan: Plan, seconds: number): Plan | null {
  if (seconds === 0) return plan;
  const end = [plan.items[0], plan.items.at(-1)].find(
    (item) => item?.kind === 'step' && item.role !== 'work',
  );
  if (end?.kind !== 'step' || end.length.kind !== 'time') return null;
  const length = end.length.seconds + seconds;
  return length < 60
    ? null
    : changeStep(plan, end.id, { length: { kind: 'time', seconds: length } });
}

/** Blocks of pairs: one is the set alone, more are a group with a rest between. */
function stepBlocks(
  rungs: Extract<Volume, { by: 'blocks' }>['blocks'],
  around: Around,
  by: 1 | -1,
): Change | null {
  const { work, plan } = around;
  const { set, group, blocks, reps, pairS } = work;
  if (!set) return null;
  const repsFor = (minutes: number | null): number =>
    minutes === null ? reps : Math.max(1, Math.round((minutes * 60) / pairS));
  const at = rungs.findIndex(([count, minutes]) => count === blocks && repsFor(minutes) === reps);
  const size = (count: number, minutes: number | null): number => count * repsFor(minutes);
  const index =
    by === 1
      ? rungs.findIndex(([count, minutes]) => size(count, minutes) > blocks * reps)
      : rungs.findLastIndex(([count, minutes]) => size(count, minutes) < blocks * reps);
  const next = at >= 0 ? rungs[at + by] : rungs[index];
  if (!next) return null;
  const [count, minutes] = next;
  const inner = { ...set, reps: repsFor(minutes) };
  const items = plan.items.map((item, place): Item => {
    if (place !== work.at) return item;
    if (count === 1) return inner;
    return group
      ? { ...group, reps: count, parts: [inner] as SetBlock['parts'] }
      : {
          kind: 'set',
          id: `${set.id}-g`.slice(-40),
          reps: count,
          parts: [inner] as SetBlock['parts'],
          rest: {
            when: 'between',
            step: easyStep(`${set.id}-gr`.slice(-40), BETWEEN_BLOCKS_S),
          },
        };
  });
  return {
    plan: { ...plan, items },
    says: `${blocks} × ${reps} to ${count} × ${inner.reps}`,
  };
}
