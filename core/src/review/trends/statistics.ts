/** Middle of some values; of an even number the mean of the two in the middle. NaN of none. */
export function medianOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length / 2;
  if (sorted.length % 2 === 1) return sorted[Math.floor(middle)] as number;
  return ((sorted[middle - 1] as number) + (sorted[middle] as number)) / 2;
}

/** Mean of some values; NaN of none. */
export function meanOfAll(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}

/** Standard deviation of the population. */
export function deviationOf(values: readonly number[]): number {
  const mean = meanOfAll(values);
  return Math.sqrt(meanOfAll(values.map((value) => (value - mean) ** 2)));
}

/** A straight line y = a + b·x. */
export interface Line {
  readonly a: number;
  readonly b: number;
}

/** Least squares through some points; null where all lie over one x. */
export function leastSquares(points: readonly (readonly [x: number, y: number])[]): Line | null {
  const x = meanOfAll(points.map(([each]) => each));
  const y = meanOfAll(points.map(([, each]) => each));
  const across = points.reduce((sum, [each]) => sum + (each - x) ** 2, 0);
  if (!(across > 0)) return null;
  const b = points.reduce((sum, [at, of]) => sum + (at - x) * (of - y), 0) / across;
  return { a: y - b * x, b };
}
