import type { Segment } from '../sessions/index.ts';
import type { LocatedReps } from './reps/located.ts';
import type { Verdict } from './verdicts/verdict.ts';

type Part = Extract<Verdict, { id: 'load' }>['part'];

/**
 * Which part of a ride made its load other than planned: before the first rep, the reps, what lay between, or after; of
 * a ride without reps its length or its watts. Parts are compared by their energy.
 *
 * @param ride what was asked with its 1 Hz watts, where the reps lie, what was ridden
 * @returns the part with the largest difference in the direction of the whole
 * Source: handbook section 9.3 (load).
 */
export function loadByParts({
  segments,
  stream,
  located,
  moving,
  watts,
}: {
  readonly segments: readonly Segment[];
  readonly stream: Float64Array;
  readonly located: LocatedReps | null;
  readonly moving: Float64Array;
  readonly watts: readonly (number | null)[] | null;
}): Part {
  const [asked, ridden] = [sum(stream), sum(moving)];
  if (!located || !watts) {
    const byLength = Math.abs(moving.length / stream.length - 1);
    const meanShare = ridden / Math.max(1, moving.length) / (asked / stream.length);
    return byLength >= Math.abs(meanShare - 1) ? 'length' : 'watts';
  }
  const work = segments.filter(({ role, rep }) => role === 'work' && rep !== null);
  const from = work[0]?.startS ?? 0;
  const to = (work.at(-1)?.startS ?? 0) + (work.at(-1)?.seconds ?? 0);
  const [first, last] = [located.reps[0]?.startS ?? 0, located.reps.at(-1)?.endS ?? 0];
  const askedWork = work.reduce(
    (all, { startS, seconds }) => all + sum(stream.slice(startS, startS + seconds)),
    0,
  );
  const riddenWork = located.reps.reduce(
    (all, { startS, endS }) => all + sum(watts.slice(startS, endS)),
    0,
  );
  const off: readonly (readonly [Part, number])[] = [
    ['warmUp', sum(watts.slice(0, first)) - sum(stream.slice(0, from))],
    ['work', riddenWork - askedWork],
    ['rests', sum(watts.slice(first, last)) - riddenWork - sum(stream.slice(from, to)) + askedWork],
    ['coolDown', sum(watts.slice(last)) - sum(stream.slice(to))],
  ];
  const sign = ridden >= asked ? 1 : -1;
  return off.reduce((most, each) => (sign * each[1] > sign * most[1] ? each : most))[0];
}

function sum(values: ArrayLike<number | null>): number {
  let all = 0;
  for (let at = 0; at < values.length; at += 1) all += values[at] ?? 0;
  return all;
}
