/** Seconds of the trailing mean under surge-weighted power. Source: handbook section 5. */
const SURGE_WINDOW_S = 30;

/**
 * Surge-weighted power: the fourth-power mean of trailing 30-second power, so that surges count for more.
 *
 * @param moving 1 Hz watts with long gaps cut out
 * @returns W, or null under 30 s
 * Source: handbook section 5.
 */
export function surgeWeightedPower(moving: ArrayLike<number>): number | null {
  if (moving.length < SURGE_WINDOW_S) return null;
  let windowSum = 0;
  let fourthPowers = 0;
  for (let second = 0; second < moving.length; second += 1) {
    windowSum += moving[second] as number;
    if (second >= SURGE_WINDOW_S) windowSum -= moving[second - SURGE_WINDOW_S] as number;
    if (second >= SURGE_WINDOW_S - 1) {
      const squared = (windowSum / SURGE_WINDOW_S) ** 2;
      fourthPowers += squared * squared;
    }
  }
  return (fourthPowers / (moving.length - SURGE_WINDOW_S + 1)) ** 0.25;
}

/**
 * Mean of a stretch, zeros included.
 *
 * @param watts 1 Hz watts
 * @returns W; 0 for an empty stretch
 * Source: handbook section 5, Conventions.
 */
export function meanOf(watts: ArrayLike<number>): number {
  let sum = 0;
  for (let index = 0; index < watts.length; index += 1) sum += watts[index] as number;
  return watts.length === 0 ? 0 : sum / watts.length;
}

/**
 * Load: points of strain; one hour at FTP is 100.
 *
 * @param seconds moving time, s
 * @param surgeWeightedW W
 * @param ftpW W, above 0
 * @returns points
 * Source: handbook section 5.
 * @example
 * loadFromPower(3600, 250, 250) // 100
 */
export function loadFromPower(seconds: number, surgeWeightedW: number, ftpW: number): number {
  const ratio = surgeWeightedW / ftpW;
  return (seconds / 3600) * ratio * ratio * 100;
}

/** Points an hour at whole-session RPE 1 to 10. Source: handbook section 5. */
const POINTS_PER_HOUR = [20, 32, 45, 52, 58, 65, 75, 85, 93, 100] as const;

/**
 * Points an hour of a given effort, linear between whole steps.
 *
 * @param rpe 1–10
 * @returns points per hour
 * @throws RangeError outside 1–10
 * Source: handbook section 5.
 */
export function effortPointsPerHour(rpe: number): number {
  if (!(rpe >= 1 && rpe <= 10)) throw new RangeError(`RPE ${rpe} lies outside 1 to 10.`);
  const below = Math.min(Math.floor(rpe), 9);
  const low = POINTS_PER_HOUR[below - 1] as number;
  const high = POINTS_PER_HOUR[below] as number;
  return low + (high - low) * (rpe - below);
}

/**
 * Load where there is no FTP or no power: from minutes and perceived effort.
 *
 * @param minutes 0 or more
 * @param rpe whole-session effort, 1–10
 * @returns points
 * @throws RangeError for an effort outside 1–10
 * Source: handbook section 5.
 */
export function loadFromEffort(minutes: number, rpe: number): number {
  return (minutes / 60) * effortPointsPerHour(rpe);
}

/**
 * Energy at the pedals.
 *
 * @param meanW W
 * @param seconds s
 * @returns kJ; at about 24 % efficiency one kJ costs about one kcal
 * Source: handbook section 5.
 * @example
 * energyKj(200, 3600) // 720
 */
export function energyKj(meanW: number, seconds: number): number {
  return (meanW * seconds) / 1000;
}
