/** The base is smoothed over so many days. Source: handbook section 8.1. */
const BASE_DAYS = 42;
const WEEK_DAYS = 7;

/**
 * The load of a week of equal days that moves the base by a wanted rise: daily = B + r ÷ k(7), with
 * k(d) = 1 − (41/42)^d.
 *
 * @param base base load at the end of the day before the week, points a day
 * @param rise points by which the base is to be higher at the end of the week; below 0 in an easy one
 * @returns points of the whole week
 * Source: handbook section 8.2 (Calvert, Banister, Savage and Bach 1976).
 * @example
 * Math.round(weekGoal(60, 5)) // 645
 */
export function weekGoal(base: number, rise: number): number {
  const reached = 1 - ((BASE_DAYS - 1) / BASE_DAYS) ** WEEK_DAYS;
  return WEEK_DAYS * (base + rise / reached);
}
