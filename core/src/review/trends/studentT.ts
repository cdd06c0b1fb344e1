/** t of 95 % two-sided, for 1 to 30 degrees of freedom. */
const T95 = [
  ...[12.7062, 4.3027, 3.1824, 2.7764, 2.5706, 2.4469, 2.3646, 2.306, 2.2622, 2.2281],
  ...[2.201, 2.1788, 2.1604, 2.1448, 2.1314, 2.1199, 2.1098, 2.1009, 2.093, 2.086],
  ...[2.0796, 2.0739, 2.0687, 2.0639, 2.0595, 2.0555, 2.0518, 2.0484, 2.0452, 2.0423],
] as const;
const MANY = 1.96;

/**
 * How many standard errors on either side hold 95 of 100 slopes of something that does not change: few points scatter
 * less by chance than they do in truth, so that a line through them needs more.
 *
 * @param degrees of freedom: points less the two that a line takes, a whole number from 1 on
 * @returns Student's t, 1.96 over 30 degrees
 * Source: handbook section 9.6 (Family); Student, "The probable error of a mean", Biometrika 6 (1908).
 */
export function studentT(degrees: number): number {
  return T95[degrees - 1] ?? MANY;
}
