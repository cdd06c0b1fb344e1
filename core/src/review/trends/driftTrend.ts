import type { RideTrend } from './rideTrend.ts';
import type { TrendRide } from './trendsOf.ts';

/** How far the heart drifted in a steady ride. */
export interface DriftPoint {
  readonly rideId: string;
  readonly date: string;
  readonly percent: number;
  /** What was left of it after the first 10:00, s. */
  readonly seconds: number;
  /** Mean watts and valid bpm of its halves. */
  readonly halves: NonNullable<NonNullable<RideTrend['drift']>['halves']>;
}

const NOT_STEADY = { percent: null, seconds: null, halves: null };

/**
 * Heart drift of the steady rides, each at its length.
 *
 * @param rides those of the span, in the order of their dates
 * @returns those that were steady and long enough
 * Source: handbook section 5 (Heart drift).
 */
export function driftTrend(rides: readonly TrendRide[]): DriftPoint[] {
  return rides.flatMap(({ rideId, date, trend: { drift } }) => {
    const { percent, seconds, halves } = drift ?? NOT_STEADY;
    if (percent === null || seconds === null || halves === null) return [];
    return [{ rideId, date, percent, seconds, halves }];
  });
}
