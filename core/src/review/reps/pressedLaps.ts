import type { Lap } from '../../power/index.ts';
import type { PlannedRep } from './plannedReps.ts';

/** A lap is a rep's where it differs by no more than the larger of both. Source: handbook section 9.1. */
const LAP_SLACK = { seconds: 5, share: 0.05 } as const;
/** So many laps in a row that are so alike run by themselves. Source: handbook section 9.1. */
const RUNNING = { many: 5, seconds: 2, share: 0.01 } as const;

/**
 * The laps that somebody may have pressed: inside the ride, in order, one at a time, and none of those that a device
 * begins by itself every so many minutes or metres.
 *
 * @param laps as they were recorded, in any order
 * @param planned the reps of the session
 * @param length s, of the ride
 * @param speed 1 Hz, m/s, where it is known: then laps of like distance are told too
 * @returns laps of at least a second
 * Source: handbook section 9.1 (2).
 */
export function pressedLaps(
  laps: readonly Lap[],
  planned: readonly PlannedRep[],
  length: number,
  speed: ArrayLike<number | null> | null = null,
): Lap[] {
  const inside = onRide(laps, length);
  const lengths = inside.map(({ seconds }) => seconds);
  const both = (seconds: number): boolean =>
    planned.some((rep) => Math.abs(rep.seconds - seconds) <= RUNNING.seconds) &&
    planned.some((rep) => rep.restS > 0 && Math.abs(rep.restS - seconds) <= RUNNING.seconds);
  const out = new Set<number>();
  for (const [from, to] of rowsOfAlike(inside, lengths, () => RUNNING.seconds))
    if (!both(lengths[from] as number)) markOut(out, from, to);
  const metres = speed && distances(inside, speed);
  if (metres)
    for (const [from, to] of rowsOfAlike(inside, metres, (each) => RUNNING.share * each))
      markOut(out, from, to);
  return inside.filter((_, place) => !out.has(place));
}

/**
 * Whether a lap is as long as a rep.
 *
 * @param lap of the recording
 * @param rep as it is planned
 */
export function isAsLong({ seconds }: Lap, rep: PlannedRep): boolean {
  const slack = Math.max(LAP_SLACK.seconds, LAP_SLACK.share * rep.seconds);
  return Math.abs(seconds - rep.seconds) <= slack;
}

/**
 * Of the laps that begin in a span and are as long as a rep the one nearest to when it is due.
 *
 * @param laps of the recording
 * @param rep as it is planned
 * @param within first and last second at which it may begin
 * @param due second at which it would begin as planned
 * @returns the lap, or null where there is none
 */
export function lapNear(
  laps: readonly Lap[],
  rep: PlannedRep,
  [from, to]: readonly [number, number],
  due: number,
): Lap | null {
  let best: Lap | null = null;
  for (const lap of laps) {
    if (lap.startS < from || lap.startS > to || !isAsLong(lap, rep)) continue;
    if (!best || Math.abs(lap.startS - due) < Math.abs(best.startS - due)) best = lap;
  }
  return best;
}

/** Cut to the ride, in order; of two that begin together the first. */
function onRide(laps: readonly Lap[], length: number): Lap[] {
  const sorted = laps
    .map(({ startS, seconds }) => ({ startS: Math.round(startS), seconds: Math.round(seconds) }))
    .filter(({ startS, seconds }) => seconds > 0 && startS >= 0 && startS < length)
    .sort((one, other) => one.startS - other.startS);
  return sorted
    .filter(({ startS }, place) => startS !== sorted[place - 1]?.startS)
    .map(({ startS, seconds }) => ({ startS, seconds: Math.min(seconds, length - startS) }));
}

/**
 * Rows of laps one after another that are alike, and that reach the first or the last whole lap: through the warm-up or
 * the cool-down.
 */
function rowsOfAlike(
  laps: readonly Lap[],
  sizes: readonly number[],
  within: (size: number) => number,
): (readonly [from: number, to: number])[] {
  const rows: (readonly [number, number])[] = [];
  for (let from = 0; from < laps.length;) {
    let to = from;
    let [least, most] = [sizes[from] as number, sizes[from] as number];
    while (to + 1 < laps.length && follow(laps[to] as Lap, laps[to + 1] as Lap)) {
      const next = sizes[to + 1] as number;
      [least, most] = [Math.min(least, next), Math.max(most, next)];
      if (most - least > within(most)) break;
      to += 1;
    }
    // The last lap of a ride ends where the device was stopped, whatever it counts.
    const runs = from === 0 || to >= laps.length - 2;
    if (runs && least > 0 && to - from + 1 >= RUNNING.many) rows.push([from, to]);
    from = to + 1;
  }
  return rows;
}

function follow({ startS, seconds }: Lap, next: Lap): boolean {
  return Math.abs(next.startS - startS - seconds) <= RUNNING.seconds;
}

function markOut(out: Set<number>, from: number, to: number): void {
  for (let place = from; place <= to; place += 1) out.add(place);
}

function distances(laps: readonly Lap[], speed: ArrayLike<number | null>): number[] {
  return laps.map(({ startS, seconds }) => {
    let sum = 0;
    for (let second = startS; second < startS + seconds; second += 1) sum += speed[second] ?? 0;
    return sum;
  });
}
