import { type Best, bestWindows, curveAt, type CurveModel } from '../power/index.ts';

/** The rider's curve of before a ride. */
export type CurveBefore = CurveModel & { readonly bests: readonly Best[] };

/** A stretch of a ride against the rider's curve at its length. */
export interface AgainstCurve {
  readonly seconds: number;
  readonly watts: number;
  readonly curveW: number;
}

/**
 * The stretch that lies furthest above the rider's curve of before, or nearest under it.
 *
 * @param clock 1 Hz watts of the ride
 * @param lengths lengths to look at, s; those longer than the ride are left out
 * @param before the curve of before the ride
 * @returns the stretch; null where the curve says nothing at any of the lengths
 * Source: handbook section 5 (Rider's curve).
 */
export function furthestOverCurve(
  clock: Float64Array,
  lengths: readonly number[],
  before: CurveBefore,
): AgainstCurve | null {
  let best: AgainstCurve | null = null;
  for (const { seconds, meanW: watts } of bestWindows(
    clock,
    lengths.filter((each) => each <= clock.length),
  )) {
    const curveW = curveAt(seconds, before, before.bests)?.value ?? null;
    if (curveW === null) continue;
    if (!best || watts / curveW > best.watts / best.curveW) best = { seconds, watts, curveW };
  }
  return best;
}
