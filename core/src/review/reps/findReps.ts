import type { Gap } from '../../power/index.ts';
import type { Segment } from '../../sessions/index.ts';
import { clockWithout } from './clockWithout.ts';
import { type FoundReps, numbered, type Span } from './numbered.ts';
import type { PlannedRep, PoweredRep } from './plannedReps.ts';
import { centredMean, correlation, heldWatts, sumsOf } from './smooth.ts';

/** A ride in which reps are looked for. */
export interface RideToSearch {
  /** 1 Hz, null where nothing was recorded. */
  readonly watts: ArrayLike<number | null>;
  /** Recorded stops, in which nobody rode. */
  readonly stops?: readonly Gap[];
  /** Time between two recordings of one ride, which is not counted. */
  readonly between?: readonly Gap[];
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
 * Finds the reps of a planned session on a ride by their shape: every place where the watts rise over the middle is
 * tried as the first rep, each next one is looked for after its rest, and of all these chains the one counts whose
 * plan, laid on the edges found, goes up and down with the whole ride best.
 *
 * @param segments the session laid out for the rider of the day
 * @param planned its reps, as `plannedReps` returns them
 * @param ride 1 Hz watts, the recorded stops, the time between its recordings
 * @param first second of the ride at which the coach saw the first rep begin; then nothing else is tried
 * @returns the reps, or null where they could not be found or have no watts
 * Source: handbook section 9.1 (3).
 */
export function findReps(
  segments: readonly Segment[],
  planned: readonly PlannedRep[],
  ride: RideToSearch,
  first: number | null = null,
): FoundReps | null {
  const powered = planned.filter((rep): rep is PoweredRep => rep.watts !== null);
  const [start] = powered;
  if (!start || powered.length < planned.length || ride.watts.length === 0) return null;
  const { kept, toRide, fromRide } = clockWithout(ride.watts.length, ride.between ?? []);
  const held = heldWatts(ride.watts, ride.stops ?? []);
  const search = new Search(
    powered,
    kept ? Float64Array.from(kept, (second) => held[second] ?? 0) : held,
  );
  const found =
    first === null
      ? bestChain(search, segments, powered)?.chain
      : search.chainFrom(Math.round(fromRide(first)), true);
  if (!found) return null;
  const spans = found.map(({ startS, endS }) => ({
    startS: toRide(startS),
    endS: toRide(endS - 1) + 1,
  }));
  return numbered(spans, planned, ride.between ?? []);
}

/**
 * How well a session goes up and down with a ride, laid on the reps that were found.
 *
 * @param segments the session laid out for the rider of the day
 * @param planned its reps
 * @param ride 1 Hz watts, the recorded stops
 * @returns the correlation, 0.6–1; null where it has no reps with watts, or they are not on the ride
 * Source: handbook section 9.1 ("the best match").
 */
export function correlationWith(
  segments: readonly Segment[],
  planned: readonly PlannedRep[],
  ride: RideToSearch,
): number | null {
  const powered = planned.filter((rep): rep is PoweredRep => rep.watts !== null);
  if (powered.length === 0 || powered.length < planned.length) return null;
  const search = new Search(powered, heldWatts(ride.watts, ride.stops ?? []));
  return bestChain(search, segments, powered)?.r ?? null;
}

/** Of all chains the one that goes with the ride best; null where none does, or too little of it was ridden. */
function bestChain(
  search: Search,
  segments: readonly Segment[],
  planned: readonly PoweredRep[],
): { readonly chain: Span[]; readonly r: number } | null {
  const { length } = search.watts;
  const ride = blocksOf(search.watts);
  const starts = search.crossings(planned[0] as PoweredRep, 0, length);
  let best: { readonly chain: Span[]; readonly r: number } | null = null;
  for (const start of starts.slice(0, MOST_STARTS)) {
    const chain = search.chainFrom(start);
    const r = correlation(blocksOf(laidOut(segments, planned, chain, length)), ride);
    if (r > (best?.r ?? LEAST_CORRELATION)) best = { chain, r };
  }
  if (!best) return null;
  const enough = best.chain.length >= LEAST_SHARE * planned.length;
  return enough || !search.hardOutside(best.chain) ? best : null;
}

class Search {
  readonly watts: Float64Array;
  private readonly planned: readonly PoweredRep[];
  private readonly short: Float64Array;
  private readonly long: Float64Array;
  private readonly sums: Float64Array;

