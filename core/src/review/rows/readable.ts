import {
  balanceAfter,
  type BalanceModel,
  type Gap,
  isBeat,
  preparePower,
} from '../../power/index.ts';

/** The streams of a ride as they were recorded, 1 Hz; null where nothing was. */
export interface RiddenStreams {
  readonly watts: readonly (number | null)[];
  readonly bpm: readonly (number | null)[] | null;
  readonly rpm: readonly (number | null)[] | null;
  /** Recorded stops, as `stopsOf` gives them. */
  readonly stops: readonly Gap[];
  /** Time between two recordings of one ride. */
  readonly between?: readonly Gap[];
}

/** A ride made ready to be read. */
export interface ReadableRide {
  /** Watts with short gaps held; null in long gaps and recorded stops, and everywhere without a power meter. */
  readonly watts: readonly (number | null)[] | null;
  /** Every second of the clock, gaps as 0. */
  readonly clock: Float64Array;
  /** Long gaps and stops cut out. */
  readonly moving: Float64Array;
  /** Null where there is no beat at all. */
  readonly bpm: readonly (number | null)[] | null;
  readonly rpm: readonly (number | null)[] | null;
  /** 1 where a stop was recorded or nothing could be: between two recordings. */
  readonly stopped: Uint8Array;
  /** W′ left after each second, J; null without a model or watts. */
  readonly leftJ: Float64Array | null;
  readonly seconds: number;
}

/**
 * Makes a ride ready to be read: gaps held or left out as everywhere, and the W′ balance as it was ridden.
 *
 * @param streams 1 Hz
 * @param model CP and W′ of the ride's date; null without
 * @returns the ride
 * Source: handbook sections 5 (Gaps, W′ balance) and 9.2.
 */
export function readable(
  { watts, bpm, rpm, stops, between = [] }: RiddenStreams,
  model: BalanceModel | null,
): ReadableRide {
  const { clock, moving, gaps } = preparePower(watts, stops);
  const hasPower = watts.some((value) => value !== null);
  const held: (number | null)[] = Array.from(clock);
  for (const { startS, seconds } of gaps)
    for (let second = startS; second < startS + seconds; second += 1) held[second] = null;
  const stopped = new Uint8Array(watts.length);
  for (const { startS, seconds } of [...stops, ...between])
    stopped.fill(1, startS, startS + seconds);
  return {
    watts: hasPower ? held : null,
    ...{ clock, moving, stopped, rpm, seconds: watts.length },
    bpm: bpm?.some(isBeat) ? bpm : null,
    leftJ: model && hasPower ? balanceOver(clock, model) : null,
  };
}

function balanceOver(clock: Float64Array, model: BalanceModel): Float64Array {
  const left = new Float64Array(clock.length);
  let balance = model.wPrimeJ;
  for (let second = 0; second < clock.length; second += 1) {
    balance = balanceAfter(balance, clock[second] as number, 1, model);
    left[second] = balance;
  }
  return left;
}

/** Mean of what was recorded in a list of seconds; null where nothing was. */
export function mean(
  list: readonly number[],
  values: readonly (number | null)[] | null,
): number | null {
  let [sum, many] = [0, 0];
  for (const second of list) {
    const value = values?.[second];
    if (value == null) continue;
    sum += value;
    many += 1;
  }
  return many === 0 ? null : sum / many;
}

/** The seconds of a stretch, one by one. */
export function secondsOf(startS: number, endS: number): number[] {
  return Array.from({ length: Math.max(0, endS - startS) }, (_, index) => startS + index);
}
