import type { Segment } from '../sessions/expand.ts';
import { roundTo } from '../units/rounding.ts';
import { holdWatts, rideFreely, rideSlope, type Rolling, settledOn, type Slope, strap } from './devices.ts';
import { seededRandom } from './random.ts';
import { cpNow, evenWatts, liveOn, mostNow, restedState, type RiderState, type SimulatedRider, sprintWatts } from './rider.ts';
import type { RiddenSecond } from './testRide.ts';

/** How a session is ridden on the stand-ins. */
export interface SessionRideSetting {
  readonly segments: readonly Segment[];
  readonly rider: SimulatedRider;
  readonly trainer: 'held watts' | 'slope' | 'free';
  readonly slope: Slope;
  readonly seed: number;
  readonly dropsPerHour: number;
}

/** What the rider or coach did, and in which second: with the seed it makes the same ride again. */
export interface SessionEvent {
  readonly second: number;
  readonly did: 'lap' | 'skip' | 'back' | 'minute' | 'lastOne' | 'harder' | 'easier' | 'stop';
}

/** One step as it was ridden. */
export interface RiddenStep {
  readonly rep: number | null;
  readonly role: Segment['role'];
  readonly startS: number;
  readonly endS: number;
  /** Asked, W; null where it was not in watts. */
  readonly lowW: number | null;
  readonly highW: number | null;
}

/** Where a ride of a session stands. */
export interface SessionRideState {
  readonly second: number;
  readonly at: number;
  readonly segment: Segment | null;
  readonly inStepS: number;
  /** Seconds left of the step, with what was added to it; null in an open step. */
  readonly leftS: number | null;
  /** The band asked, W, with the share the rider turned it up or down; null where nothing is asked in watts. */
  readonly asked: { readonly lowW: number; readonly highW: number } | null;
  readonly share: number;
  /** Mean of the step so far, W. */
  readonly stepMeanW: number;
  readonly repsLeft: number;
  readonly next: Segment | null;
  readonly ended: boolean;
  readonly steps: readonly RiddenStep[];
}

/** A session being ridden, one second at a time. */
export interface SessionRide {
  /** Rides a second; null when it is over. */
  readonly step: () => RiddenSecond | null;
  readonly state: () => SessionRideState;
  readonly events: () => readonly SessionEvent[];
  readonly press: (what: SessionEvent['did']) => void;
}

/** Up to here flat out is a sprint, which nobody rides evenly, s. */
const LONGEST_SPRINT_S = 20;
/** One press up or down. */
const TURN = 0.02;
const ADDED_S = 60;
const FLAT_OUT_RPE = 10;

/**
 * Starts a session on the stand-ins. Steps follow each other by their time; they can be skipped, repeated, turned up
 * or down, an easy one lengthened, and "that was the last one" goes on behind the set.
 *
 * @param setting the session laid out, the rider, the trainer and the seed
 * @returns the ride, before its first second
 * Source: handbook section 13.
 */
