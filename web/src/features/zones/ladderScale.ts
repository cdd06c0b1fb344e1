import type { Band } from '@uphill/core/zones';
import { scaleLinear, scaleLog } from 'd3-scale';

/** Lowest share of FTP drawn; the axis is broken below it. */
const BROKEN_BELOW = 0.4;
/** Top of the drawing: the open band needs some height. */
const TOP = 1.75;
/** Deepest of the zone colours. */
const DEEPEST = 7;

/** A day: nothing is held longer. */
const LONGEST_S = 86_400;

/** A rung of the ladder in drawing units: height is watts, width is the logarithm of how long it can be held. */
export interface Rung {
  readonly band: Band;
  readonly y: number;
  readonly height: number;
  readonly width: number;
  /** Height of its line of words: rungs that overlap share the watts in the middle. */
  readonly wordsHeight: number;
  /** Colour of the family, 1 (pale) to 7 (deep). */
  readonly shade: number;
}

/** Where two neighbours overlap, in drawing units. */
export interface SharedWatts {
  readonly y: number;
  readonly height: number;
  readonly width: number;
}

/**
 * Lays bands out as rungs.
 *
 * @param ftpW the watts that the axis hangs on: FTP, or LT2
 * @param height whole height of the drawing
 * @param widest width of the longest-held rung
 */
export function rungsOf(
  bands: readonly Band[],
  ftpW: number,
  height: number,
  widest: number,
): { rungs: Rung[]; shared: SharedWatts[]; y: (watts: number) => number } {
  const low = BROKEN_BELOW * ftpW;
  const high = TOP * ftpW;
  const y = scaleLinear([low, high], [height, 0]).clamp(true);
  const held = scaleLog([1, LONGEST_S], [0, widest]);
  const width = (band: Band): number => held(band.rule.heldSeconds);
  const topOf = (band: Band): number => y(band.high ?? high);
  const footOf = (band: Band): number => (band.low === 0 ? height : y(band.low - 1));
  const rungs = bands.map((band, index): Rung => {
    const [below, above] = [bands[index - 1], bands[index + 1]];
    const wordsTop = above ? (topOf(band) + footOf(above)) / 2 : topOf(band);
    const wordsFoot = below ? (topOf(below) + footOf(band)) / 2 : footOf(band);
    return {
      band,
      y: topOf(band),
      height: footOf(band) - topOf(band),
      width: width(band),
      wordsHeight: wordsFoot - wordsTop,
      shade: shadeOf(band.rule.number, bands.length),
    };
  });
  const shared = bands.flatMap((band, index): SharedWatts[] => {
    const above = bands[index + 1];
    if (!above || band.high === null || above.low > band.high) return [];
    return [
      {
        y: topOf(band),
        height: footOf(above) - topOf(band),
        width: Math.min(width(band), width(above)),
      },
    ];
  });
  return { rungs, shared, y };
}

/** Spreads a scheme's bands over the one family of colours; seven have one each. */
export function shadeOf(number: number, count: number): number {
  return count <= 1
    ? 1
    : Math.max(1, Math.min(DEEPEST, Math.round(1 + ((number - 1) * (DEEPEST - 1)) / (count - 1))));
}
