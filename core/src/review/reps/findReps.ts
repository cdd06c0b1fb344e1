import type { Gap, Lap } from '../../power/index.ts';
import type { Segment } from '../../sessions/index.ts';
import { clockWithout } from './clockWithout.ts';
import { laidOut } from './laidOut.ts';
import { isAnotherSession } from './anotherSession.ts';
import { type FoundReps, numbered, type Span } from './numbered.ts';
import type { PlannedRep, PoweredRep } from './plannedReps.ts';
import { type Chain, Ridden, Search, type Start } from './search.ts';
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
/** Of the reps as many have to be found, or to have a lap. */
export const LEAST_SHARE = 0.5;
/** Another row of reps goes with the ride clearly better, by so much correlation. */
const CLEARLY = 0.02;
/** A warm-up that ends over this share of the first rep makes a soft start; what is tried there, of what was asked. */
const SOFT_START = 0.8;
const WEAKER = [0.97, 0.94, 0.91] as const;
const AS_STRONG = 0.9;
/** The whole ride is held against the plan in steps of so many seconds. */
const BLOCK_S = 5;
/** More than this many places for the first rep are never tried. */
const MOST_STARTS = 400;

/** Reps that were found, and whether laps or the watts alone told them. */
export interface FoundBy extends FoundReps {
  readonly from: 'laps' | 'found';
}

/** What somebody said of where the reps lie. */
export interface Told {
  /** Second of the ride at which the coach saw the first rep begin; then nothing else is tried. */
  readonly firstS?: number;
  /** Laps that somebody may have pressed, as `pressedLaps` returns them. */
  readonly laps?: readonly Lap[];
}

/**
 * Finds the reps of a planned session on a ride by their shape: every place where the watts rise over the middle is
 * tried as the first rep, each next one is looked for after its rest, and of all these chains the one counts whose
 * plan, laid on the edges found, goes up and down with the whole ride best. Laps come before it where at least half of
 * the reps have one and the plan laid on them goes with the ride: their edges are moved to where the watts cross over,
 * and what has no lap is looked for as without laps.
 *
 * @param segments the session laid out for the rider of the day
 * @param planned its reps, as `plannedReps` returns them
 * @param ride 1 Hz watts, the recorded stops, the time between its recordings
 * @param told the laps, or where the coach saw the first rep begin
 * @returns the reps, or null where they could not be found or have no watts
 * Source: handbook section 9.1 (2) and (3).
 */
export function findReps(
  segments: readonly Segment[],
  planned: readonly PlannedRep[],
  ride: RideToSearch,
  { firstS, laps = [] }: Told = {},
): FoundBy | null {
  const search = prepare(planned, ride);
  if (!search) return null;
  const { ridden, powered, fromRide } = search;
  if (firstS !== undefined) {
    const marked = { at: Math.round(fromRide(firstS)), lap: null };
    const found = bestOf(ridden, segments, powered, [marked], { exactly: true });
    return found && { from: 'found', ...asFound(found.chain, planned, ride, search) };
  }
  const alone = bestOfStrengths(ridden, segments, powered);
  const lapped = laps.length === 0 ? null : bestByLaps(segments, laps, search);
  // Laps that go with the ride worse than what its watts alone show were not pressed for these reps.
  const pressed = lapped && !(alone && alone.r > lapped.r + CLEARLY) ? lapped : null;
  const best = pressed ?? alone;
  const from = pressed ? 'laps' : 'found';
  return best && { from, ...asFound(best.chain, planned, ride, search) };
}

/** The best chain in which at least half of the reps have a lap; null where the laps do not tell the reps. */
function bestByLaps(
  segments: readonly Segment[],
  laps: readonly Lap[],
  { ridden, powered, fromRide }: Prepared,
): BestChain | null {
  const moved = laps.map(({ startS, seconds }) => ({ startS: fromRide(startS), seconds }));
  const starts = new Search(powered, ridden, moved).starts().slice(0, MOST_STARTS);
  const found = bestOf(ridden, segments, powered, starts, { laps: moved });
  if (!found || found.r < LEAST_CORRELATION) return null;
  // Laps whose edges lie nowhere near to where the watts cross over were not pressed for these reps.
  const { chain, r } = found;
  const elsewhere = chain.edges < chain.laps || isAnotherSession(chain, powered, ridden, r);
  return elsewhere ? null : found;
}

