import type { Asked, Segment, Step } from '../../sessions/index.ts';
import { roundHalfUp } from '../../units/index.ts';

/** Limits of what is asked, in whole watts or beats; without an upper one everything above counts. */
export interface Band {
  readonly low: number;
  readonly high: number | null;
}

/** What a step asks, as it is judged. */
export interface AskedOfStep {
  readonly seconds: number;
  readonly unit: 'watts' | 'bpm' | 'none';
  /** Limits at its start and at its end; null where nothing is asked that could be judged. */
  readonly from: Band | null;
  readonly to: Band | null;
  /** Watts that it counts as at its start and at its end; null without. */
  readonly fromW: number | null;
  readonly toW: number | null;
  /** Cadence asked, rpm. */
  readonly rpm: Band | null;
}

/** A single value is met within this, percent. Source: handbook section 9.2. */
const BAND_PERCENT = 3;

/**
 * Limits of a single value or a range: a single value is met within 3 % of its whole watts, both limits rounded half up.
 *
 * @param low lower end, W
 * @param high upper end, W; null where it is open
 * @returns the limits in whole watts
 * Source: handbook section 9.2.
 * @example
 * bandOf(300, 300) // { low: 291, high: 309 }
 */
export function bandOf(low: number, high: number | null): Band {
  if (low !== high) return { low, high };
  const whole = roundHalfUp(low);
  return {
    low: roundHalfUp(((100 - BAND_PERCENT) * whole) / 100),
    high: roundHalfUp(((100 + BAND_PERCENT) * whole) / 100),
  };
}

/**
 * What a laid-out step asks, as it is judged: by watts where some are asked, else by beats.
 *
 * @param segment the step laid out for the rider of the day
 * @param step the step as it is written, for its cadence
 * @returns its limits
 * Source: handbook section 9.2.
 */
export function askedOfStep(
  { seconds, from, to }: Segment,
  step: Pick<Step, 'cadence'> | undefined,
): AskedOfStep {
  const cadence = step?.cadence ?? null;
  const common = {
    seconds,
    fromW: from?.countedW ?? null,
    toW: to?.countedW ?? null,
    rpm: cadence !== null && 'low' in cadence ? { low: cadence.low, high: cadence.high } : null,
  };
  const [start, end] = [from && wattsOf(from), to && wattsOf(to)];
  if (start && end) return { ...common, unit: 'watts', from: start, to: end };
  if (from?.bpm && to?.bpm)
    return { ...common, unit: 'bpm', from: beatsOf(from.bpm), to: beatsOf(to.bpm) };
  return { ...common, unit: 'none', from: null, to: null };
}

function wattsOf({ lowW, highW }: Asked): Band | null {
  return lowW === null ? null : bandOf(lowW, highW);
}

function beatsOf({ low, high }: NonNullable<Asked['bpm']>): Band {
  return { low, high };
}

/**
 * Watts asked at a second of a step, linear between its ends.
 *
 * @param asked what the step asks
 * @param second from its start, s
 * @returns W; null where none are asked
 */
export function wattsAt(
  { seconds, fromW, toW }: Pick<AskedOfStep, 'seconds' | 'fromW' | 'toW'>,
  second: number,
): number | null {
  if (fromW === null || toW === null) return null;
  return fromW + ((toW - fromW) * (Math.min(second, seconds - 1) + 0.5)) / seconds;
}

/**
 * Limits at a second of a step, linear between its ends.
 *
 * @param asked what the step asks
 * @param second from its start, s
 * @returns the limits; null where nothing is asked
 */
export function bandAt({ seconds, from, to }: AskedOfStep, second: number): Band | null {
  if (!from || !to) return null;
  if (from.low === to.low && from.high === to.high) return from;
  const share = (Math.min(second, seconds - 1) + 0.5) / seconds;
  return {
    low: from.low + (to.low - from.low) * share,
    high: from.high === null || to.high === null ? null : from.high + (to.high - from.high) * share,
  };
}
