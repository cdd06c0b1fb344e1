import { meanOf } from '../power/load.ts';

/** What one step of a ride asked for, and where it lies. */
export interface AskedStretch {
  readonly rep: number | null;
  readonly role: 'warmUp' | 'work' | 'easy' | 'coolDown';
  readonly startS: number;
  readonly endS: number;
  readonly lowW: number | null;
  readonly highW: number | null;
}

/** One rep, asked against ridden. */
export interface RepLine {
  readonly rep: number;
  readonly seconds: number;
  /** Band asked, W; null where it was not in watts. */
  readonly lowW: number | null;
  readonly highW: number | null;
  readonly meanW: number;
  readonly firstMinuteW: number;
  readonly lastMinuteW: number;
  /** bpm; null where the strap said nothing. */
  readonly bpmAtEnd: number | null;
  /** Seconds within the band (±3 % of a single value); null without one. */
  readonly inBandS: number | null;
}

/** A single value is met within this share. Source: handbook section 9. */
const BAND_SHARE = 0.03;
const MINUTE_S = 60;

/**
 * Asked against ridden, a line a rep: mean, first and last minute, heart rate at the end, time in band.
 *
 * @param steps the steps of the ride in order; reps of several steps are joined
 * @param watts 1 Hz watts, gaps as 0
 * @param bpm 1 Hz beats; null where nothing was recorded
 * @returns a line for each rep that was ridden
 * Source: handbook section 9.
 */
export function repTable(steps: readonly AskedStretch[], watts: ArrayLike<number>, bpm: readonly (number | null)[] | null): RepLine[] {
  const reps = new Map<number, AskedStretch[]>();
  for (const step of steps)
    if (step.rep !== null && step.role === 'work' && step.endS <= watts.length) reps.set(step.rep, [...(reps.get(step.rep) ?? []), step]);
  return [...reps].map(([rep, parts]) => {
    const ridden = parts.flatMap(({ startS, endS }) => Array.from({ length: endS - startS }, (_, index) => watts[startS + index] ?? 0));
    const end = Math.max(...parts.map(({ endS }) => endS));
    const banded = parts.filter((part): part is AskedStretch & { lowW: number; highW: number } => part.lowW !== null && part.highW !== null);
    return {
      rep,
      seconds: ridden.length,
      lowW: banded.length === 0 ? null : Math.min(...banded.map(({ lowW }) => lowW)),
      highW: banded.length === 0 ? null : Math.max(...banded.map(({ highW }) => highW)),
      meanW: meanOf(ridden),
      firstMinuteW: meanOf(ridden.slice(0, MINUTE_S)),
      lastMinuteW: meanOf(ridden.slice(-MINUTE_S)),
      bpmAtEnd: (bpm ?? []).slice(Math.max(0, end - 10), end).findLast((beat) => beat !== null) ?? null,
      inBandS: banded.length === 0 ? null : banded.reduce((sum, part) => sum + secondsInBand(part, watts), 0),
    };
  });
}

function secondsInBand({ startS, endS, lowW, highW }: { startS: number; endS: number; lowW: number; highW: number }, watts: ArrayLike<number>): number {
  const [low, high] = lowW === highW ? [lowW * (1 - BAND_SHARE), highW * (1 + BAND_SHARE)] : [lowW, highW];
  let seconds = 0;
  for (let second = startS; second < endS; second += 1) if ((watts[second] ?? 0) >= low && (watts[second] ?? 0) <= high) seconds += 1;
  return seconds;
}
