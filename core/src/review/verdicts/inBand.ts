import type { Band } from '../reps/askedOfStep.ts';

/**
 * Whether a mean lies within its limits, or so far beyond them.
 *
 * @param mean W or bpm
 * @param band the limits; null: nothing was asked
 * @param slack share by which it may lie outside, 0–1
 * @returns false where either is not known
 */
export function isIn(mean: number | null, band: Band | null, slack = 0): boolean {
  if (mean === null || band === null) return false;
  return mean >= band.low * (1 - slack) && (band.high === null || mean <= band.high * (1 + slack));
}
