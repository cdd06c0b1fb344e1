import {
  rideSessionOn,
  type SessionEvent,
  type SessionRide,
  type SessionRideSetting,
  type SessionRideState,
  startSessionRide,
} from '@uphill/core/simulation';
import type { RecordedSecond } from '@uphill/core/power';
import { expose } from 'comlink';
import { pacer } from './pacer.ts';

/** What the ride room is told ten times a second. */
export interface RoomTick {
  readonly state: SessionRideState;
  /** The last seconds ridden, newest last; at most ten. */
  readonly last: readonly RecordedSecond[];
}

let ride: SessionRide | null = null;
let seconds: RecordedSecond[] = [];
const clock = pacer<RecordedSecond>();

function tick(current: SessionRide): RoomTick {
  return { state: current.state(), last: seconds.slice(-10) };
}

/** A session on the stand-ins in their own thread, steered from the ride room. */
const room = {
  /** Makes the ride ready; one that was left is ridden again, with what was pressed, to where it was. */
  start(setting: SessionRideSetting, events: readonly SessionEvent[], untilS: number): RoomTick {
    clock.stop();
    ride = startSessionRide(setting);
    seconds = rideSessionOn(ride, events, untilS);
    return tick(ride);
  },
  run(speed: number, tell: (tick: RoomTick) => void): void {
    const current = ride;
    if (!current) return;
    clock.run(speed, current, seconds, () => {
      const now = tick(current);
      tell(now);
      return !now.state.ended;
    });
  },
  pause(): void {
    clock.stop();
  },
  press(what: SessionEvent['did']): RoomTick | null {
    ride?.press(what);
    return ride && tick(ride);
  },
  whole(): { seconds: readonly RecordedSecond[]; events: readonly SessionEvent[] } {
    return { seconds, events: ride?.events() ?? [] };
  },
};

export type Room = typeof room;
expose(room);
