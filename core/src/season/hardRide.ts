import { percentOf, roundHalfUp } from '../units/index.ts';
import { SEVEN_STEPS } from '../zones/index.ts';

/** So long the 30-s mean stays above the Endurance limit in one stretch, and in all of them. Handbook section 8.4. */
const STRETCH_S = 120;
const ABOVE_ENDURANCE_S = 600;
const ABOVE_105_S = 180;
const HARD_RPE = 8;
const WINDOW_S = 30;
const ENDURANCE_PERCENT = SEVEN_STEPS.bands[1]?.toPercent ?? 75;

/** What a ride is judged by. */
export interface RiddenHard {
  /** 1 Hz watts without long gaps and stops; null without a power meter. */
  readonly watts: ArrayLike<number> | null;
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
 * @param ride watts, FTP of the day, RPE
 * @returns the verdict with its figure in words
 * Source: handbook section 8.4.
 */
export function isHardRide({ watts, ftpW, rpe }: RiddenHard): {
  readonly hard: boolean;
  readonly says: string;
} {
  const { enduranceS, ceilingS } =
    watts === null || ftpW === null ? { enduranceS: 0, ceilingS: 0 } : secondsAbove(watts, ftpW);
  if (enduranceS >= ABOVE_ENDURANCE_S)
    return { hard: true, says: `${Math.floor(enduranceS / 60)} min above Endurance` };
  if (ceilingS >= ABOVE_105_S)
    return { hard: true, says: `${Math.floor(ceilingS / 60)} min above 105 % of FTP` };
  return rpe !== null && rpe >= HARD_RPE
    ? { hard: true, says: `RPE ${rpe}` }
    : { hard: false, says: `${Math.floor(enduranceS / 60)} min above Endurance` };
}

/**
 * Whether a ride was hard, by what is stored of it.
 *
 * @param pack seconds at each whole watt of the 30-s mean, and in stretches of 2:00 above each
 * @param ftpW FTP in use that day, W; null without one
 * @param rpe of the whole ride, 1–10; null where nobody said
 * @returns true where it was
 * Source: handbook section 8.4.
 */
export function wasHard(
  {
    means,
    stretches,
  }: { readonly means: readonly number[]; readonly stretches: readonly number[] },
  ftpW: number | null,
  rpe: number | null,
): boolean {
  if (rpe !== null && rpe >= HARD_RPE) return true;
  if (ftpW === null) return false;
  const above = (watts: number): number =>
    means.slice(watts + 1).reduce((sum, seconds) => sum + seconds, 0);
  return (
    (stretches[percentOf(ENDURANCE_PERCENT, ftpW)] ?? 0) >= ABOVE_ENDURANCE_S ||
    above(percentOf(105, ftpW)) >= ABOVE_105_S
  );
}

/** Seconds whose trailing 30-s mean is above the Endurance limit, in stretches, and above 105 %. */
function secondsAbove(
  watts: ArrayLike<number>,
  ftpW: number,
): { enduranceS: number; ceilingS: number } {
  const [endurance, ceiling] = [percentOf(ENDURANCE_PERCENT, ftpW), percentOf(105, ftpW)];
  let [sum, stretch, enduranceS, ceilingS] = [0, 0, 0, 0];
  const endStretch = (): void => {
    if (stretch >= STRETCH_S) enduranceS += stretch;
    stretch = 0;
  };
  for (let second = 0; second < watts.length; second += 1) {
    sum += watts[second] as number;
    if (second >= WINDOW_S) sum -= watts[second - WINDOW_S] as number;
    if (second < WINDOW_S - 1) continue;
    const mean = roundHalfUp(sum / WINDOW_S);
    if (mean > endurance) stretch += 1;
    else endStretch();
    if (mean > ceiling) ceilingS += 1;
  }
  endStretch();
  return { enduranceS, ceilingS };
}
