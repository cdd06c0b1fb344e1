import type { Gap, Lap } from '../../power/index.ts';
import { LEAST_SHARE } from './findReps.ts';
import { type FoundReps, numbered } from './numbered.ts';
import type { PlannedRep } from './plannedReps.ts';
import { isAsLong, lapNear } from './pressedLaps.ts';
import { REST_SHARES } from './search.ts';

/**
 * The reps by the laps of a recording alone, where it has no watts that could say more: for at least half of the reps,
 * in order, a lap as long as it.
 *
 * @param planned the reps of the session, at least one
 * @param laps those that somebody may have pressed, as `pressedLaps` returns them
 * @param between time between two recordings of the ride
 * @returns the reps, or null where the laps do not tell them
 * Source: handbook section 9.1 (2).
 */
export function byLaps(
  planned: readonly PlannedRep[],
  laps: readonly Lap[],
  between: readonly Gap[],
): FoundReps | null {
  const chain = bestChain(planned, laps);
  return chain && numbered(chain, planned, between);
}

/** The chain of laps with the most reps, and of equals the one whose rests lie nearest to what was asked. */
function bestChain(planned: readonly PlannedRep[], laps: readonly Lap[]) {
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
  const within = [endS + REST_SHARES.least * rest, endS + REST_SHARES.most * rest] as const;
  return lapNear(laps, rep, within, endS + rest);
}
