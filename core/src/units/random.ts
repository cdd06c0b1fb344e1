/** A source of even random numbers from 0 up to 1, the same for the same seed. */
export type Random = () => number;

/**
 * A small seeded generator (mulberry32), so that whatever hangs on chance can be made again exactly.
 *
 * @param seed any whole number
 * @returns the generator
 */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}
