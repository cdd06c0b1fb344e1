import { roundHalfUp } from '../units/index.ts';

const WINDOW_S = 30;
/** Shorter stretches above a watt are bumps of the road. Source: handbook section 8.4. */
const STRETCH_S = 120;
const SHAPE_PARTS = 48;

/**
 * The trailing 30-s mean at every second once 30 s exist, in whole watts.
 *
 * @param watts 1 Hz, without long gaps and stops
 * @returns a mean a second, from second 30 on
 * Source: handbook sections 5 and 8.4.
 */
export function thirtySecondMeans(watts: ArrayLike<number>): number[] {
  const means: number[] = [];
  let sum = 0;
  for (let second = 0; second < watts.length; second += 1) {
    sum += watts[second] as number;
    if (second >= WINDOW_S) sum -= watts[second - WINDOW_S] as number;
    if (second >= WINDOW_S - 1) means.push(roundHalfUp(sum / WINDOW_S));
  }
  return means;
}

/**
 * At every whole watt: seconds in stretches of 2:00 and more that lie above it. Seconds are taken from the hardest down
 * and joined with their neighbours, so that each is looked at once whatever the watts.
 *
 * @param means whole watts a second
 * @returns seconds at 0 W, 1 W and so on; none beyond the highest
 * Source: handbook section 8.4.
 */
export function stretchesOf(means: readonly number[]): number[] {
  const highest = means.reduce((most, mean) => Math.max(most, mean), 0);
  const at: number[][] = Array.from({ length: highest + 1 }, () => []);
  for (const [second, mean] of means.entries()) at[Math.max(0, mean)]?.push(second);
  /** Length of the stretch that begins or ends at a second. */
  const length = new Int32Array(means.length + 2);
  const over = new Array<number>(highest).fill(0);
  let long = 0;
  for (let watt = highest; watt > 0; watt -= 1) {
    for (const second of at[watt] as number[]) {
      const [before, after] = [length[second] as number, length[second + 2] as number];
      const joined = before + 1 + after;
      long += counted(joined) - counted(before) - counted(after);
      length[second + 1 - before] = joined;
      length[second + 1 + after] = joined;
    }
    over[watt - 1] = long;
  }
  return over;
}

function counted(seconds: number): number {
  return seconds >= STRETCH_S ? seconds : 0;
}

/**
 * A ride in 48 equal parts, for a small drawing.
 *
 * @param watts 1 Hz, without long gaps and stops
 * @returns mean watts of each part; none of a ride shorter than that
 */
export function shapeOf(watts: ArrayLike<number>): number[] {
  if (watts.length < SHAPE_PARTS) return [];
  return Array.from({ length: SHAPE_PARTS }, (_, part) => {
    const from = Math.floor((part * watts.length) / SHAPE_PARTS);
    const to = Math.floor(((part + 1) * watts.length) / SHAPE_PARTS);
    let sum = 0;
    for (let second = from; second < to; second += 1) sum += watts[second] as number;
    return roundHalfUp(sum / (to - from));
  });
}
