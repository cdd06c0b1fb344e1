import { z } from 'zod';
import { isBeat } from '../power/index.ts';
import { type CurveBefore, furthestOverCurve } from './overCurve.ts';
import type { ReadableRide } from './rows/readable.ts';

/** What is asked of the coach about a recording that cannot be quite right. */
export const questionSchema = z.discriminatedUnion('asks', [
  /** Best far above the rider's curve: is it this rider's ride? */
  z.strictObject({
    asks: z.literal('another rider'),
    seconds: z.number(),
    watts: z.number(),
    curveW: z.number(),
  }),
  /** Twice the usual all along: one side of a meter counted twice. */
  z.strictObject({ asks: z.literal('doubled'), ratio: z.number() }),
  /** Every watt is zero. */
  z.strictObject({ asks: z.literal('all zeros') }),
]);

export type RideQuestion = z.infer<typeof questionSchema>;

/** A best this much over the curve is far above it; twice as much all along is a meter that counts double. */
const FAR_SHARE = 1.2;
const DOUBLED = { low: 1.7, high: 2.4 } as const;
/** Under 5:00 a curve of few rides shows too little. */
const LENGTHS = [300, 600, 1200, 2400, 3600] as const;
const HELD_S = 5;
const HIGHEST_BPM = 220;
const JUMP = { beats: 15, seconds: 5, easyW: 100 } as const;

/**
 * What has to be asked about a ride: bests far above the rider's curve of before, watts twice the usual, none at all.
 *
 * @param ride the ride made ready to be read
 * @param curve the rider's model and bests of before the ride
 * @returns the question; null where nothing is out of the way
 * Source: handbook section 4 (Believing a test), for rides.
 */
export function questionOf(
  { watts, clock }: Pick<ReadableRide, 'watts' | 'clock'>,
  curve: CurveBefore | null,
): RideQuestion | null {
  if (!watts) return null;
  if (clock.every((each) => each === 0)) return { asks: 'all zeros' };
  if (!curve || curve.ftpW === null || curve.bests.length === 0) return null;
  const most = furthestOverCurve(clock, LENGTHS, curve);
  if (!most) return null;
  const ratio = most.watts / most.curveW;
  if (ratio <= FAR_SHARE) return null;
  if (ratio >= DOUBLED.low && ratio <= DOUBLED.high) return { asks: 'doubled', ratio };
  return { asks: 'another rider', ...most };
}

/**
 * The highest heart rate that was held: at least 5 s, at most 220, and not by a strap that jumped without watts.
 *
 * @param ride the ride made ready to be read
 * @returns bpm; null where the strap said nothing
 * Source: handbook section 11 (a new maximal heart rate).
 */
export function heldBpm({ bpm, clock }: Pick<ReadableRide, 'bpm' | 'clock'>): number | null {
  if (!bpm) return null;
  let highest: number | null = null;
  for (let second = HELD_S - 1; second < bpm.length; second += 1) {
    const beats = bpm.slice(second - HELD_S + 1, second + 1);
    if (!beats.every(isBeat)) continue;
    const held = Math.min(...beats);
    if (held > HIGHEST_BPM || held <= (highest ?? 0) || jumped(second)) continue;
    highest = held;
  }
  return highest;

  /** A jump in the minute before while nobody pushed. */
  function jumped(until: number): boolean {
    for (let at = Math.max(JUMP.seconds, until - 60); at <= until; at += 1) {
      const [was, is] = [bpm?.[at - JUMP.seconds], bpm?.[at]];
      if (!isBeat(was) || !isBeat(is) || is - was < JUMP.beats) continue;
      const pushed = clock.slice(Math.max(0, at - 10), at + 1).some((each) => each > JUMP.easyW);
      if (!pushed) return true;
    }
    return false;
  }
}
