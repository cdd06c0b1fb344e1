import type { Segment } from '../sessions/expand.ts';
import { roundTo } from '../units/rounding.ts';
import {
  holdWatts,
  rideFreely,
  rideSlope,
  type Rolling,
  settledOn,
  type Slope,
  sensor,
} from './devices.ts';
import { seededRandom } from './random.ts';
import {
  cpNow,
  evenWatts,
  liveOn,
  mostNow,
  restedState,
  type RiderState,
  type SimulatedRider,
  sprintWatts,
} from './rider.ts';
import type { RiddenSecond } from './testRide.ts';

/** How a session is ridden on the stand-ins. */
export interface SessionRideSetting {
  readonly segments: readonly Segment[];
  readonly rider: SimulatedRider;
  readonly trainer: 'held watts' | 'slope' | 'free';
  readonly slope: Slope;
  readonly seed: number;
  /** How often the strap says nothing, and how often the power meter. */
  readonly dropsPerHour: number;
  readonly powerDropsPerHour: number;
}

/** One second of a session: as it was recorded, watts missing where the power meter said nothing. */
export type SessionSecond = Omit<RiddenSecond, 'watts'> & { readonly watts: number | null };

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
  /** Seconds left of the step, with what was added to it; null in a step that its time does not end. */
  readonly leftS: number | null;
  /** Metres left to the top of the hill; null elsewhere. */
  readonly leftM: number | null;
  /**
   * The band asked in this second, W, with the share the rider turned it up or down: in a rising step it rises.
   * Null where nothing is asked in watts.
   */
  readonly asked: { readonly lowW: number; readonly highW: number } | null;
  readonly share: number;
  /** Mean of the step so far, W; lost seconds are left out. */
  readonly stepMeanW: number;
  readonly repsLeft: number;
  readonly next: Segment | null;
  readonly ended: boolean;
  readonly steps: readonly RiddenStep[];
  /** Seconds at which lap was pressed within a step that its time ends. */
  readonly laps: readonly number[];
  /** For how long the power meter has said nothing, s. */
  readonly silentS: number;
}

/** A session being ridden, one second at a time. */
export interface SessionRide {
  /** Rides a second; null when it is over. */
  readonly step: () => SessionSecond | null;
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
/** No ride is longer, s: a step left open for ever ends here. */
const LONGEST_RIDE_S = 86_400;

/**
 * Starts a session on the stand-ins. Steps follow each other by their time, an open one by the lap key, a hill by its
 * top where the trainer is set to a slope. They can be skipped, repeated, turned up or down, an easy one lengthened,
 * and "that was the last one" goes on behind the set.
 *
 * @param setting the session laid out, the rider, the trainer and the seed
 * @returns the ride, before its first second
 * Source: handbook section 13.
 */
export function startSessionRide(setting: SessionRideSetting): SessionRide {
  const { segments, rider, slope } = setting;
  const random = seededRandom(setting.seed);
  const heart = sensor(seededRandom(setting.seed + 1), setting.dropsPerHour);
  const meter = sensor(seededRandom(setting.seed + 2), setting.powerDropsPerHour);
  const steps: RiddenStep[] = [];
  const laps: number[] = [];
  const events: SessionEvent[] = [];
  let body: RiderState = restedState(rider);
  let at = 0;
  let inStepS = 0;
  let addedS = 0;
  let share = 1;
  let joules = 0;
  let knownS = 0;
  let silentS = 0;
  let metres = 0;
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
    knownS = 0;
    metres = 0;
    if (at >= segments.length) ended = true;
  };
  const pressed: Record<SessionEvent['did'], () => void> = {
    lap: () => {
      if (current()?.until?.kind === 'lap') leave(at + 1);
      else laps.push(body.second);
    },
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
    const turned = rideSlope(
      given,
      hillOf(segment) ?? slope,
      rolling,
      rider.cadenceRpm,
      true,
      random,
    );
    ({ rolling } = turned);
    return { ...turned, metresPerSecond: rolling.metresPerSecond };
  };

  /** The hill that is ridden, where the trainer can be one. */
  const hillOf = ({ until }: Segment): Slope | null =>
    until?.kind === 'hill' && setting.trainer === 'slope'
      ? { ...slope, gradient: until.gradientPercent / 100 }
      : null;
  const isOver = (segment: Segment): boolean => {
    const { until } = segment;
    if (until?.kind === 'lap') return false;
    return until?.kind === 'hill' && hillOf(segment)
      ? metres >= until.metres
      : inStepS >= segment.seconds + addedS;
  };