  constructor(planned: readonly PoweredRep[], watts: Float64Array) {
    this.planned = planned;
    this.watts = watts;
    this.short = centredMean(watts, SMOOTH_S.short);
    this.long = centredMean(watts, SMOOTH_S.long);
    this.sums = sumsOf(watts);
  }

  /** Seconds in a span at which the watts rise over the middle of a rep, and stay over it for its first half. */
  crossings(rep: PoweredRep, from: number, to: number): number[] {
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
  chainFrom(start: number, exactly = false): Span[] {
    const chain: Span[] = [];
    let at: number | null = Math.max(0, Math.min(start, this.watts.length - 1));
    while (at !== null) {
      const rep = this.planned[Math.min(chain.length, this.planned.length - 1)] as PoweredRep;
      const last = chain.at(-1);
      const startS = exactly && !last ? at : this.startNear(rep, at, last?.endS ?? 0);
      const endS = this.endOf(rep, startS);
      chain.push({ startS, endS });
      at = this.nextAfter(endS, chain.length);
    }
    return chain;
  }

  /** Where the rep of a place in the chain begins, after the one before it has ended. */
  private nextAfter(endS: number, place: number): number | null {
    const before = this.planned[Math.min(place, this.planned.length) - 1] as PoweredRep;
    const next = this.planned[Math.min(place, this.planned.length - 1)] as PoweredRep;
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
  private startNear(rep: PoweredRep, place: number, after: number): number {
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
  private endOf(rep: PoweredRep, startS: number): number {
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

  /** Whether the ride holds a stretch as hard as a rep, and as long as half of one, outside those found. */
  hardOutside(chain: readonly Span[]): boolean {
    const least = this.planned.reduce((low, rep) => (rep.watts < low.watts ? rep : low));
    return this.crossings(least, 0, this.watts.length).some(
      (second) =>
        !chain.some(
          ({ startS, endS }) => second >= startS - START_WITHIN_S && second < endS + START_WITHIN_S,
        ),
    );
  }

  private mean(from: number, to: number): number {
    const end = Math.min(to, this.watts.length);
    return end <= from
      ? 0
      : ((this.sums[end] as number) - (this.sums[from] as number)) / (end - from);
  }
}

/** Half-way up to a rep from what is asked before it; from its rest where a warm-up ends as high as the rep. */
function risesOver({ watts, before, after }: PoweredRep): number {
  return (watts + (before < watts ? before : after)) / 2;
}

/** The plan's watts laid on the edges found, with its warm-up, rests and cool-down around them. */
function laidOut(
  segments: readonly Segment[],
  planned: readonly PoweredRep[],
  chain: readonly Span[],
  length: number,
): Float64Array {
  const asked = askedStream(segments);
  const laid = new Float64Array(length);
  const [first, last] = [planned[0], planned.at(-1)] as [PoweredRep, PoweredRep];
  const planEndS = last.startS + last.seconds;
  // What lies outside a session is as its first and last second, unless that is a rep.
  const at = (second: number): number => {
    if (second < 0 && first.startS === 0) return first.before;
    if (second >= asked.length && planEndS === asked.length) return last.after;
    return asked[Math.max(0, Math.min(asked.length - 1, second))] ?? 0;
  };
  const begun = chain[0]?.startS ?? 0;
  for (let second = 0; second < begun; second += 1)
    laid[second] = at(first.startS - (begun - second));
  for (const [place, { startS, endS }] of chain.entries()) {
    const rep = planned[Math.min(place, planned.length - 1)] as PoweredRep;
    const until = chain[place + 1]?.startS ?? length;
    for (let second = startS; second < endS; second += 1)
      laid[second] = at(rep.startS + Math.min(second - startS, rep.seconds - 1));
    const isLast = place === chain.length - 1;
    for (let second = endS; second < until; second += 1)
      laid[second] = isLast ? at(planEndS + second - endS) : rep.after;
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
