import type { Gap } from '../power/index.ts';
import { printDuration, roundHalfUp } from '../units/index.ts';
import type { Span } from './reps/numbered.ts';
import { centredMean, heldWatts, sumsOf } from './reps/smooth.ts';

/** A stretch of hard riding on a ride without a plan. */
export interface HardStretch extends Span {
  readonly meanW: number;
  /** Of FTP of the day. */
  readonly percent: number;
}

/** What a ride without a plan looks like. */
export interface LooksLike {
  readonly stretches: readonly HardStretch[];
  /** In the words of the sentence: "5 × 3:00 at 118 %"; null where nothing hard was ridden. */
  readonly says: string | null;
  /** As a sentence that can be kept as a session; null where the stretches are not alike. */
  readonly sentence: string | null;
}

const SMOOTH_S = 15;
/** Riding from this share of FTP on is work; a shorter dip belongs to the stretch. */
const WORK_PERCENT = 85;
const DIP_S = 12;
const LEAST_S = 25;
/** Stretches this near to each other in length and watts are reps of one set. */
const ALIKE = { length: 0.2, leastS: 6, watts: 0.08 } as const;
const MOST_NAMED = 3;

/**
 * Finds the stretches of hard riding on a ride without a plan, and names them in the words of the sentence.
 *
 * @param watts 1 Hz, null where nothing was recorded
 * @param stops recorded stops
 * @param ftpW FTP of the day, W; null: nothing can be said
 * @returns the stretches, and what they look like
 * Source: handbook section 9.1; the words of section 7.
 */
export function hardStretches(
  watts: ArrayLike<number | null>,
  stops: readonly Gap[],
  ftpW: number | null,
): LooksLike {
  const nothing: LooksLike = { stretches: [], says: null, sentence: null };
  if (ftpW === null || watts.length === 0) return nothing;
  const held = heldWatts(watts, stops);
  const smooth = centredMean(held, SMOOTH_S);
  const sums = sumsOf(held);
  const limit = (WORK_PERCENT / 100) * ftpW;
  const spans: { startS: number; endS: number }[] = [];
  for (let second = 0; second < smooth.length; second += 1) {
    if ((smooth[second] as number) < limit) continue;
    const last = spans.at(-1);
    if (last && second - last.endS <= DIP_S) last.endS = second + 1;
    else spans.push({ startS: second, endS: second + 1 });
  }
  const stretches = spans
    .filter(({ startS, endS }) => endS - startS >= LEAST_S)
    .map(({ startS, endS }): HardStretch => {
      const meanW = ((sums[endS] as number) - (sums[startS] as number)) / (endS - startS);
      return { startS, endS, meanW, percent: (meanW / ftpW) * 100 };
    });
  if (stretches.length === 0) return nothing;
  const alike = largestAlike(stretches);
  if (alike.length >= 2) return { stretches: alike, ...namesOf(alike) };
  const hardest = [...stretches]
    .sort((one, other) => weight(other) - weight(one))
    .slice(0, MOST_NAMED)
    .sort((one, other) => one.startS - other.startS);
  return {
    stretches: hardest,
    says: hardest
      .map((each) => `${printDuration(nice(lengthOf(each)))} at ${roundHalfUp(each.percent)} %`)
      .join(', '),
    sentence: null,
  };
}

function lengthOf({ startS, endS }: Span): number {
  return endS - startS;
}

/** How much a stretch matters: its length, and more so how hard it was. */
function weight(each: HardStretch): number {
  return lengthOf(each) * (each.percent / 100) ** 4;
}

/** The largest group of stretches that are like one of them, by the time they are in all. */
function largestAlike(stretches: readonly HardStretch[]): HardStretch[] {
  let best: HardStretch[] = [];
  for (const one of stretches) {
    const group = stretches.filter(
      (other) =>
        Math.abs(lengthOf(other) - lengthOf(one)) <=
          Math.max(ALIKE.leastS, ALIKE.length * lengthOf(one)) &&
        Math.abs(other.meanW / one.meanW - 1) <= ALIKE.watts,
    );
    const sum = (list: readonly HardStretch[]): number =>
      list.length < 2 ? 0 : list.reduce((all, each) => all + weight(each), 0);
    if (sum(group) > sum(best)) best = group;
  }
  // Two that are alike by chance, with harder ones beside them, are no set.
  const whole = stretches.reduce((all, each) => all + weight(each), 0);
  const own = best.reduce((all, each) => all + weight(each), 0);
  return own >= whole / 2 ? best : [];
}

function namesOf(alike: readonly HardStretch[]): Pick<LooksLike, 'says' | 'sentence'> {
  const each = nice(median(alike.map(lengthOf)));
  const seconds = alike.reduce((sum, one) => sum + lengthOf(one), 0);
  const percent = roundHalfUp(
    alike.reduce((sum, one) => sum + one.percent * lengthOf(one), 0) / seconds,
  );
  const rests = alike.slice(1).map(({ startS }, place) => startS - (alike[place]?.endS ?? 0));
  const rest = nice(median(rests));
  const says = `${alike.length} × ${printDuration(each)} at ${percent} %`;
  const before = Math.max(60, Math.round((alike[0]?.startS ?? 0) / 60) * 60);
  return {
    says,
    sentence: `${printDuration(before)} easy, ${says}, ${printDuration(rest)} easy between, 10:00 easy`,
  };
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((one, other) => one - other);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
}

/** A length as somebody would have planned it: whole 5 s under 2:00, 15 s under 5:00, 30 s under 20:00, else minutes. */
function nice(seconds: number): number {
  const steps = [
    [120, 5],
    [300, 15],
    [1200, 30],
  ] as const;
  const unit = steps.find(([under]) => seconds < under)?.[1] ?? 60;
  return Math.max(unit, Math.round(seconds / unit) * unit);
}
