import { type Gap, meanOf, preparePower } from '../power/index.ts';

/** What one step of a ride asked for, and where it lies. */
export interface AskedStretch {
  readonly rep: number | null;
  readonly role: 'warmUp' | 'work' | 'easy' | 'coolDown';
  readonly startS: number;
  readonly endS: number;
  readonly lowW: number | null;
  readonly highW: number | null;
  /** Band asked before the set was saved by fewer watts, W. */
  readonly before?: { readonly lowW: number; readonly highW: number } | undefined;
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
  /** Means of the first and the last twenty seconds, W. */
  readonly first20W: number | null;
  readonly last20W: number | null;
  /** Mean over the middle of what was asked, percent; null where no watts were asked. */
  readonly ofTargetPercent: number | null;
  /** Mean cadence, rpm; zeros are left out, since nobody pedals in them. */
  readonly meanRpm: number | null;
  /** bpm; null where the strap said nothing. */
  readonly bpmAtEnd: number | null;
  /** The heart's lowest in the rest before, and how far it rose from there in the rep, bpm. */
  readonly lowestBefore: number | null;
  readonly riseBpm: number | null;
  /** Seconds within the band (±3 % of a single value); null without one. */
  readonly inBandS: number | null;
}

/** How the reps of a set compare. */
export interface RepSpread {
  /** Best and worst mean, W, with their reps. */
  readonly best: { readonly rep: number; readonly watts: number };
  readonly worst: { readonly rep: number; readonly watts: number };
  /** (Best − worst) ÷ mean of the reps, percent. */
  readonly spreadPercent: number;
}

/**
 * Best and worst rep, and how far they lie apart.
 *
 * @param lines the reps, as `repTable` returns them
 * @returns the spread, or null for fewer than two reps with watts
 * Source: handbook section 9.3 (uneven).
 * @example
 * spreadOf([{ rep: 1, meanW: 300 }, { rep: 2, meanW: 285 }]).spreadPercent.toFixed(1) // '5.1'
 */
export function spreadOf(lines: readonly Pick<RepLine, 'rep' | 'meanW'>[]): RepSpread | null {
  const known = lines.flatMap(({ rep, meanW }) => (meanW === null ? [] : [{ rep, watts: meanW }]));
  if (known.length < 2) return null;
  const best = known.reduce((top, each) => (each.watts > top.watts ? each : top));
  const worst = known.reduce((low, each) => (each.watts < low.watts ? each : low));
  const mean = meanOf(known.map(({ watts }) => watts));
  return { best, worst, spreadPercent: mean === 0 ? 0 : ((best.watts - worst.watts) / mean) * 100 };
}

/** A single value is met within this share. Source: handbook section 9. */
export const BAND_SHARE = 0.03;
const MINUTE_S = 60;
const ENDS_S = 20;
/** The rest before a rep is looked at this far back, s. */
const REST_BEFORE_S = 600;

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
    rpm = null,
    stops,
  }: {
    watts: ArrayLike<number | null>;
    bpm: readonly (number | null)[] | null;
    rpm?: readonly (number | null)[] | null;
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
    const start = Math.min(...parts.map(({ startS }) => startS));
    const before = startOfRest(steps, start);
    const lowest = extreme(bpm, before, start, Math.min);
    const highest = extreme(bpm, start, end, Math.max);
    const turned = ridden.flatMap((second) =>
      (rpm?.[second] ?? 0) > 0 ? [rpm?.[second] ?? 0] : [],
    );
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
      first20W: mean(ridden.slice(0, ENDS_S)),
      last20W: mean(ridden.slice(-ENDS_S)),
      ofTargetPercent: shareOf(mean(ridden), banded),
      meanRpm: turned.length === 0 ? null : meanOf(turned),
      lowestBefore: lowest,
      riseBpm: lowest === null || highest === null ? null : highest - lowest,
      bpmAtEnd:
        (bpm ?? []).slice(Math.max(0, end - 10), end).findLast((beat) => beat !== null) ?? null,
      inBandS:
        banded.length === 0
          ? null
          : banded.reduce((sum, part) => sum + secondsInBand(part, clock), 0),
    };
  });
}

/** Mean of a rep over the middle of its bands, percent; each step counts by its length. */
function shareOf(
  meanW: number | null,
  banded: readonly (AskedStretch & { lowW: number; highW: number })[],
): number | null {
  const seconds = banded.reduce((sum, { startS, endS }) => sum + endS - startS, 0);
  if (meanW === null || seconds === 0) return null;
  const joules = banded.reduce(
    (sum, { startS, endS, lowW, highW }) => sum + ((lowW + highW) / 2) * (endS - startS),
    0,
  );
  return joules === 0 ? null : (meanW / (joules / seconds)) * 100;
}

/** Where the rest before a rep begins: behind the work before it, or ten minutes back. */
function startOfRest(steps: readonly AskedStretch[], start: number): number {
  const worked = steps.filter(({ role, endS }) => role === 'work' && endS <= start);
  return Math.max(start - REST_BEFORE_S, 0, ...worked.map(({ endS }) => endS));
}

function extreme(
  bpm: readonly (number | null)[] | null,
  from: number,
  to: number,
  pick: (...values: number[]) => number,
): number | null {
  const known = (bpm ?? []).slice(from, to).filter((beat) => beat !== null);
  return known.length === 0 ? null : pick(...known);
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
