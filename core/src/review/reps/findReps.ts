import type { Gap } from '../../power/index.ts';
import type { Segment } from '../../sessions/index.ts';
import { type PlannedRep, plannedReps } from './plannedReps.ts';
import { centredMean, correlation, heldWatts, sumsOf } from './smooth.ts';

/** A rep on the ride. */
export interface FoundRep {
  /** Its number in the plan, from 1; null for one more than was planned. */
  readonly number: number | null;
  /** Seconds of the ride; the end is not part of it. */
  readonly startS: number;
  readonly endS: number;
  /** The planned rep that it was ridden as. */
  readonly planned: PlannedRep;
}

/** Reps that were found, and those that were not ridden. */
export interface FoundReps {
  readonly reps: readonly FoundRep[];
  /** Numbers of those missing in between, and at the end. */
  readonly leftOut: readonly number[];
  readonly notRidden: readonly number[];
}

/** Where the watts cross the middle is looked for in means of so many seconds; from reps of 2:00 on in longer ones. */
const SMOOTH_S = { short: 5, long: 15, longFrom: 120 } as const;
/** The next rep begins within these shares of the planned rest. */
const REST_SHARES = { least: 0.5, most: 3 } as const;
/** A fall under the middle of so many seconds ends a rep; half the planned rest where that is less. */
const END_S = 30;
const START_WITHIN_S = 20;
const LEAST_CORRELATION = 0.6;
const LEAST_SHARE = 0.5;
/** The whole ride is held against the plan in steps of so many seconds. */
const BLOCK_S = 5;
/** More than this many places for the first rep are never tried. */
const MOST_STARTS = 400;

/**
 * Finds the reps of a planned session on a ride by their shape: every place where the watts rise over the middle is tried
 * as the first rep, each next one is looked for after its rest, and of all these chains the one counts whose plan, laid
 * on the edges found, goes up and down with the whole ride best.
 *
 * @param segments the session laid out for the rider of the day
 * @param watts 1 Hz, null where nothing was recorded
 * @param stops recorded stops, in which nobody rode
 * @returns the reps, or null where they could not be found or have no watts
 * Source: handbook section 9.1 (3).
 */
export function findReps(
  segments: readonly Segment[],
  watts: ArrayLike<number | null>,
  stops: readonly Gap[] = [],
): FoundReps | null {
  const planned = plannedReps(segments);
  const [first] = planned;
  if (!first || watts.length === 0) return null;
  const search = new Search(planned, heldWatts(watts, stops));
  const ride = blocksOf(search.watts);
  let best: { readonly chain: readonly Found[]; readonly r: number } | null = null;
  for (const start of search.crossings(first, 0, watts.length).slice(0, MOST_STARTS)) {
    const chain = search.chainFrom(start);
    const r = correlation(blocksOf(laidOut(segments, planned, chain, watts.length)), ride);
    if (r > (best?.r ?? LEAST_CORRELATION)) best = { chain, r };
  }
  if (!best || best.chain.length < LEAST_SHARE * planned.length) return null;
  return numbered(best.chain, planned);
}

interface Found {
  readonly startS: number;
  readonly endS: number;
}

class Search {
  readonly watts: Float64Array;
  private readonly planned: readonly PlannedRep[];
  private readonly short: Float64Array;
  private readonly long: Float64Array;
  private readonly sums: Float64Array;

  constructor(planned: readonly PlannedRep[], watts: Float64Array) {
    this.planned = planned;
    this.watts = watts;
    this.short = centredMean(watts, SMOOTH_S.short);
    this.long = centredMean(watts, SMOOTH_S.long);
    this.sums = sumsOf(watts);
  }

  /** Seconds in a span at which the watts rise over the middle of a rep, and stay over it for its first half. */
  crossings(rep: PlannedRep, from: number, to: number): number[] {
    const stream = rep.seconds >= SMOOTH_S.longFrom ? this.long : this.short;
    const middle = risesOver(rep);
    const half = Math.max(1, Math.round(rep.seconds / 2));
    const found: number[] = [];
    for (let second = Math.max(0, from); second < Math.min(to, stream.length); second += 1) {
      const rises =
        (stream[second] as number) >= middle &&
        (second === 0 || (stream[second - 1] as number) < middle);
      if (rises && this.mean(second, second + half) > middle) found.push(second);
    }
    return found;
  }

  /** The reps one after another from the first; more than planned as long as they follow. */
  chainFrom(start: number): Found[] {
    const chain: Found[] = [];
    let at: number | null = start;
    while (at !== null) {
      const rep = this.planned[Math.min(chain.length, this.planned.length - 1)] as PlannedRep;
      const last = chain.at(-1);
      const startS = this.startNear(rep, at, last?.endS ?? 0);
      const endS = this.endOf(rep, startS);
      chain.push({ startS, endS });
      at = this.nextAfter(endS, chain.length);
    }
    return chain;
  }

  /** Where the rep of a place in the chain begins, after the one before it has ended. */
  private nextAfter(endS: number, place: number): number | null {
    const before = this.planned[Math.min(place, this.planned.length) - 1] as PlannedRep;
    const next = this.planned[Math.min(place, this.planned.length - 1)] as PlannedRep;
    // After the last one a rest like the one before it would follow.
    const rest = before.restS > 0 ? before.restS : (this.planned.at(-2)?.restS ?? 0);
    if (rest === 0) return null;
    const [from, to] = [endS + REST_SHARES.least * rest, endS + REST_SHARES.most * rest];
    const [near] = this.crossings(next, Math.round(from), Math.round(to) + 1);
    if (near !== undefined) return near;
    const [far] = this.crossings(next, Math.round(to) + 1, Math.round(to) + next.seconds + 1);
    return far ?? null;
  }

