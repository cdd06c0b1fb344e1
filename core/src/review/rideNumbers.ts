import {
  type Best,
  bestWindows,
  curveDurations,
  energyKj,
  type Gap,
  isBeat,
  isSound,
  meanOf,
  preparePower,
  surgeWeightedPower,
} from '../power/index.ts';
import { roundHalfUp } from '../units/index.ts';
import { shapeOf, stretchesOf, thirtySecondMeans } from './stretches.ts';

/** Moved on whenever what is stored of a ride is reckoned in another way: rides of an older number are read again. */
export const RIDE_NUMBERS_ALGORITHM = 3;

/** What is stored of a ride: none of it hangs on an FTP, a mass or a heart rate, so that none is ever out of date. */
export interface RideNumbers {
  /** Seconds that count: long gaps and recorded stops are left out. */
  readonly movingS: number;
  /** Null without watts, as are the next two. */
  readonly meanW: number | null;
  /** Surge-weighted power, W; null under 30 s. */
  readonly surgeW: number | null;
  readonly energyKj: number | null;
  /** Null under 90 % valid seconds. */
  readonly meanBpm: number | null;
  readonly highestBpm: number | null;
  /** Share of the seconds that were no stop whose watts were lost, 0–1; 0 without a power meter. */
  readonly missingShare: number;
}

/** What of a ride is larger than a figure. */
export interface RidePack {
  /** Seconds at each whole watt, from 0 on; empty without watts. */
  readonly watts: readonly number[];
  /** Seconds at each whole beat, from 0 on; empty without a strap. */
  readonly bpm: readonly number[];
  readonly bests: readonly Best[];
  /** Seconds at each whole watt of the trailing 30-s mean. */
  readonly means: readonly number[];
  /** At each whole watt: seconds in stretches of 2:00 and more whose 30-s mean is over it. */
  readonly stretches: readonly number[];
  /** Mean watts of 48 equal parts, for a drawing of it. */
  readonly shape: readonly number[];
}

/** The streams of a ride that its numbers come from. */
export interface RideStreams {
  readonly watts: readonly (number | null)[];
  readonly bpm: readonly (number | null)[] | null;
  /** Recorded stops, as `stopsOf` gives them. */
  readonly stops: readonly Gap[];
}

/** Mean heart rate needs this share of valid seconds. Source: handbook section 5, Gaps. */
const VALID_SHARE = 0.9;

/**
 * The numbers of a ride that are stored when it comes in.
 *
 * @param streams 1 Hz watts and beats, with the recorded stops
 * @returns the figures, and what is larger than a figure
 * Source: handbook section 5 (Gaps, Surge-weighted power, Energy, Best efforts).
 */
export function rideNumbers({ watts, bpm, stops }: RideStreams): {
  numbers: RideNumbers;
  pack: RidePack;
} {
  const hasPower = watts.some((value) => value !== null);
  const { clock, moving } = preparePower(watts, stops);
  const stopped = new Uint8Array(watts.length);
  for (const { startS, seconds } of stops) stopped.fill(1, startS, startS + seconds);
  const beats = (bpm ?? []).filter(
    (beat, second) => stopped[second] === 0 && isBeat(beat),
  ) as number[];
  const ridden = stopped.filter((each) => each === 0).length;
  const missing = watts.filter((value, second) => stopped[second] === 0 && !isSound(value)).length;
  const movingS = hasPower ? moving.length : ridden;
  const meanW = hasPower && moving.length > 0 ? meanOf(moving) : null;
  return {
    numbers: {
      movingS,
      meanW,
      surgeW: hasPower ? surgeWeightedPower(moving) : null,
      energyKj: meanW === null ? null : energyKj(meanW, movingS),
      meanBpm: beats.length > 0 && beats.length >= VALID_SHARE * ridden ? meanOf(beats) : null,
      missingShare: hasPower && ridden > 0 ? missing / ridden : 0,
      highestBpm: beats.length === 0 ? null : beats.reduce((most, beat) => Math.max(most, beat), 0),
    },
    pack: {
      watts: hasPower ? histogramOf(moving) : [],
      bpm: histogramOf(beats),
      bests: hasPower
        ? bestWindows(clock, curveDurations(clock.length)).map(
            ({ seconds, meanW: best }) => [seconds, best] as const,
          )
        : [],
      ...(hasPower ? effortsOf(moving) : { means: [], stretches: [], shape: [] }),
    },
  };
}

function effortsOf(moving: ArrayLike<number>): Pick<RidePack, 'means' | 'stretches' | 'shape'> {
  const means = thirtySecondMeans(moving);
  return { means: histogramOf(means), stretches: stretchesOf(means), shape: shapeOf(moving) };
}

function histogramOf(values: ArrayLike<number>): number[] {
  const counts: number[] = [];
  for (let index = 0; index < values.length; index += 1) {
    const whole = roundHalfUp(values[index] as number);
    while (counts.length <= whole) counts.push(0);
    counts[whole] = (counts[whole] as number) + 1;
  }
  return counts;
}