  return {
    step() {
      const segment = current();
      if (!segment) return null;
      const { watts, rpm, metresPerSecond } = ride(segment);
      const whole = Math.max(0, Math.round(watts));
      body = liveOn(rider, body, whole, rpm, random);
      inStepS += 1;
      metres += metresPerSecond ?? 0;
      const shown = meter.read(whole);
      silentS = shown === null ? silentS + 1 : 0;
      if (shown !== null) {
        joules += shown;
        knownS += 1;
      }
      const second = {
        watts: shown,
        bpm: heart.read(body.bpm),
        rpm: Math.round(rpm),
        ...(metresPerSecond === undefined ? {} : { metresPerSecond: roundTo(metresPerSecond, 2) }),
      };
      if (isOver(segment)) leave(at + 1);
      else if (body.second >= LONGEST_RIDE_S) pressed.stop();
      return second;
    },
    state: () => {
      const segment = current();
      return {
        second: body.second,
        at,
        segment,
        inStepS,
        leftS:
          segment && segment.until?.kind !== 'lap' && !hillOf(segment)
            ? segment.seconds + addedS - inStepS
            : null,
        leftM:
          segment?.until?.kind === 'hill' && hillOf(segment)
            ? Math.max(0, Math.round(segment.until.metres - metres))
            : null,
        asked: segment && bandNow(segment, inStepS, share),
        share,
        stepMeanW: knownS === 0 ? 0 : joules / knownS,
        repsLeft: new Set(segments.slice(at).flatMap(({ rep }) => (rep === null ? [] : [rep])))
          .size,
        next: segments[at + 1] ?? null,
        ended,
        steps,
        laps,
        silentS,
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
  const id =
    segments[at]?.role === 'work'
      ? segments[at]?.stepId
      : segments.slice(0, at).findLast(({ role }) => role === 'work')?.stepId;
  const last = segments.findLastIndex(({ stepId }) => stepId === id);
  return Math.max(at, last) + 1;
}

function bandOf({ from, to }: Segment, share: number): { lowW: number; highW: number } | null {
  if (from?.lowW == null || to?.highW == null) return null;
  return {
    lowW: Math.round(Math.min(from.lowW, to.lowW ?? from.lowW) * share),
    highW: Math.round(Math.max(from.highW ?? to.highW, to.highW) * share),
  };
}

function bandNow(
  segment: Segment,
  inStepS: number,
  share: number,
): { lowW: number; highW: number } | null {
  const { from, to, seconds } = segment;
  if (from?.lowW == null || to?.lowW == null) return bandOf(segment, share);
  const along = Math.min(1, (inStepS + 0.5) / seconds);
  const now = (first: number, last: number): number =>
    Math.round((first + (last - first) * along) * share);
  return {
    lowW: now(from.lowW, to.lowW),
    highW: now(from.highW ?? from.lowW, to.highW ?? to.lowW),
  };
}

function wantedWatts(
  { from, to, seconds }: Segment,
  inStepS: number,
  turned: number,
  rider: SimulatedRider,
  body: RiderState,
  mostW: number,
): number {
  const flatOut = from !== null && from.lowW === null && from.rpe[0] >= FLAT_OUT_RPE;
  const ridden = Math.min(1, inStepS / seconds);
  if (flatOut)
    return seconds <= LONGEST_SPRINT_S
      ? sprintWatts(mostW, inStepS)
      : evenWatts(rider, body, Math.max(1, seconds - inStepS), ridden);
  const byEffort = (rpe: readonly [number, number] | undefined): number =>
    (cpNow(rider, body) * ((rpe?.[0] ?? 2) + (rpe?.[1] ?? 2))) / 16;
  const [fromW, toW] = [from?.countedW ?? byEffort(from?.rpe), to?.countedW ?? byEffort(to?.rpe)];
  return (fromW + (toW - fromW) * Math.min(1, (inStepS + 0.5) / seconds)) * turned;
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
export function rideSessionOn(
  ride: SessionRide,
  events: readonly SessionEvent[] = [],
  untilS = Infinity,
): SessionSecond[] {
  const seconds: SessionSecond[] = [];
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
