import { USUAL_SEASON } from './settings.ts';

const DAYS = 28;
/** In the first training year it is at most this much over the longest of the last 14 days, s. */
const BEGINNER = { days: 14, overS: 900 } as const;

/** How long ago a ride was and how long it lasted. */
export interface RideBefore {
  /** Whole days before the day that is asked about, from 1. */
  readonly daysAgo: number;
  readonly seconds: number;
}

/**
 * How long the next long ride may be.
 *
 * @param rides rides before the day
 * @param firstYear whether the rider is in the first training year
 * @param factor times the longest of the last 28 days, 1.1–1.3
 * @returns the limit in s, or null where no ride of the last 28 days says
 * Source: handbook section 8.6 (long ride).
 * @example
 * longRideLimit([{ daysAgo: 6, seconds: 7200 }], false) // 8640
 */
export function longRideLimit(
  rides: readonly RideBefore[],
  firstYear: boolean,
  factor: number = USUAL_SEASON.longRide,
): number | null {
  const longest = (days: number): number =>
    rides.reduce(
      (most, { daysAgo, seconds }) =>
        daysAgo >= 1 && daysAgo <= days ? Math.max(most, seconds) : most,
      0,
    );
  const [month, fortnight] = [longest(DAYS), longest(BEGINNER.days)];
  if (month === 0) return null;
  const limit = month * factor;
  return firstYear && fortnight > 0 ? Math.min(limit, fortnight + BEGINNER.overS) : limit;
}
