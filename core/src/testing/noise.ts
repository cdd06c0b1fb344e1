/** How two results were measured beside each other. */
export type MeasuredBy = 'same' | 'other protocol' | 'other source';

/** What a change is worth. */
export type Realness = 'real' | 'likely' | 'cannot tell yet';

const ERROR = { same: 0.02, 'other protocol': 0.03, 'other source': 0.04 } as const;

/**
 * Noise of the difference of two results: a change smaller than it may be none.
 *
 * @param by whether protocol and power source were the same
 * @returns a share of the earlier result: 0.055, 0.083 or 0.11
 * Source: handbook section 4 (1.96 · √2 · e).
 */
export function noiseOfChange(by: MeasuredBy): number {
  return 1.96 * Math.SQRT2 * ERROR[by];
}

/**
 * What a change is worth beside its noise.
 *
 * @param change as a share, either way
 * @param noise as a share
 * @returns real from the noise on, likely from half of it
 * Source: handbook section 4.
 */
export function realness(change: number, noise: number): Realness {
  if (Math.abs(change) < noise / 2) return 'cannot tell yet';
  return Math.abs(change) < noise ? 'likely' : 'real';
}
