import type { Gap } from '../../power/index.ts';
import type { Segment } from '../../sessions/index.ts';
import { clockWithout } from './clockWithout.ts';
import { laidOut } from './laidOut.ts';
import { type FoundReps, numbered, type Span } from './numbered.ts';
import type { PlannedRep, PoweredRep } from './plannedReps.ts';
import { type Chain, Ridden, Search } from './search.ts';
import { correlation, heldWatts } from './smooth.ts';

/** A ride in which reps are looked for. */
export interface RideToSearch {
  /** 1 Hz, null where nothing was recorded. */
  readonly watts: ArrayLike<number | null>;
  /** Recorded stops, in which nobody rode. */
  readonly stops?: readonly Gap[];
  /** Time between two recordings of one ride, which is not counted. */
  readonly between?: readonly Gap[];
}

const LEAST_CORRELATION = 0.6;
const LEAST_SHARE = 0.5;
/** A warm-up that ends over this share of the first rep makes a soft start; what is tried there, of what was asked. */
const SOFT_START = 0.8;
const WEAKER = [0.97, 0.94, 0.91] as const;
const AS_STRONG = 0.9;
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
  const ridden = new Ridden(kept ? Float64Array.from(kept, (second) => held[second] ?? 0) : held);
  const found =
    first === null
      ? bestOfStrengths(ridden, segments, powered)?.chain
      : bestOf(ridden, segments, powered, [Math.round(fromRide(first))], true)?.chain;
  if (!found) return null;
  const spans = found.spans.map(({ startS, endS }) => ({
    startS: toRide(startS),
    endS: toRide(endS - 1) + 1,
  }));
  return numbered(spans, planned, ride.between ?? [], found.places);
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
  const ridden = new Ridden(heldWatts(ride.watts, ride.stops ?? []));
  return bestOfStrengths(ridden, segments, powered)?.r ?? null;
}

interface BestChain {
  readonly chain: Chain;
  readonly r: number;
}

/**
 * The best chain. A warm-up that ends nearly as high as the first rep makes a soft start: a rider a little under
 * target never comes over the middle between the two, and one who rode the warm-up easily comes over it somewhere in
 * the rep. So it is tried with the middles of weaker reps too, and from an easy ride; what finds most of the reps
 * counts, and what was as strong before the start found as after it belongs to the first rep.
 */
function bestOfStrengths(
  ridden: Ridden,
  segments: readonly Segment[],
  planned: readonly PoweredRep[],
): BestChain | null {
  const chainOf = (reps: readonly PoweredRep[]) => bestChain(ridden, segments, reps);
  const asAsked = chainOf(planned);
  const [first, ...others] = planned as [PoweredRep, ...PoweredRep[]];
  if (first.before <= SOFT_START * first.watts || first.before >= first.watts) return asAsked;
  const fromEasy = chainOf([{ ...first, before: first.after }, ...others]);
  const found = (each: BestChain | null) => Math.min(each?.chain.spans.length ?? 0, planned.length);
  let best = asAsked;
  for (const share of WEAKER) {
    if (found(best) === planned.length || first.before >= share * first.watts) break;
    const weaker = chainOf(planned.map((rep) => ({ ...rep, watts: share * rep.watts })));
    if (found(weaker) > found(best)) best = weaker;
  }
  if (found(fromEasy) > found(best)) return fromEasy;
  const [begun, easy] = [best?.chain.spans[0], fromEasy?.chain.spans[0]];
  if (!begun || !easy || easy.startS >= begun.startS || easy.endS <= begun.startS) return best;
  const share = ridden.mean(easy.startS, begun.startS) / ridden.mean(begun.startS, begun.endS);
  return share >= AS_STRONG ? fromEasy : best;
}

/** Of all chains the one that goes with the ride best; null where none does, or too little of it was ridden. */
function bestChain(
  ridden: Ridden,
  segments: readonly Segment[],
  planned: readonly PoweredRep[],
): BestChain | null {
  const search = new Search(planned, ridden);
  const starts = search.crossings(planned[0] as PoweredRep, 0, ridden.watts.length);
  const best = bestOf(ridden, segments, planned, starts.slice(0, MOST_STARTS));
  if (!best || best.r <= LEAST_CORRELATION) return null;
  const { spans } = best.chain;
  if (search.isAnother(best.chain)) return null;
  const enough = spans.length >= LEAST_SHARE * planned.length;
  return enough || !search.hardOutside(spans) ? best : null;
}

/** Of the chains from some first reps the one that goes with the ride best. */
function bestOf(
  ridden: Ridden,
  segments: readonly Segment[],
  planned: readonly PoweredRep[],
  starts: readonly number[],
  exactly = false,
): BestChain | null {
  const search = new Search(planned, ridden);
  const ride = blocksOf(ridden.watts);
  // One left out changes what is waited for only where the reps or rests of a plan differ.
  const differ = planned
    .slice(1, -1)
    .some((rep) => rep.restS !== planned[0]?.restS || rep.watts !== planned[0].watts);
  let best: BestChain | null = null;
  for (const start of starts) {
    for (const skipping of differ ? [false, true] : [false]) {
      const chain = search.chainFrom(start, { exactly, skipping });
      const [first] = chain.spans as [Span, ...Span[]];
      // Openers and hills on the way out are no first rep of a chain that has more than were planned.
      if (!exactly && chain.spans.length > planned.length && !search.isLike(0, first)) continue;
      const laid = laidOut(segments, planned, chain, ridden.watts.length);
      const r = correlation(blocksOf(laid), ride);
      if (!best || r > best.r) best = { chain, r };
    }
  }
  return best;
}

function blocksOf(stream: Float64Array): Float64Array {
  const blocks = new Float64Array(Math.ceil(stream.length / BLOCK_S));
  for (let second = 0; second < stream.length; second += 1) {
    const block = Math.floor(second / BLOCK_S);
    blocks[block] = (blocks[block] as number) + (stream[second] as number) / BLOCK_S;
  }
  return blocks;
}
