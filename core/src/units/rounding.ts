/**
 * Rounds half up to a whole number, as everything displayed is rounded.
 *
 * @param value any finite number
 * @returns the nearest whole number; exactly half goes up
 * Source: handbook section 5, Conventions.
 */
export function roundHalfUp(value: number): number {
  // The nudge mends products such as 0.1 * 25 that land a hair under the half they mean.
  return Math.floor(value + 0.5 + 1e-9);
}

/**
 * Prints a share in whole per cent, with a true minus sign.
 *
 * @param percent any number
 * @returns the text: `53 %`, `−25 %`
 */
export function printShare(percent: number): string {
  const whole = roundHalfUp(percent);
  return whole < 0 ? `−${-whole} %` : `${whole} %`;
}

/**
 * Prints what is left of something, as a share: below zero more was asked than there is.
 *
 * @param percent any finite number
 * @returns `12 %`, or `318 % more than there is`
 */
export function printLeft(percent: number): string {
  const whole = roundHalfUp(percent);
  return whole < 0 ? `${-whole} % more than there is` : `${whole} %`;
}

/**
 * Rounds half up to a number of decimals.
 *
 * @param value any finite number
 * @param decimals 0–6
 * @returns the rounded number
 * Source: handbook section 5, Conventions.
 */
export function roundTo(value: number, decimals: number): number {
  const scale = 10 ** decimals;
  return roundHalfUp(value * scale) / scale;
}

/**
 * Takes a percentage of an anchor (FTP, a heart rate) and rounds it half up, reckoned as
 * percent × anchor ÷ 100 in whole numbers so that no binary fraction can tip a limit.
 *
 * @param percent 0–1000; tenths of a percent are kept, finer is rounded away
 * @param anchor whole watts or beats
 * @returns whole watts or beats
 * Source: handbook section 5, Conventions.
 */
export function percentOf(percent: number, anchor: number): number {
  const thousandths = Math.round(percent * 10) * anchor;
  return Math.floor((thousandths + 500) / 1000);
}

/**
 * A difference with its sign, rounded first: what rounds to nothing has none, so that nobody reads "−0 W".
 *
 * @param value any number
 * @param digits after the point, 0 or more
 * @returns `+3.2`, `−0.5` or `0`
 */
export function printSigned(value: number, digits: number): string {
  const rounded = roundTo(Math.abs(value), digits);
  return rounded === 0 ? '0' : `${value < 0 ? '−' : '+'}${rounded}`;
}
