import type { Lap } from '../../power/index.ts';
import type { FoundReps } from './numbered.ts';
import type { PlannedRep } from './plannedReps.ts';

/** A lap is a rep's where it differs by no more than the larger of both. Source: handbook section 9.1. */
const LAP_SLACK = { seconds: 5, share: 0.05 } as const;

/**
 * The reps by the laps of the recording: a lap of its length for every rep, in order. Where rests are as long as reps
 * several rows of laps would do; then the one counts whose rests lie nearest to what was asked, and of equals the one
 * with the most watts.
 *
 * @param planned the reps of the session
 * @param laps the laps of the recording, in order
 * @param watts 1 Hz, null where nothing was recorded
 * @returns the reps, or null where one has no lap
 * Source: handbook section 9.1 (2).
 */
export function byLaps(
  planned: readonly PlannedRep[],
  laps: readonly Lap[],
  watts: ArrayLike<number | null>,
): FoundReps | null {
  const [first] = planned;
  if (!first) return null;
  let best: { readonly chain: Lap[]; readonly off: number; readonly meanW: number } | null = null;
  for (const [at, lap] of laps.entries()) {
    if (!fits(lap, first)) continue;
    const chain = chainFrom(planned, laps, at);
    if (!chain) continue;
    const off = offRests(planned, chain);
    const meanW = meanWatts(chain, watts);
    if (!best || off < best.off || (off === best.off && meanW > best.meanW))
      best = { chain, off, meanW };
  }
  if (!best) return null;
  return {
    leftOut: [],
    notRidden: [],
    reps: best.chain.map(({ startS, seconds }, place) => ({
      number: place + 1,
      planned: planned[place] as PlannedRep,
      startS,
      endS: startS + seconds,
    })),
  };
}

function fits({ seconds }: Lap, rep: PlannedRep): boolean {
  const slack = Math.max(LAP_SLACK.seconds, LAP_SLACK.share * rep.seconds);
  return Math.abs(seconds - rep.seconds) <= slack;
}

/** A lap for every rep from the one given on, each the nearest to where its rest would end. */
function chainFrom(
  planned: readonly PlannedRep[],
  laps: readonly Lap[],
  start: number,
): Lap[] | null {
  const chain = [laps[start] as Lap];
  let at = start;
  for (const rep of planned.slice(1)) {
    const last = chain.at(-1) as Lap;
    const due = last.startS + last.seconds + (planned[chain.length - 1]?.restS ?? 0);
    let next: number | null = null;
    for (let place = at + 1; place < laps.length; place += 1) {
      const lap = laps[place] as Lap;
      if (!fits(lap, rep)) continue;
      const nearer =
        next === null || Math.abs(lap.startS - due) < Math.abs((laps[next] as Lap).startS - due);
      if (nearer) next = place;
    }
    if (next === null) return null;
    chain.push(laps[next] as Lap);
    at = next;
  }
  return chain;
}

/** How far the rests lie from what was asked, s in all. */
function offRests(planned: readonly PlannedRep[], chain: readonly Lap[]): number {
  return chain.slice(1).reduce((sum, { startS }, place) => {
    const before = chain[place] as Lap;
    const rest = startS - before.startS - before.seconds;
    return sum + Math.abs(rest - (planned[place]?.restS ?? 0));
  }, 0);
}

function meanWatts(chain: readonly Lap[], watts: ArrayLike<number | null>): number {
  let [sum, many] = [0, 0];
  for (const { startS, seconds } of chain)
    for (let second = startS; second < startS + seconds; second += 1) {
      sum += watts[second] ?? 0;
      many += 1;
    }
  return many === 0 ? 0 : sum / many;
}
