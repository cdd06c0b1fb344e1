import { percentOf } from '../units/index.ts';
import { SEVEN_STEPS } from '../zones/index.ts';

/** So long the 30-s mean stays above the Endurance limit in stretches of 2:00, and above 105 %. Handbook section 8.4. */
const ABOVE_ENDURANCE_S = 600;
const ABOVE_105_S = 180;
const HARD_RPE = 8;
const ENDURANCE_PERCENT = SEVEN_STEPS.bands[1]?.toPercent ?? 75;

/** What a ride is judged by. */
export interface RiddenHard {
  /** Seconds at each whole watt of the trailing 30-s mean; none without a power meter. */
  readonly means: readonly number[];
  /** Seconds of that mean in stretches of 2:00 and more that lie above each whole watt. */
  readonly stretches: readonly number[];
  /** FTP in use that day, W; null without one. */
  readonly ftpW: number | null;
  /** Of the whole ride, 1–10; null where nobody said. */
  readonly rpe: number | null;
}

/**
 * Whether a ride was hard: at least 10:00 in stretches of 2:00 or more whose trailing 30-s mean stays above the
 * Endurance limit, or 3:00 of that mean above 105 % of FTP, or RPE 8. Single seconds are not counted: an easy ride
 * outdoors has a quarter of its seconds above the limit.
 *
 * @param ride what is stored of its watts, FTP of the day, RPE
 * @returns the verdict with its figure in words
 * Source: handbook section 8.4.
 */
export function isHardRide({ means, stretches, ftpW, rpe }: RiddenHard): {
  readonly hard: boolean;
  readonly says: string;
} {
  const over = ftpW === null ? null : percentOf(ENDURANCE_PERCENT, ftpW);
  const enduranceS = over === null ? 0 : (stretches[over] ?? 0);
  const ceilingS = ftpW === null ? 0 : sum(means.slice(percentOf(105, ftpW) + 1));
  const endurance = `${Math.floor(enduranceS / 60)} min above Endurance`;
  if (enduranceS >= ABOVE_ENDURANCE_S) return { hard: true, says: endurance };
  if (ceilingS >= ABOVE_105_S)
    return { hard: true, says: `${Math.floor(ceilingS / 60)} min above 105 % of FTP` };
  return rpe !== null && rpe >= HARD_RPE
    ? { hard: true, says: `RPE ${rpe}` }
    : { hard: false, says: endurance };
}

function sum(seconds: readonly number[]): number {
  return seconds.reduce((all, each) => all + each, 0);
}
