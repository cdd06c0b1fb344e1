import type { Gap } from '../../power/index.ts';

/**
 * Watts with lost seconds held at the last that were there, and none in recorded stops.
 *
 * @param watts 1 Hz, null where nothing was recorded
 * @param stops recorded stops
 * @returns W; 0 before the first
 * Source: handbook section 9.1.
 */
export function heldWatts(watts: ArrayLike<number | null>, stops: readonly Gap[]): Float64Array {
  const held = new Float64Array(watts.length);
  let last = 0;
  for (let second = 0; second < watts.length; second += 1) {
    last = watts[second] ?? last;
    held[second] = last;
  }
  for (const { startS, seconds } of stops) held.fill(0, startS, startS + seconds);
  return held;
}

/**
 * Means of so many seconds around each second, of fewer at the ends.
 *
 * @param values 1 Hz
 * @param seconds an odd number
 * @returns as many means
 */
export function centredMean(values: Float64Array, seconds: number): Float64Array {
  const half = (seconds - 1) / 2;
  const sums = sumsOf(values);
  return Float64Array.from(values, (_, second) => {
    const [from, to] = [Math.max(0, second - half), Math.min(values.length, second + half + 1)];
    return ((sums[to] as number) - (sums[from] as number)) / (to - from);
  });
}

/**
 * Sums up to each second, so that any mean is one difference.
 *
 * @param values 1 Hz
 * @returns one more than there are values, the first 0
 */
export function sumsOf(values: Float64Array): Float64Array {
  const sums = new Float64Array(values.length + 1);
  for (let second = 0; second < values.length; second += 1)
    sums[second + 1] = (sums[second] as number) + (values[second] as number);
  return sums;
}

/**
 * How far two series go up and down together.
 *
 * @param one a series
 * @param other one of the same length
 * @returns −1 to 1; −1 where one of them does not move
 */
export function correlation(one: Float64Array, other: Float64Array): number {
  const many = one.length;
  let [sumA, sumB, sumAA, sumBB, sumAB] = [0, 0, 0, 0, 0];
  for (let at = 0; at < many; at += 1) {
    const [a, b] = [one[at] as number, other[at] as number];
    sumA += a;
    sumB += b;
    sumAA += a * a;
    sumBB += b * b;
    sumAB += a * b;
  }
  const spread = Math.sqrt((many * sumAA - sumA * sumA) * (many * sumBB - sumB * sumB));
  return spread > 0 ? (many * sumAB - sumA * sumB) / spread : -1;
}
