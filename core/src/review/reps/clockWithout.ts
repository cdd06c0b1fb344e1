import type { Gap } from '../../power/index.ts';

/** A ride's clock with some of its time taken out. */
export interface ClockWithout {
  /** Seconds of the ride that are left, in order; null where nothing was taken out. */
  readonly kept: Uint32Array | null;
  /** A second of the shorter clock as one of the ride, and the other way round. */
  readonly toRide: (second: number) => number;
  readonly fromRide: (second: number) => number;
}

/**
 * Takes time out of a ride's clock, as that between two recordings of one ride.
 *
 * @param length seconds of the ride
 * @param without what is taken out
 * @returns both ways between the two clocks
 * Source: handbook section 9.1 ("time between two recordings not counted").
 */
export function clockWithout(length: number, without: readonly Gap[]): ClockWithout {
  const gaps = without.filter(({ seconds }) => seconds > 0);
  if (gaps.length === 0)
    return { kept: null, toRide: (second) => second, fromRide: (second) => second };
  const out = new Uint8Array(length);
  for (const { startS, seconds } of gaps) out.fill(1, startS, startS + seconds);
  const kept = Uint32Array.from({ length: length - out.reduce((sum, each) => sum + each, 0) });
  let place = 0;
  for (let second = 0; second < length; second += 1)
    if (out[second] === 0) {
      kept[place] = second;
      place += 1;
    }
  return {
    kept,
    toRide: (second) => kept[Math.max(0, Math.min(second, kept.length - 1))] ?? 0,
    fromRide: (second) => {
      const at = kept.findIndex((each) => each >= second);
      return at < 0 ? kept.length - 1 : at;
    },
  };
}
