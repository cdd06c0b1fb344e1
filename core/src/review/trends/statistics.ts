import { meanOf } from '../../power/index.ts';

/** Middle of some values; of an even number the mean of the two in the middle. NaN of none. */
export function medianOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length / 2;
  if (sorted.length % 2 === 1) return sorted[Math.floor(middle)] as number;
  return ((sorted[middle - 1] as number) + (sorted[middle] as number)) / 2;
}

/** Standard deviation of the population. */
export function deviationOf(values: readonly number[]): number {
  const mean = meanOf(values);
  return Math.sqrt(meanOf(values.map((value) => (value - mean) ** 2)));
}

/** A straight line y = a + b·x. */
export interface Line {
  readonly a: number;
  readonly b: number;
}

/** Least squares through some points; null where all lie over one x. */
export function leastSquares(points: readonly (readonly [x: number, y: number])[]): Line | null {
  return lineThrough(
    points,
    (point) => point[0],
    (point) => point[1],
  );
}

/** The same through whatever has an x and a y: a line for each ride of ten years makes no pairs of them. */
export function lineThrough<T>(
  points: readonly T[],
  xOf: (point: T) => number,
  yOf: (point: T) => number,
): Line | null {
  let [x, y] = [0, 0];
  for (const point of points) {
    x += xOf(point);
    y += yOf(point);
  }
  x /= points.length;
  y /= points.length;
  let [across, along] = [0, 0];
  for (const point of points) {
    const off = xOf(point) - x;
    across += off ** 2;
    along += off * (yOf(point) - y);
  }
  if (!(across > 0)) return null;
  const b = along / across;
  return { a: y - b * x, b };
}
