import type { Segment } from '../../sessions/index.ts';
import type { PoweredRep } from './plannedReps.ts';
import type { Chain } from './search.ts';

/**
 * The plan's watts laid on the edges found, with its warm-up, rests and cool-down around them.
 *
 * @param segments the session laid out for the rider of the day
 * @param planned its reps
 * @param chain the reps found
 * @param length s, of the ride
 * @returns W, one a second
 * Source: handbook section 9.1 (3).
 */
export function laidOut(
  segments: readonly Segment[],
  planned: readonly PoweredRep[],
  { spans, places }: Chain,
  length: number,
): Float64Array {
  const asked = askedStream(segments);
  const laid = new Float64Array(length);
  const [first, last] = [planned[0], planned.at(-1)] as [PoweredRep, PoweredRep];
  const planEndS = last.startS + last.seconds;
  // What lies outside a session is as its first and last second, unless that is a rep.
  const at = (second: number): number => {
    if (second < 0 && first.startS === 0) return first.before;
    if (second >= asked.length && planEndS === asked.length) return last.after;
    return asked[Math.max(0, Math.min(asked.length - 1, second))] ?? 0;
  };
  const begun = spans[0]?.startS ?? 0;
  for (let second = 0; second < begun; second += 1)
    laid[second] = at(first.startS - (begun - second));
  for (const [index, { startS, endS }] of spans.entries()) {
    const place = places?.[index] ?? index;
    const rep = planned[Math.min(place, planned.length - 1)] as PoweredRep;
    const until = spans[index + 1]?.startS ?? length;
    for (let second = startS; second < endS; second += 1)
      laid[second] = at(rep.startS + Math.min(second - startS, rep.seconds - 1));
    const isLast = index === spans.length - 1;
    for (let second = endS; second < until; second += 1)
      laid[second] = isLast ? at(planEndS + second - endS) : rep.after;
  }
  return laid;
}

function askedStream(segments: readonly Segment[]): Float64Array {
  const last = segments.at(-1);
  const stream = new Float64Array(last ? last.startS + last.seconds : 0);
  for (const { startS, seconds, from, to } of segments) {
    const [start, end] = [from?.countedW ?? 0, to?.countedW ?? 0];
    for (let second = 0; second < seconds; second += 1)
      stream[startS + second] = start + ((end - start) * (second + 0.5)) / seconds;
  }
  return stream;
}
