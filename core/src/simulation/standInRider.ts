import type { RiderNumbers } from '../rider/index.ts';
import { seededRandom } from '../units/index.ts';
import { bell } from './random.ts';
import { PLAIN_RIDER, type SimulatedRider } from './rider.ts';

/** Work above CP that a rider of a given CP usually has, as seconds of CP. */
const USUAL_W_PRIME_S = 63;
const USUAL_PMAX = 3.9;

/**
 * A simulated rider like a real one, as far as the rider's figures tell: CP near FTP, heart rates as stored, the rest
 * usual. The seed gives the form of the day and small differences.
 *
 * @param numbers the rider's figures on the day
 * @param seed any whole number
 * @returns the simulated rider
 * Source: handbook section 13.
 */
export function standInFor(
  numbers: Pick<RiderNumbers, 'ftpW' | 'restingBpm' | 'thresholdBpm' | 'maximalBpm'>,
  seed: number,
): SimulatedRider {
  const random = seededRandom(seed * 31 + 7);
  const cpW = (numbers.ftpW ?? 180) * (1.005 + 0.01 * bell(random));
  const maximalBpm =
    numbers.maximalBpm ??
    (numbers.thresholdBpm === null
      ? PLAIN_RIDER.maximalBpm
      : Math.round(numbers.thresholdBpm / 0.89));
  return {
    ...PLAIN_RIDER,
    cpW,
    wPrimeJ: cpW * USUAL_W_PRIME_S * (1 + 0.08 * bell(random)),
    pmaxW: cpW * USUAL_PMAX * (1 + 0.05 * bell(random)),
    restingBpm: numbers.restingBpm ?? PLAIN_RIDER.restingBpm,
    maximalBpm,
    form: 1 + 0.01 * bell(random),
    pacingError: 0.015 * bell(random),
  };
}
