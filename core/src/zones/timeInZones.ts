import { roundHalfUp } from '../units/index.ts';
import { type Band, bandsOf } from './bands.ts';

/** Seconds of a ride by band, and those in which nothing was recorded. All of them add up to the ride. */
export interface TimeInZones {
  /** Whole seconds, one per band, in the order of the bands. */
  readonly seconds: readonly number[];
  readonly missing: number;
}

/**
 * Time in each band. Where two overlap, a second counts half to each; the halves are then rounded so that the
 * whole seconds still add up to the ride.
 *
 * @param bands as `bandsFor` returns them
 * @param values 1 Hz watts or beats; null where nothing was recorded
 * @returns whole seconds per band, and those missing
 * Source: handbook section 6.
 */
export function timeInZones(bands: readonly Band[], values: ArrayLike<number | null>): TimeInZones {
  const bySize = new Map<number, number>();
  let missing = 0;
  for (let second = 0; second < values.length; second += 1) {
    const value = values[second] ?? null;
    if (value === null || Number.isNaN(value)) missing += 1;
    else bySize.set(roundHalfUp(value), (bySize.get(roundHalfUp(value)) ?? 0) + 1);
  }
  return { seconds: secondsOf(bands, bySize), missing };
}

/**
 * Time in each band of a ride whose seconds were counted by their size when it came in.
 *
 * @param bands as `bandsFor` returns them
 * @param histogram seconds at each whole watt or beat, from 0 on
 * @param ofS seconds of the ride; those not counted are missing
 * @returns whole seconds per band, and those missing; the same as of the stream itself
 * Source: handbook section 6.
 */
export function timeInZonesOf(
  bands: readonly Band[],
  histogram: ArrayLike<number>,
  ofS: number,
): TimeInZones {
  const bySize = new Map<number, number>();
  let counted = 0;
  for (let value = 0; value < histogram.length; value += 1) {
    const seconds = histogram[value] as number;
    if (seconds > 0) bySize.set(value, seconds);
    counted += seconds;
  }
  return { seconds: secondsOf(bands, bySize), missing: Math.max(0, ofS - counted) };
}

function secondsOf(bands: readonly Band[], bySize: ReadonlyMap<number, number>): number[] {
  const shares = new Array<number>(bands.length).fill(0);
  for (const [value, seconds] of bySize) {
    const holding = bandsOf(bands, value);
    for (const band of holding) {
      const index = bands.indexOf(band);
      shares[index] = (shares[index] ?? 0) + seconds / holding.length;
    }
  }
  return wholeSeconds(shares);
}

/** Rounds shares to whole seconds of the same sum: the largest remainders are rounded up. */
function wholeSeconds(shares: readonly number[]): number[] {
  const whole = shares.map(Math.floor);
  const left =
    Math.round(shares.reduce((sum, share) => sum + share, 0)) -
    whole.reduce((sum, seconds) => sum + seconds, 0);
  const byRemainder = shares
    .map((share, index) => ({ index, remainder: share - Math.floor(share) }))
    .sort((a, b) => b.remainder - a.remainder || a.index - b.index);
  for (const { index } of byRemainder.slice(0, left)) whole[index] = (whole[index] ?? 0) + 1;
  return whole;
}
