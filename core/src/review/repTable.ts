import { type Gap, meanOf, preparePower } from '../power/index.ts';

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
  /** Means of the seconds with watts; null where there is none. */
  readonly meanW: number | null;
  readonly firstMinuteW: number | null;
  readonly lastMinuteW: number | null;
  /** bpm; null where the strap said nothing. */
  readonly bpmAtEnd: number | null;
  /** Seconds within the band (±3 % of a single value); null without one. */
  readonly inBandS: number | null;
}

/** A single value is met within this share. Source: handbook section 9. */
export const BAND_SHARE = 0.03;
const MINUTE_S = 60;

/**
 * Asked and ridden, a line a rep: mean, first and last minute, heart rate at the end, time in band.
 *
 * @param steps the steps of the ride in order; reps of several steps are joined
 * @param ride 1 Hz watts (a short gap is held, a longer one and a recorded stop are left out of the means) and beats;
 *   null where nothing was recorded
 * @returns a line for each rep that was ridden
 * Source: handbook section 9.
 */
export function repTable(
  steps: readonly AskedStretch[],
  {
    watts,
    bpm,
    stops,
  }: {
    watts: ArrayLike<number | null>;
    bpm: readonly (number | null)[] | null;
    stops: readonly Gap[];
  },
): RepLine[] {
  const { clock, gaps } = preparePower(watts, stops);
  const lost = new Set(
    gaps.flatMap((gap) => Array.from({ length: gap.seconds }, (_, index) => gap.startS + index)),
  );
  const mean = (list: readonly number[]): number | null => {
    const known = list.filter((second) => !lost.has(second));
    return known.length === 0 ? null : meanOf(known.map((second) => clock[second] ?? 0));
  };
  const reps = new Map<number, AskedStretch[]>();
  for (const step of steps)
    if (step.rep !== null && step.role === 'work' && step.endS <= watts.length)
      reps.set(step.rep, [...(reps.get(step.rep) ?? []), step]);
  return [...reps].map(([rep, parts]) => {
    const ridden = parts.flatMap(({ startS, endS }) =>
      Array.from({ length: endS - startS }, (_, index) => startS + index),
    );
    const end = Math.max(...parts.map(({ endS }) => endS));
    const banded = parts.filter(
      (part): part is AskedStretch & { lowW: number; highW: number } =>
        part.lowW !== null && part.highW !== null,
    );
    return {
      rep,
      seconds: ridden.length,
      lowW: banded.length === 0 ? null : Math.min(...banded.map(({ lowW }) => lowW)),
      highW: banded.length === 0 ? null : Math.max(...banded.map(({ highW }) => highW)),
      meanW: mean(ridden),
      firstMinuteW: mean(ridden.slice(0, MINUTE_S)),
      lastMinuteW: mean(ridden.slice(-MINUTE_S)),
      bpmAtEnd:
        (bpm ?? []).slice(Math.max(0, end - 10), end).findLast((beat) => beat !== null) ?? null,
      inBandS:
        banded.length === 0
          ? null
          : banded.reduce((sum, part) => sum + secondsInBand(part, clock), 0),
    };
  });
}

function secondsInBand(
  { startS, endS, lowW, highW }: { startS: number; endS: number; lowW: number; highW: number },
  watts: ArrayLike<number>,
): number {
  const [low, high] =
    lowW === highW ? [lowW * (1 - BAND_SHARE), highW * (1 + BAND_SHARE)] : [lowW, highW];
  let seconds = 0;
  for (let second = startS; second < endS; second += 1)
    if ((watts[second] ?? 0) >= low && (watts[second] ?? 0) <= high) seconds += 1;
  return seconds;
}