export function startSessionRide(setting: SessionRideSetting): SessionRide {
  const { segments, rider, slope } = setting;
  const random = seededRandom(setting.seed);
  const heart = strap(seededRandom(setting.seed + 1), setting.dropsPerHour);
  const steps: RiddenStep[] = [];
  const events: SessionEvent[] = [];
  let body: RiderState = restedState(rider);
  let at = 0;
  let inStepS = 0;
  let addedS = 0;
  let share = 1;
  let joules = 0;
  let heldW = 60;
  let rolling: Rolling = settledOn(Math.max(60, rider.cpW / 2), slope, rider.cadenceRpm);
  let ended = segments.length === 0;

  const current = (): Segment | null => (ended ? null : (segments[at] ?? null));
  const leave = (to: number, counts = true): void => {
    const segment = current();
    if (segment && inStepS > 0) {
      const band = bandOf(segment, share);
      const { role, rep } = segment;
      steps.push({
        ...(counts ? { rep, role } : { rep: null, role: 'easy' as const }),
        startS: body.second - inStepS,
        endS: body.second,
        lowW: band?.lowW ?? null,
        highW: band?.highW ?? null,
      });
    }
    at = to;
    inStepS = 0;
    addedS = 0;
    joules = 0;
    if (at >= segments.length) ended = true;
  };
  const pressed: Record<SessionEvent['did'], () => void> = {
    lap: () => undefined,
    skip: () => leave(at + 1),
    back: () => leave(at, false),
    minute: () => {
      if (current()?.role !== 'work') addedS += ADDED_S;
    },
    lastOne: () => leave(afterSet(segments, at)),
    harder: () => void (share = roundTo(share + TURN, 2)),
    easier: () => void (share = Math.max(0.5, roundTo(share - TURN, 2))),
    stop: () => {
      leave(at);
      ended = true;
    },
  };

  const ride = (segment: Segment): { watts: number; rpm: number; metresPerSecond?: number } => {
    const most = mostNow(rider, body);
    const wanted = wantedWatts(segment, inStepS, share, rider, body, most);
    if (setting.trainer === 'held watts' && segment.role === 'work') {
      const turned = holdWatts(wanted, heldW, most, body.rpm, rider.cadenceRpm, random);
      heldW = turned.heldW;
      return { watts: turned.watts + body.wanderW, rpm: turned.rpm };
    }
    const given = Math.min(wanted + body.wanderW, most);
    heldW = given;
    if (setting.trainer !== 'slope') return rideFreely(given, body.rpm, rider.cadenceRpm, random);
    const turned = rideSlope(given, slope, rolling, rider.cadenceRpm, true, random);
    ({ rolling } = turned);
    return { ...turned, metresPerSecond: rolling.metresPerSecond };
  };

  return {
    step() {
      const segment = current();
      if (!segment) return null;
      const { watts, rpm, metresPerSecond } = ride(segment);
      const whole = Math.max(0, Math.round(watts));
      body = liveOn(rider, body, whole, rpm, random);
      inStepS += 1;
      joules += whole;
      const second = {
        watts: whole,
        bpm: heart.read(body.bpm),
        rpm: Math.round(rpm),
        ...(metresPerSecond === undefined ? {} : { metresPerSecond: roundTo(metresPerSecond, 2) }),
      };
      if (inStepS >= segment.seconds + addedS) leave(at + 1);
      return second;
    },
    state: () => {
      const segment = current();
      return {
        second: body.second,
        at,
        segment,
        inStepS,
        leftS: segment ? segment.seconds + addedS - inStepS : null,
        asked: segment && bandOf(segment, share),
        share,
        stepMeanW: inStepS === 0 ? 0 : joules / inStepS,
        repsLeft: new Set(segments.slice(at).flatMap(({ rep }) => (rep === null ? [] : [rep]))).size,
        next: segments[at + 1] ?? null,
        ended,
        steps,
      };
    },
    events: () => events,
    press(what) {
      if (ended) return;
      events.push({ second: body.second, did: what });
      pressed[what]();
    },
  };
}

/** The place behind the last rep of the same kind. */
function afterSet(segments: readonly Segment[], at: number): number {
  const id = segments[at]?.role === 'work' ? segments[at]?.stepId : segments.slice(0, at).findLast(({ role }) => role === 'work')?.stepId;
  const last = segments.findLastIndex(({ stepId }) => stepId === id);
  return Math.max(at, last) + 1;
}

function bandOf({ from, to }: Segment, share: number): { lowW: number; highW: number } | null {
  if (from?.lowW == null || to?.highW == null) return null;
  return { lowW: Math.round(Math.min(from.lowW, to.lowW ?? from.lowW) * share), highW: Math.round(Math.max(from.highW ?? to.highW, to.highW) * share) };
}

function wantedWatts({ from, to, seconds }: Segment, inStepS: number, share: number, rider: SimulatedRider, body: RiderState, mostW: number): number {
  const flatOut = from !== null && from.lowW === null && from.rpe[0] >= FLAT_OUT_RPE;
  if (flatOut) return seconds <= LONGEST_SPRINT_S ? sprintWatts(mostW, inStepS) : evenWatts(rider, body, Math.max(1, seconds - inStepS), inStepS / seconds);
  const byEffort = (rpe: readonly [number, number] | undefined): number => (cpNow(rider, body) * ((rpe?.[0] ?? 2) + (rpe?.[1] ?? 2))) / 16;
  const [fromW, toW] = [from?.countedW ?? byEffort(from?.rpe), to?.countedW ?? byEffort(to?.rpe)];
  return (fromW + ((toW - fromW) * (inStepS + 0.5)) / seconds) * share;
}

/**
 * Rides a session to its end, or to a second of it, with what was pressed on the way: a ride that was left is resumed
 * by riding it again.
 *
 * @param ride a ride before its first second
 * @param events what was pressed, in order
 * @param untilS stop before this second; leave out to ride to the end
 * @returns every second ridden
 * Source: handbook section 13.
 */
export function rideSessionOn(ride: SessionRide, events: readonly SessionEvent[] = [], untilS = Infinity): RiddenSecond[] {
  const seconds: RiddenSecond[] = [];
  let next = 0;
  const press = (): void => {
    for (let event = events[next]; event?.second === seconds.length; event = events[next]) {
      ride.press(event.did);
      next += 1;
    }
  };
  while (seconds.length < untilS) {
    press();
    const second = ride.step();
    if (!second) break;
    seconds.push(second);
  }
  press();
  return seconds;
}
