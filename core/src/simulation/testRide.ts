import type { RecordedSecond } from '../power/index.ts';
import type { ProtocolId, RampSetting, TestStep } from '../testing/index.ts';
import type { Drop, Slope } from './devices.ts';
import type { SimulatedRider } from './rider.ts';
import { TestOnStandIns } from './testOnStandIns.ts';

/** How a test is set up on the stand-ins. */
export interface TestRideSetting {
  readonly protocolId: ProtocolId;
  readonly rider: SimulatedRider;
  readonly seed: number;
  /** FTP that is expected: the easy steps are shares of it. */
  readonly expectedW: number;
  readonly ramp: RampSetting;
  /** Length of an on and of an off, s. */
  readonly onS: number;
  /** Whether the optional steps (an opener) are ridden. */
  readonly optional: boolean;
  /** What the trainer is set to outside the ramps. */
  readonly slope: Slope;
  readonly dropsPerHour: number;
  readonly contaminatedShare: number;
}

/** One second of a ride. */
export interface RiddenSecond extends RecordedSecond {
  readonly watts: number;
}

/** A drop of blood with where it was taken. */
export interface StageDrop extends Drop {
  readonly stageW: number;
  readonly at: 'mid' | 'end';
  readonly bpm: number | null;
  /** Share of the stage ridden; under 1 only where the rider stopped in it. */
  readonly fraction: number;
}

/** What the rider or coach did, and in which second: with the seed it makes the same ride again. */
export interface RideEvent {
  readonly second: number;
  readonly did: 'lap' | 'stop' | 'struggling';
}

/** How a ride ended, or null while it goes on. */
export type Ended = 'done' | 'stopped' | null;

/** Where a ride stands. */
export interface TestRideState {
  readonly second: number;
  readonly stepIndex: number;
  readonly step: TestStep;
  readonly inStepS: number;
  /** Mean of the step so far, W. */
  readonly stepMeanW: number;
  /** Seconds left of the step; null where it lasts until the rider stops. */
  readonly leftS: number | null;
  /** What is asked now, W; null where it is "all you have". */
  readonly askedW: number | null;
  /** Stage of a ramp, from 1; null elsewhere. */
  readonly stage: number | null;
  readonly chancesUsed: number;
  readonly laps: readonly number[];
  readonly drops: readonly StageDrop[];
  readonly ended: Ended;
  /** Why the ramp ended, in words; null before. */
  readonly endedBecause: string | null;
}

/** A test being ridden on the stand-ins, one second at a time. */
export interface TestRide {
  /** Rides a second; null when it is over. */
  readonly step: () => RiddenSecond | null;
  readonly state: () => TestRideState;
  readonly events: () => readonly RideEvent[];
  /** Marks a lap; in a step from which nothing is read it also goes on to the next. */
  readonly lap: () => void;
  /** Stops: a ramp ends and the cool-down follows; any other step ends the ride. */
  readonly stop: () => void;
  /** Asks for a chance to bring the watts back; refuses with a sentence after the second. */
  readonly struggling: () => string | null;
}

/**
 * Starts a test on the stand-ins: rider, trainer, strap and lactate meter, all from one seed.
 *
 * @param setting protocol, rider, seed and how it is set up
 * @returns the ride, before its first second
 * Source: handbook sections 4 and 13.
 */
export function startTestRide(setting: TestRideSetting): TestRide {
  const ride = new TestOnStandIns(setting);
  return {
    step: () => ride.step(),
    state: () => ride.state(),
    events: () => ride.events,
    lap: () => ride.lap(),
    stop: () => ride.stop(),
    struggling: () => ride.struggling(),
  };
}

/** A ride that is over: every second, its laps and its drops of blood. */
export interface WholeRide {
  readonly seconds: readonly RiddenSecond[];
  readonly laps: readonly number[];
  readonly drops: readonly StageDrop[];
}

/**
 * Rides a test to its end, or to a second of it, with what was pressed on the way. The same setting and events make
 * the same ride, so a ride that was left is resumed by riding it again.
 *
 * @param ride a ride before its first second
 * @param events what was pressed, in order
 * @param untilS stop before this second; leave out to ride to the end
 * @returns everything ridden
 * Source: handbook section 13.
 */
export function rideOn(
  ride: TestRide,
  events: readonly RideEvent[] = [],
  untilS = Infinity,
): WholeRide {
  const seconds: RiddenSecond[] = [];
  let next = 0;
  const press = (second: number): void => {
    for (; events[next]?.second === second; next += 1) ride[events[next]?.did ?? 'lap']();
  };
  for (let second = 0; second < untilS; second += 1) {
    press(second);
    const ridden = ride.step();
    if (!ridden) break;
    seconds.push(ridden);
  }
  // What was pressed after the last second that was ridden.
  press(seconds.length);
  return { seconds, laps: ride.state().laps, drops: ride.state().drops };
}
