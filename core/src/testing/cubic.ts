/** A third-degree polynomial fitted to points. */
export interface Cubic {
  readonly at: (x: number) => number;
  /** Where its slope has a value: none, one or two places. */
  readonly whereSlopeIs: (slope: number) => number[];
}

/**
 * Least-squares polynomial of the third degree.
 *
 * @param points x and y, at least four of different x
 * @returns the polynomial, or null where the points do not determine one
 */
export function cubicThrough(points: readonly (readonly [x: number, y: number])[]): Cubic | null {
  const middle = points.reduce((sum, [x]) => sum + x, 0) / points.length;
  const scale = Math.max(...points.map(([x]) => Math.abs(x - middle)), 1e-9);
  // Centred and scaled, so that cubes of hundreds of watts do not drown the equations.
  const rows = points.map(([x, y]) => ({
    powers: [0, 1, 2, 3].map((power) => ((x - middle) / scale) ** power),
    y,
  }));
  const matrix = [0, 1, 2, 3].map((row) => [
    ...[0, 1, 2, 3].map((column) =>
      rows.reduce(
        (sum, { powers }) => sum + (powers[row] as number) * (powers[column] as number),
        0,
      ),
    ),
    rows.reduce((sum, { powers, y }) => sum + (powers[row] as number) * y, 0),
  ]);
  const solved = solve(matrix);
  if (!solved) return null;
  const [a, b, c, d] = solved as [number, number, number, number];
  return {
    at: (x) => {
      const u = (x - middle) / scale;
      return a + u * (b + u * (c + u * d));
    },
    whereSlopeIs: (slope) =>
      quadraticRoots(3 * d, 2 * c, b - slope * scale).map((u) => middle + u * scale),
  };
}

function quadraticRoots(a: number, b: number, c: number): number[] {
  if (Math.abs(a) < 1e-12) return Math.abs(b) < 1e-12 ? [] : [-c / b];
  const under = b * b - 4 * a * c;
  return under < 0 ? [] : [(-b - Math.sqrt(under)) / (2 * a), (-b + Math.sqrt(under)) / (2 * a)];
}

/** Gaussian elimination with pivoting on a matrix whose last column is the right-hand side. */
function solve(matrix: number[][]): number[] | null {
  const size = matrix.length;
  for (let column = 0; column < size; column += 1) {
    const pivot = matrix
      .slice(column)
      .reduce(
        (best, row, index) =>
          Math.abs(row[column] as number) > Math.abs(matrix[best]?.[column] as number)
            ? index + column
            : best,
        column,
      );
    [matrix[column], matrix[pivot]] = [matrix[pivot] as number[], matrix[column] as number[]];
    const top = matrix[column] as number[];
    if (Math.abs(top[column] as number) < 1e-12) return null;
    for (let row = 0; row < size; row += 1) {
      const current = matrix[row] as number[];
      const factor = (current[column] as number) / (top[column] as number);
      if (row !== column)
        for (let index = column; index <= size; index += 1)
          current[index] = (current[index] as number) - factor * (top[index] as number);
    }
  }
  return matrix.map((row, index) => (row[size] as number) / (row[index] as number));
}
