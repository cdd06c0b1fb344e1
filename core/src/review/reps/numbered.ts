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
 * Reps with their numbers: a gap nearer to rest, rep and rest than to a rest means that the one between was left out,
 * unless as many were found as were planned.
 *
 * @param spans the reps in order
 * @param planned the reps that were planned, at least one
 * @param between time between two recordings, which is not counted
 * @returns the reps with their numbers, counted from the first one found
 * Source: handbook section 9.1.
 */
export function numbered(
  spans: readonly Span[],
  planned: readonly PlannedRep[],
  between: readonly Gap[] = [],
): FoundReps {
  const reps: FoundRep[] = [];
  const leftOut: number[] = [];
  let spare = planned.length - spans.length;
  let place = 0;
  for (const [index, each] of spans.entries()) {
    const before = spans[index - 1];
    const rest = planned[place - 1]?.restS ?? 0;
    if (before && spare > 0 && rest > 0) {
      const gap = each.startS - before.endS - overlap(before.endS, each.startS, between);
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

function overlap(from: number, to: number, gaps: readonly Gap[]): number {
  return gaps.reduce(
    (sum, { startS, seconds }) =>
      sum + Math.max(0, Math.min(to, startS + seconds) - Math.max(from, startS)),
    0,
  );
}
