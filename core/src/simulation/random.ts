/** A source of even random numbers from 0 up to 1, the same for the same seed. */
export type Random = () => number;

/**
 * A small seeded generator (mulberry32), so that every simulated ride can be made again exactly.
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

/**
 * A random number from the bell curve around 0 with standard deviation 1 (Box–Muller).
 *
 * @param random source of even numbers
 * @returns any number, mostly between −3 and 3
 */
export function bell(random: Random): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}
