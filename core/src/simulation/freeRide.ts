import { rideFreely, sensor } from './devices.ts';
import type { Random } from '../units/index.ts';
import { bell } from './random.ts';
import {
  evenWatts,
  liveOn,
  mostNow,
  restedState,
  type SimulatedRider,
  sprintWatts,
} from './rider.ts';
import type { RiddenSecond } from './testRide.ts';

/** A stretch of a ride: how long, and what the rider means to give. */
export interface Meant {
  readonly seconds: number;
  /** Watts meant; "max" is all that lasts for this long. */
  readonly watts: number | 'max';
  /** How far road and legs carry the watts up and down, as a share; a trainer about 0.02, a rolling road about 0.2. */
  readonly rolling: number;
  /** Cadence meant, rpm; the one the rider likes where left out. */
  readonly rpm?: number;
}

/** Faults that a ride can have. */
export interface RideFaults {
  /** How often the strap drops out in an hour. */
  readonly dropsPerHour: number;
  /** From this second the strap is silent to the end; leave out where it holds. */
  readonly strapDiesAt?: number;
}

/** Rolling watts come and go with about this time constant, s. */
const ROLL_S = 25;
const COASTING_BELOW = 0.15;
/** Up to here "max" is a sprint, which nobody rides evenly, s. */
const LONGEST_SPRINT_S = 20;

/**
 * Rides stretch after stretch as a rider on the road does: watts roll up and down around what is meant, downhill the
 * legs rest, and a rider who has nothing left gives what is there.
 *
 * @param rider what the rider is made of
 * @param meant the stretches, in order
 * @param random seeded source of chance
 * @param faults what goes wrong with the strap
 * @returns every second ridden
 * Source: handbook section 13.
 */
export function rideMeant(
  rider: SimulatedRider,
  meant: readonly Meant[],
  random: Random,
  faults: RideFaults = { dropsPerHour: 0 },
): RiddenSecond[] {
  const heart = sensor(random, faults.dropsPerHour);
  const ridden: RiddenSecond[] = [];
  let body = restedState(rider);
  let roll = 0;
  for (const { seconds, watts, rolling, rpm = rider.cadenceRpm } of meant) {
    for (let second = 0; second < seconds; second += 1) {
      roll += -roll / ROLL_S + bell(random) * rolling * Math.sqrt(2 / ROLL_S);
      let wanted: number;
      if (watts !== 'max') wanted = watts * (1 + roll);
      else if (seconds <= LONGEST_SPRINT_S) wanted = sprintWatts(mostNow(rider, body), second);
      else wanted = evenWatts(rider, body, seconds - second, second / seconds);
      const coasting = watts !== 'max' && 1 + roll < COASTING_BELOW;
      const given = coasting ? 0 : Math.min(wanted + body.wanderW, mostNow(rider, body));
      const turned = rideFreely(given, body.rpm, rpm, random);
      const whole = Math.max(0, Math.round(turned.watts));
      body = liveOn(rider, body, whole, turned.rpm, random);
      const silent = faults.strapDiesAt !== undefined && ridden.length >= faults.strapDiesAt;
      ridden.push({
        watts: whole,
        bpm: silent ? null : heart.read(body.bpm),
        rpm: coasting ? 0 : Math.round(turned.rpm),
      });
    }
  }
  return ridden;
}