  /** The crossing of the five-second mean nearest to the place that was found. */
  private startNear(rep: PlannedRep, place: number, after: number): number {
    const middle = risesOver(rep);
    let best = place;
    let off = Infinity;
    const from = Math.max(after, place - START_WITHIN_S);
    for (let second = Math.max(1, from); second <= place + START_WITHIN_S; second += 1) {
      const [was, is] = [this.short[second - 1] ?? 0, this.short[second] ?? 0];
      if (was >= middle || is < middle || Math.abs(second - place) >= off) continue;
      best = second;
      off = Math.abs(second - place);
    }
    return best;
  }

  /** The first fall under the middle, from half its length on, that lasts. */
  private endOf(rep: PlannedRep, startS: number): number {
    const middle = (rep.watts + rep.after) / 2;
    const lasts = Math.min(END_S, rep.restS > 0 ? rep.restS / 2 : END_S);
    let fell: number | null = null;
    for (
      let second = startS + Math.round(rep.seconds / 2);
      second < this.short.length;
      second += 1
    ) {
      if ((this.short[second] as number) >= middle) fell = null;
      else {
        fell ??= second;
        if (second - fell >= lasts) return fell;
      }
    }
    return fell ?? this.short.length;
  }

  private mean(from: number, to: number): number {
    const end = Math.min(to, this.watts.length);
    return end <= from
      ? 0
      : ((this.sums[end] as number) - (this.sums[from] as number)) / (end - from);
  }
}

/** Half-way up to a rep from what is asked before it; from its rest where a warm-up ends as high as the rep. */
function risesOver({ watts, before, after }: PlannedRep): number {
  return (watts + (before < watts ? before : after)) / 2;
}

/** The plan's watts laid on the edges found, with its warm-up, rests and cool-down around them. */
function laidOut(
  segments: readonly Segment[],
  planned: readonly PlannedRep[],
  chain: readonly Found[],
  length: number,
): Float64Array {
  const asked = askedStream(segments);
  const laid = new Float64Array(length);
  const at = (second: number): number =>
    asked[Math.max(0, Math.min(asked.length - 1, second))] ?? 0;
  const first = planned[0] as PlannedRep;
  const begun = chain[0]?.startS ?? 0;
  for (let second = 0; second < begun; second += 1)
    laid[second] = at(first.startS - (begun - second));
  for (const [place, { startS, endS }] of chain.entries()) {
    const rep = planned[Math.min(place, planned.length - 1)] as PlannedRep;
    const until = chain[place + 1]?.startS ?? length;
    for (let second = startS; second < endS; second += 1)
      laid[second] = at(rep.startS + Math.min(second - startS, rep.seconds - 1));
    const isLast = place === chain.length - 1;
    const after = isLast ? (planned.at(-1) as PlannedRep) : rep;
    for (let second = endS; second < until; second += 1)
      laid[second] = isLast ? at(after.startS + after.seconds + second - endS) : rep.after;
  }
  return laid;
}

function askedStream(segments: readonly Segment[]): Float64Array {
  const last = segments.at(-1);
  const stream = new Float64Array(last ? last.startS + last.seconds : 0);
  for (const { startS, seconds, from, to } of segments) {
    const [start, end] = [from?.countedW ?? 0, to?.countedW ?? 0];
    for (let second = 0; second < seconds; second += 1)
      stream[startS + second] = start + ((end - start) * (second + 0.5)) / seconds;
  }
  return stream;
}

function blocksOf(stream: Float64Array): Float64Array {
  const blocks = new Float64Array(Math.ceil(stream.length / BLOCK_S));
  for (let second = 0; second < stream.length; second += 1) {
    const block = Math.floor(second / BLOCK_S);
    blocks[block] = (blocks[block] as number) + (stream[second] as number) / BLOCK_S;
  }
  return blocks;
}

/**
 * Reps with their numbers: a gap nearer to rest, rep and rest than to a rest means that the one between was left out,
 * unless as many were found as were planned.
 */
function numbered(chain: readonly Found[], planned: readonly PlannedRep[]): FoundReps {
  const reps: FoundRep[] = [];
  const leftOut: number[] = [];
  let spare = planned.length - chain.length;
  let place = 0;
  for (const [index, each] of chain.entries()) {
    const before = chain[index - 1];
    const rest = planned[place - 1]?.restS ?? 0;
    if (before && spare > 0 && rest > 0) {
      const gap = each.startS - before.endS;
      const skipped = 2 * rest + (planned[place]?.seconds ?? 0);
      if (Math.abs(gap - skipped) < Math.abs(gap - rest)) {
        leftOut.push(place + 1);
        place += 1;
        spare -= 1;
      }
    }
    const rep = planned[Math.min(place, planned.length - 1)] as PlannedRep;
    reps.push({ ...each, number: place < planned.length ? place + 1 : null, planned: rep });
    place += 1;
  }
  const missing = Array.from({ length: Math.max(0, planned.length - place) });
  return { reps, leftOut, notRidden: missing.map((_, index) => place + 1 + index) };
}
