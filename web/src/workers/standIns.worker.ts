import {
  type RiddenSecond,
  type RideEvent,
  rideOn,
  type StageDrop,
  startTestRide,
  type TestRide,
  type TestRideSetting,
  type TestRideState,
} from '@uphill/core/simulation';
import { expose } from 'comlink';
import { pacer } from './pacer.ts';

/** What the page is told ten times a second. */
export interface Tick {
  readonly state: TestRideState;
  /** The last second ridden; null before the first. */
  readonly last: RiddenSecond | null;
  /** Seconds ridden since the tick before. */
  readonly ridden: readonly RiddenSecond[];
}

let ride: TestRide | null = null;
let seconds: RiddenSecond[] = [];
let told = 0;
const clock = pacer<RiddenSecond>();

function tick(current: TestRide): Tick {
  const ridden = seconds.slice(told);
  told = seconds.length;
  return { state: current.state(), last: seconds.at(-1) ?? null, ridden };
}

/** The stand-ins in their own thread: ridden at 1× to 60×, steered from the page. */
const standIns = {
  /** Makes the ride ready; one that was left is ridden again, with what was pressed, to where it was. */
  start(setting: TestRideSetting, events: readonly RideEvent[], untilS: number): Tick {
    clock.stop();
    ride = startTestRide(setting);
    seconds = untilS > 0 ? [...rideOn(ride, events, untilS).seconds] : [];
    told = 0;
    return tick(ride);
  },
  run(speed: number, tell: (tick: Tick) => void): void {
    const current = ride;
    if (!current) return;
    clock.run(speed, current, seconds, () => {
      const now = tick(current);
      tell(now);
      return now.state.ended === null;
    });
  },
  pause(): void {
    clock.stop();
  },
  press(what: RideEvent['did']): { tick: Tick; refusal: string | null } | null {
    if (!ride) return null;
    const refusal = what === 'struggling' ? ride.struggling() : null;
    if (what === 'lap') ride.lap();
    if (what === 'stop') ride.stop();
    return { tick: tick(ride), refusal };
  },
  events(): readonly RideEvent[] {
    return ride?.events() ?? [];
  },
  whole(): {
    seconds: readonly RiddenSecond[];
    laps: readonly number[];
    drops: readonly StageDrop[];
  } {
    return { seconds, laps: ride?.state().laps ?? [], drops: ride?.state().drops ?? [] };
  },
};

export type StandIns = typeof standIns;
expose(standIns);
