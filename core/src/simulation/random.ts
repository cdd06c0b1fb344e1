import type { Random } from '../units/index.ts';

/**
 * A random number from the bell curve around 0 with standard deviation 1 (Box–Muller).
 *
 * @param random source of even numbers
 * @returns any number, mostly between −3 and 3
 */
export function bell(random: Random): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}
