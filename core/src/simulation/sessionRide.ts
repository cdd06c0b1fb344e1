import type { RecordedSecond } from '../power/index.ts';
import type { Segment } from '../sessions/index.ts';
import type { Slope } from './devices.ts';
import type { SimulatedRider } from './rider.ts';
import type { Judged, JudgedBy, SaidRpe } from './ridingJudge.ts';
import { SessionOnStandIns } from './sessionOnStandIns.ts';

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
  /** What the ride is judged by while it is ridden; left out: nothing is said. */
  readonly judge?: JudgedBy | undefined;
}

/** What can be done while a session is ridden. */
export const SESSION_DID = [
  ...(['lap', 'skip', 'back', 'minute', 'lastOne', 'harder', 'easier', 'stop'] as const),
  // Said of a rep, and decided on a set that does not hold.
  ...(['rpeUnder7', 'rpe7', 'rpeOver7', 'rpe10', 'unwell', 'rescue', 'rideEasy', 'goOn'] as const),
] as const;

/** What the rider or coach did, and in which second: with the seed it makes the same ride again. */
export interface SessionEvent {
  readonly second: number;
  readonly did: (typeof SESSION_DID)[number];
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
  /** Asked before the set was saved by fewer watts, W. */
  readonly before?: { readonly lowW: number; readonly highW: number };
  /** What the rider said of it. */
  readonly said?: SaidRpe;
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
  readonly judged: Judged;
}

/** A session being ridden, one second at a time. */
export interface SessionRide {
  /** Rides a second; null when it is over. */
  readonly step: () => RecordedSecond | null;
  readonly state: () => SessionRideState;
  readonly events: () => readonly SessionEvent[];
  readonly press: (what: SessionEvent['did']) => void;
}

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
  const ride = new SessionOnStandIns(setting);
  return {
    step: () => ride.step(),
    state: () => ride.state(),
    events: () => ride.events,
    press: (did) => ride.press(did),
  };
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
): RecordedSecond[] {
  const seconds: RecordedSecond[] = [];
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
