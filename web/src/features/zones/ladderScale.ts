import type { Band } from '@uphill/core';

/** Lowest share of FTP drawn; the axis is broken below it. */
const BROKEN_BELOW = 0.4;
/** Top of the drawing: the open band needs some height. */
const TOP = 1.75;

/** A rung of the ladder in drawing units: height is watts, width is the logarithm of how long it can be held. */
export interface Rung {
  readonly band: Band;
  readonly y: number;
  readonly height: number;
  readonly width: number;
}

/**
 * Lays bands out as rungs.
 *
 * @param height whole height of the drawing
 * @param widest width of the longest-held rung
 */
export function rungsOf(bands: readonly Band[], ftpW: number, height: number, widest: number): { rungs: Rung[]; y: (watts: number) => number } {
  const low = BROKEN_BELOW * ftpW;
  const high = TOP * ftpW;
  const y = (watts: number): number => height - ((Math.min(high, Math.max(low, watts)) - low) / (high - low)) * height;
  const longest = Math.log(86_400);
  const rungs = bands.map((band) => {
    const top = y(band.high ?? high);
    const foot = band.low === 0 ? height : y(band.low - 1);
    return { band, y: top, height: foot - top, width: (Math.log(band.rule.heldSeconds) / longest) * widest };
  });
  return { rungs, y };
}
