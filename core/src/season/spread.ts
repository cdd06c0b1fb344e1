/** A quiet week is never called the same every day, points. */
const LEAST = 100;

/**
 * How alike the days of a week are: the mean of the seven loads over their standard deviation.
 *
 * @param loads points of seven days
 * @returns the ratio; null under 100 points a week or where all are the same to the point
 * Source: handbook section 8.2 (Sameness).
 */
export function sameness(loads: readonly number[]): number | null {
  const sum = loads.reduce((all, load) => all + load, 0);
  if (sum < LEAST) return null;
  const mean = sum / loads.length;
  const variance = loads.reduce((all, load) => all + (load - mean) ** 2, 0) / loads.length;
  return variance === 0 ? Infinity : mean / Math.sqrt(variance);
}

/** Riding time of some days. */
export interface RidingTime {
  /** Minutes with watts, at or below the lower threshold, and from there to the upper. */
  readonly minutes: number;
  readonly easyMin: number;
  readonly middleMin: number;
  /** Minutes planned between the thresholds. */
  readonly plannedMiddleMin: number;
}

/**
 * The share of riding that was easy, and that between the thresholds which nobody asked for.
 *
 * @param time riding time; the planned minutes between the thresholds are taken off the middle
 * @returns percent of both; null without riding by watts
 * Source: handbook section 8.5 (Easy share, Middle share).
 */
export function easyAndMiddle(
  time: RidingTime,
): { readonly easy: number; readonly middle: number } | null {
  if (time.minutes <= 0) return null;
  return {
    easy: (time.easyMin / time.minutes) * 100,
    middle: (Math.max(0, time.middleMin - time.plannedMiddleMin) / time.minutes) * 100,
  };
}
