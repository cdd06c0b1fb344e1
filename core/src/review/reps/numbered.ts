import type { Gap } from '../../power/index.ts';
import type { PlannedRep } from './plannedReps.ts';

/** A stretch of a ride, s; the end is not part of it. */
export interface Span {
  readonly startS: number;
  readonly endS: number;
}

/** A rep on the ride. */
export interface FoundRep extends Span {
  /** Its number in the plan, from 1; null for one more than was planned. */
  readonly number: number | null;
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

/**
 * Whether a gap is nearer to rest, rep and rest than to a rest: then the rep between was left out.
 *
 * @param planned the reps that were planned
 * @param place of the rep before the gap, from 0
 * @param gap s, from its end to the start of the next one found
 * @returns false where no rest follows that rep, or no rep
 * Source: handbook section 9.1.
 */
export function isLeftOut(planned: readonly PlannedRep[], place: number, gap: number): boolean {
  const rest = planned[place]?.restS ?? 0;
  const between = planned[place + 1];
  if (rest === 0 || !between) return false;
  return Math.abs(gap - (2 * rest + between.seconds)) < Math.abs(gap - rest);
}

/**
 * Reps with their numbers: one between two that were found was left out where the gap says so, unless as many were
 * found as were planned.
 *
 * @param spans the reps in order
 * @param planned the reps that were planned, at least one
 * @param between time between two recordings, which is not counted
 * @param places of the reps in the plan, from 0, rising, where the search knows them
 * @returns the reps with their numbers, counted from the first one found
 * Source: handbook section 9.1.
 */
export function numbered(
  spans: readonly Span[],
  planned: readonly PlannedRep[],
  between: readonly Gap[] = [],
  places: readonly number[] | null = null,
): FoundReps {
  const known = spans.length < planned.length ? places : null;
  const reps: FoundRep[] = [];
  const leftOut: number[] = [];
  let spare = planned.length - spans.length;
  let place = 0;
  for (const [index, each] of spans.entries()) {
    const before = spans[index - 1];
    if (known)
      for (const until = known[index] ?? place; place < until; place += 1) leftOut.push(place + 1);
    else if (before && spare > 0) {
      const gap = each.startS - before.endS - overlap(before.endS, each.startS, between);
      if (isLeftOut(planned, place - 1, gap)) {
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

function overlap(from: number, to: number, gaps: readonly Gap[]): number {
  return gaps.reduce(
    (sum, { startS, seconds }) =>
      sum + Math.max(0, Math.min(to, startS + seconds) - Math.max(from, startS)),
    0,
  );
}
