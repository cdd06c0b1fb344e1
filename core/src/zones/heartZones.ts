import { type Band, bandsFor, layOver } from './bands.ts';
import { FIVE_BY_MAXIMAL_HR, FIVE_BY_THRESHOLD_HR, isByHeart, type Scheme } from './schemes.ts';

/**
 * A rider's heart-rate zones: of their own scheme where that is by heart rate, else of what heart rates are known.
 *
 * @param heart threshold and maximal heart rate of the day, bpm; null where unknown
 * @param scheme the rider's scheme
 * @returns the bands; null where no heart rate is known
 * Source: handbook sections 3 (without a power meter) and 6.
 */
export function heartZones(
  heart: { readonly thresholdHr: number | null; readonly maximalHr: number | null },
  scheme: Scheme,
): Band[] | null {
  const found = [scheme, FIVE_BY_THRESHOLD_HR, FIVE_BY_MAXIMAL_HR].find(
    (each) => isByHeart(each) && !('missing' in layOver(each, heart)),
  );
  return found ? bandsFor(found, heart) : null;
}
