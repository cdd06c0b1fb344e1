import type { Lap } from '../../power/index.ts';
import type { Segment } from '../../sessions/index.ts';
import { findByLaps, type RideToSearch } from './findReps.ts';
import { type FoundReps, numbered } from './numbered.ts';
import type { PlannedRep } from './plannedReps.ts';
import { isAsLong, pressedLaps } from './pressedLaps.ts';

/** The next rep begins within these shares of the planned rest. */
const REST_SHARES = { least: 0.5, most: 3 } as const;
const LEAST_SHARE = 0.5;

/** A ride with its laps. */
export interface RideWithLaps extends RideToSearch {
  readonly laps: readonly Lap[];
  /** Speed, 1 Hz, m/s, where it is known: it tells laps of like distance. */
  readonly speed?: ArrayLike<number | null> | null | undefined;
}

/**
 * The reps by the laps of the recording: for at least half of the reps, in order, a lap as long as it. Where the ride
 * has watts they have to go up and down with the session; without watts the laps alone tell.
 *
 * @param segments the session laid out for the rider of the day
 * @param planned its reps
 * @param ride 1 Hz watts, the laps, the recorded stops
 * @returns the reps, or null where the laps do not tell them
 * Source: handbook section 9.1 (2).
 */
export function byLaps(
  segments: readonly Segment[],
  planned: readonly PlannedRep[],
  ride: RideWithLaps,
): FoundReps | null {
  const { laps, watts, speed = null, between = [] } = ride;
  const pressed = pressedLaps(laps, planned, watts.length, speed);
  const hasWatts = Array.prototype.some.call(watts, (each: number | null) => each !== null);
  if (hasWatts && planned.every((rep) => rep.watts !== null))
    return findByLaps(segments, planned, ride, pressed);
  const chain = lapsAlone(planned, pressed);
  return chain && numbered(chain, planned, between);
}

/** The chain of laps with the most reps, and of equals the one whose rests lie nearest to what was asked. */
function lapsAlone(planned: readonly PlannedRep[], laps: readonly Lap[]) {
  const first = planned[0] as PlannedRep;
  let best: { readonly chain: readonly Lap[]; readonly off: number } | null = null;
  for (const lap of laps) {
    if (!isAsLong(lap, first)) continue;
    const next = chainFrom(planned, laps, lap);
    const more = next.chain.length - (best?.chain.length ?? 0);
    if (!best || more > 0 || (more === 0 && next.off < best.off)) best = next;
  }
  if (!best || best.chain.length < LEAST_SHARE * planned.length) return null;
  return best.chain.map(({ startS, seconds }) => ({ startS, endS: startS + seconds }));
}

/** Laps one after another, each within a rest of the last one, or after one rep left out. */
function chainFrom(planned: readonly PlannedRep[], laps: readonly Lap[], start: Lap) {
  const chain = [start];
  let off = 0;
  for (let place = 1; place < planned.length; place += 1) {
    const rep = planned[place] as PlannedRep;
    const last = chain.at(-1) as Lap;
    const endS = last.startS + last.seconds;
    const rest = planned[place - 1]?.restS ?? 0;
    const next = lapIn(laps, rep, endS, rest) ?? lapIn(laps, rep, endS + rest + rep.seconds, rest);
    if (!next) break;
    off += Math.abs(next.startS - endS - rest);
    chain.push(next);
  }
  return { chain, off };
}

/** The lap nearest to when a rest after a second would be over. */
function lapIn(laps: readonly Lap[], rep: PlannedRep, endS: number, rest: number): Lap | null {
  let best: Lap | null = null;
  const [from, to] = [endS + REST_SHARES.least * rest, endS + REST_SHARES.most * rest];
  const due = endS + rest;
  for (const lap of laps) {
    if (lap.startS < from || lap.startS > to || !isAsLong(lap, rep)) continue;
    if (!best || Math.abs(lap.startS - due) < Math.abs(best.startS - due)) best = lap;
  }
  return best;
}
