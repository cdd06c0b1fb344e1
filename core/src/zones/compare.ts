import { type Band, bandsOf } from './bands.ts';

/** What became of one band between two dates. */
export interface MovedBand {
  readonly name: string;
  readonly number: number;
  readonly before: Band;
  readonly after: Band;
  /** By how much its upper limit moved (of the last band: its lower limit), W or bpm. */
  readonly by: number;
}

/**
 * What moved in a scheme between two dates.
 *
 * @param before bands of the earlier date
 * @param after bands of the same scheme on the later date
 * @returns each band with the change of its upper limit; of the open one the change of its foot
 * Source: handbook section 6 ("what moved since October").
 */
export function whatMoved(before: readonly Band[], after: readonly Band[]): MovedBand[] {
  return before.flatMap((band, index) => {
    const now = after[index];
    if (!now) return [];
    const by = band.high === null || now.high === null ? now.low - band.low : now.high - band.high;
    return [{ name: band.rule.name, number: band.rule.number, before: band, after: now, by }];
  });
}

/** The bands of each scheme that hold the same watts, lowest watts first. */
export interface SameWatts {
  readonly fromW: number;
  /** null where it is open above. */
  readonly toW: number | null;
  /** For each scheme the one or two bands that hold these watts. */
  readonly bands: readonly (readonly Band[])[];
}

/**
 * Cuts the watts wherever any of the schemes changes band, so that they can be read side by side.
 *
 * @param ladders the bands of each scheme for the same rider, all in watts or all in beats
 * @returns stretches of watts without gaps, from 0 up
 * Source: handbook section 6 (compared side by side across schemes).
 */
export function sameWatts(ladders: readonly (readonly Band[])[]): SameWatts[] {
  const starts = new Set<number>([0]);
  for (const band of ladders.flat()) {
    starts.add(band.low);
    if (band.high !== null) starts.add(band.high + 1);
  }
  const rising = [...starts].sort((a, b) => a - b);
  return rising.map((fromW, index) => {
    const next = rising[index + 1];
    return {
      fromW,
      toW: next === undefined ? null : next - 1,
      bands: ladders.map((bands) => bandsOf(bands, fromW)),
    };
  });
}
