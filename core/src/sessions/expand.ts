import type { Item, Plan, Role, SetBlock, Step } from './plan.ts';
import { type Asked, askedOf, type RiderOnDay } from './efforts.ts';

/** One stretch of the session as it will be ridden, in watts for one rider. */
export interface Segment {
  readonly stepId: string;
  readonly startS: number;
  readonly seconds: number;
  readonly role: Role;
  /** Which rep of the session this belongs to, counted from 1; null outside the sets and in rests. */
  readonly rep: number | null;
  /** What is asked at its start and its end; the same for a steady step. Null where the words are unread. */
  readonly from: Asked | null;
  readonly to: Asked | null;
}

/** No session laid out is longer than this many steps: beyond it the reps are a slip of the hand. */
export const MOST_SEGMENTS = 2000;

/**
 * Lays a session out in time for one rider: sets unrolled, rests put between (n − 1) or after each rep, watts derived.
 * Steps whose length is unread are left out; `problemsOf` names them.
 *
 * @param plan the session as the coach means it
 * @param rider the rider's figures on the day
 * @returns the segments in order; at most 2,000
 * Source: handbook section 7.
 */
export function expand(plan: Plan, rider: RiderOnDay): Segment[] {
  const segments: Segment[] = [];
  let clock = 0;
  let reps = 0;

  const ride = (step: Step, rep: number | null): void => {
    if (step.length.kind === 'unread' || segments.length >= MOST_SEGMENTS) return;
    const { seconds } = step.length;
    const { target } = step;
    const from = askedOf(target.kind === 'steady' ? target.effort : target.from, rider, seconds);
    const to = target.kind === 'steady' ? from : askedOf(target.to, rider, seconds);
    segments.push({ stepId: step.id, startS: clock, seconds, role: step.role, rep, from, to });
    clock += seconds;
  };

  const repeat = (set: SetBlock): void => {
    const count = typeof set.reps === 'number' ? set.reps : 1;
    for (let round = 1; round <= count; round += 1) {
      // A group counts by the reps of the sets inside it; only the innermost reps get a number.
      const holdsSets = set.parts.some((part) => part.kind === 'set');
      const rep = holdsSets ? null : (reps += 1);
      for (const part of set.parts) lay(part, rep);
      if (set.rest && (set.rest.when === 'afterEach' || round < count)) ride(set.rest.step, null);
    }
  };

  const lay = (item: Item, rep: number | null): void => (item.kind === 'set' ? repeat(item) : ride(item, rep));
  for (const item of plan.items) lay(item, null);
  return segments;
}

/**
 * Turns laid-out segments into the 1 Hz stream that a planned session's numbers come from. A rising or falling step
 * is linear, at (i + ½) ÷ n of its length. Steps whose target is unread are left out of it, and so out of the sums.
 *
 * @param segments as `expand` returns them
 * @returns watts for every counted second, or null where a target has no watts (no FTP)
 * Source: handbook section 5, A planned session's numbers.
 */
export function streamOf(segments: readonly Segment[]): Float64Array | null {
  const counted = segments.filter(({ from, to }) => from !== null && to !== null);
  const stream = new Float64Array(counted.reduce((sum, { seconds }) => sum + seconds, 0));
  let at = 0;
  for (const { seconds, from, to } of counted) {
    const fromW = from?.countedW ?? null;
    const toW = to?.countedW ?? null;
    if (fromW === null || toW === null) return null;
    for (let index = 0; index < seconds; index += 1) stream[at + index] = fromW + ((toW - fromW) * (index + 0.5)) / seconds;
    at += seconds;
  }
  return stream;
}
