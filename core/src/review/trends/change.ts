import { type MeasuredBy, noiseOfChange, type Realness, realness } from '../../testing/index.ts';

/** Something beside what it was, and what the difference is worth. */
export interface Change {
  readonly from: number;
  readonly to: number;
  readonly percent: number;
  readonly noisePercent: number;
  readonly worth: Realness;
}

/**
 * A change beside its noise.
 *
 * @param from what it was, over 0, in any unit
 * @param to what it is
 * @param by how both were measured
 * @returns the change in % of what it was
 * Source: handbook sections 4 and 9.6.
 */
export function changeOf(from: number, to: number, by: MeasuredBy): Change {
  const share = to / from - 1;
  const noise = noiseOfChange(by);
  return {
    ...{ from, to, percent: share * 100, noisePercent: noise * 100 },
    worth: realness(share, noise),
  };
}
