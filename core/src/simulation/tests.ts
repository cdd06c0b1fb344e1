import { STAGE_S, type RampShape } from '../testing/protocols.ts';
import type { Random } from './random.ts';
import { type RiddenSecond, ride, type SimulatedRider } from './rider.ts';

const COOL_DOWN_S = 300;
/** Below this the ramp rider stops, J of W′ left: just before the legs give way. */
const STOPS_AT_J = 600;

/**
 * Rides a ramp test: warm-up, the ramp until W′ is gone, an easy cool-down.
 *
 * @param rider what the rider is made of
 * @param ramp start and step, W
 * @param warmUpS length of the warm-up, s
 * @param random seeded source of chance
 * @returns every second ridden
 * Source: handbook section 4.
 */
export function rideRamp(rider: SimulatedRider, ramp: RampShape, warmUpS: number, random: Random): RiddenSecond[] {
  let stoppedAt: number | null = null;
  return ride(
    rider,
    (second, balance) => {
      if (second < warmUpS) return Math.min(ramp.startW * 0.95, rider.cpW * 0.5);
      if (stoppedAt === null && balance < STOPS_AT_J) stoppedAt = second;
      if (stoppedAt !== null) return second - stoppedAt >= COOL_DOWN_S ? null : second - stoppedAt < 20 ? 0 : 75;
      return ramp.startW + ramp.stepW * Math.floor((second - warmUpS) / STAGE_S);
    },
    random,
  );
}

/** How a simulated rider paces a steady maximal effort: shares of its mean in the first and last quarter. */
export interface Pacing {
  readonly first: number;
  readonly last: number;
}

/**
 * Rides a steady maximal effort of a given length between warm-up and cool-down.
 *
 * @param rider what the rider is made of
 * @param seconds length of the effort, s
 * @param warmUpS length of the warm-up, s
 * @param pacing shares of the mean that the first and last quarter are ridden at
 * @param random seeded source of chance
 * @returns every second ridden
 * Source: handbook section 4.
 */
export function rideSteady(rider: SimulatedRider, seconds: number, warmUpS: number, pacing: Pacing, random: Random): RiddenSecond[] {
  // The most that CP and W′ allow over this length, less the reserve kept so that the legs do not give way.
  const mean = rider.cpW + (rider.wPrimeJ * 0.88) / seconds;
  return ride(
    rider,
    (second) => {
      const into = second - warmUpS;
      if (into < 0) return rider.cpW * (0.5 + 0.25 * (second / warmUpS));
      if (into < seconds) {
        const quarter = Math.floor((into / seconds) * 4);
        return mean * (quarter === 0 ? pacing.first : quarter === 3 ? pacing.last : (4 - pacing.first - pacing.last) / 2);
      }
      return into - seconds < COOL_DOWN_S ? rider.cpW * 0.4 : null;
    },
    random,
  );
}
