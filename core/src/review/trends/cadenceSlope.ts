import { type Refused, refused, type Understood, understood } from '../../units/index.ts';
import { leastSquares } from './statistics.ts';

/** A slope is kept so long, days. Source: handbook section 9.4. */
export const CADENCE_KEPT_DAYS = 180;

/**
 * How many beats more a rider's heart needs for each 10 rpm more at the same watts.
 *
 * @param blocks cadence in rpm and mean heart rate of each block, as ridden at 60, 80 and 100 rpm
 * @param about age in days, and whether the rider's knees are sore: then it is not ridden, and not used
 * @returns beats per 10 rpm; refused where it is older than 180 days, or nothing was turned differently
 * Source: handbook section 9.4 (Cadence slope).
 */
export function cadenceSlope(
  blocks: readonly (readonly [rpm: number, bpm: number])[],
  {
    daysOld = 0,
    soreKnees = false,
  }: { readonly daysOld?: number; readonly soreKnees?: boolean } = {},
): Understood<number> | Refused {
  if (soreKnees) return refused('not for sore knees');
  if (daysOld > CADENCE_KEPT_DAYS) return refused('older than 180 days');
  const line = blocks.length < 3 ? null : leastSquares(blocks);
  return line ? understood(line.b * 10) : refused('three blocks at three cadences are needed');
}
