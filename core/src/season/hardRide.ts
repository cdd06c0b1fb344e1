import { percentOf, roundHalfUp } from '../units/index.ts';
import { SEVEN_STEPS } from '../zones/index.ts';

const ABOVE_ENDURANCE_S = 600;
const ABOVE_105_S = 180;
const ENDURANCE_PERCENT = SEVEN_STEPS.bands[1]?.toPercent ?? 75;

/**
 * Whether a ride was hard: at least 10:00 above the Endurance limit, or 3:00 above 105 % of FTP.
 *
 * @param watts 1 Hz watts, gaps as 0
 * @param ftpW FTP in use that day, W
 * @returns the verdict with its figure in words
 * Source: handbook section 8 (Building the week).
 */
export function isHardRide(
  watts: ArrayLike<number>,
  ftpW: number,
): { readonly hard: boolean; readonly says: string } {
  const [endurance, ceiling] = [percentOf(ENDURANCE_PERCENT, ftpW), percentOf(105, ftpW)];
  let [aboveEndurance, above105] = [0, 0];
  for (let second = 0; second < watts.length; second += 1) {
    const whole = roundHalfUp(watts[second] as number);
    if (whole > endurance) aboveEndurance += 1;
    if (whole > ceiling) above105 += 1;
  }
  return {
    hard: aboveEndurance >= ABOVE_ENDURANCE_S || above105 >= ABOVE_105_S,
    says: `${Math.floor(aboveEndurance / 60)} min above Endurance`,
  };
}