interface Prepared {
  readonly ridden: Ridden;
  readonly powered: readonly PoweredRep[];
  readonly toRide: (second: number) => number;
  readonly fromRide: (second: number) => number;
}

function prepare(planned: readonly PlannedRep[], ride: RideToSearch): Prepared | null {
  const powered = planned.filter((rep): rep is PoweredRep => rep.watts !== null);
  if (powered.length === 0 || powered.length < planned.length || ride.watts.length === 0)
    return null;
  const { kept, toRide, fromRide } = clockWithout(ride.watts.length, ride.between ?? []);
  const held = heldWatts(ride.watts, ride.stops ?? []);
  const watts = kept ? Float64Array.from(kept, (second) => held[second] ?? 0) : held;
  return { ridden: new Ridden(watts), powered, toRide, fromRide };
}

function asFound(
  { spans, places }: Chain,
  planned: readonly PlannedRep[],
  { between = [] }: RideToSearch,
  { toRide }: Prepared,
): FoundReps {
  const onRide = spans.map(({ startS, endS }) => ({
    startS: toRide(startS),
    endS: toRide(endS - 1) + 1,
  }));
  return numbered(onRide, planned, between, places);
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
  const { startsW } = first;
  if (first.before <= SOFT_START * startsW || first.before >= startsW) return asAsked;
  const fromEasy = chainOf([{ ...first, before: first.after }, ...others]);
  const found = (each: BestChain | null) => Math.min(each?.chain.spans.length ?? 0, planned.length);
  let best = asAsked;
  for (const share of WEAKER) {
    if (found(best) === planned.length || first.before >= share * startsW) break;
    const weaker = chainOf(planned.map((rep) => weakened(rep, share)));
    if (found(weaker) > found(best)) best = weaker;
  }
  if (found(fromEasy) > found(best)) return fromEasy;
  const [begun, easy] = [best?.chain.spans[0], fromEasy?.chain.spans[0]];
  if (!begun || !easy || easy.startS >= begun.startS || easy.endS <= begun.startS) return best;
  const share = ridden.mean(easy.startS, begun.startS) / ridden.mean(begun.startS, begun.endS);
  return share >= AS_STRONG ? fromEasy : best;
}

function weakened(rep: PoweredRep, share: number): PoweredRep {
  return { ...rep, watts: share * rep.watts, startsW: share * rep.startsW };
}

/** Of all chains the one that goes with the ride best; null where none does, or too little of it was ridden. */
function bestChain(
  ridden: Ridden,
  segments: readonly Segment[],
  planned: readonly PoweredRep[],
): BestChain | null {
  const search = new Search(planned, ridden);
  const best = bestOf(ridden, segments, planned, search.starts().slice(0, MOST_STARTS));
  if (!best || best.r <= LEAST_CORRELATION) return null;
  const { spans } = best.chain;
  if (isAnotherSession(best.chain, planned, ridden, best.r)) return null;
  const enough = spans.length >= LEAST_SHARE * planned.length;
  return enough || !search.hardOutside(spans) ? best : null;
}

/** Of the chains from some first reps the one that goes with the ride best. */
function bestOf(
  ridden: Ridden,
  segments: readonly Segment[],
  planned: readonly PoweredRep[],
  starts: readonly Start[],
  { exactly = false, laps = [] }: { exactly?: boolean; laps?: readonly Lap[] } = {},
): BestChain | null {
  const search = new Search(planned, ridden, laps);
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
      const tooMany = !exactly && chain.spans.length > planned.length;
      if (tooMany && !search.isFirst(first)) continue;
      if (laps.length > 0 && chain.laps < LEAST_SHARE * planned.length) continue;
      const laid = laidOut(segments, planned, chain, ridden.watts.length);
      const r = correlation(blocksOf(laid), ride);
      const better = !best || r > best.r || (r === best.r && chain.offS < best.chain.offS);
      if (better) best = { chain, r };
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
