import type { Segment } from '../sessions/index.ts';
import type { Reading } from './reading.ts';

/** A stretch of what was asked, on the ride's own clock, for a drawing. */
export interface AskedStretch {
  readonly startS: number;
  readonly endS: number;
  readonly fromW: number;
  readonly toW: number;
}

/**
 * What was asked laid over the ride: the warm-up before the first rep found, the reps where they lie, their rests
 * between them, the cool-down after the last; of a ride without reps the session from its start.
 *
 * @param reading the ride as it was read
 * @returns the stretches that have watts, in order
 * Source: handbook section 9.1.
 */
export function laidAsked({
  segments,
  planned,
  located,
  ride: { seconds: length },
}: Pick<Reading, 'segments' | 'planned' | 'located'> & {
  readonly ride: Pick<Reading['ride'], 'seconds'>;
}): AskedStretch[] {
  const moved = (by: number, keep: (segment: Segment) => boolean): AskedStretch[] =>
    segments.filter(keep).flatMap(({ startS, seconds, from, to }) => {
      const [start, end] = [Math.max(0, startS + by), Math.min(length, startS + by + seconds)];
      if (end <= start || from?.countedW == null || to?.countedW == null) return [];
      return [{ startS: start, endS: end, fromW: from.countedW, toW: to.countedW }];
    });
  const [first, last] = [located?.reps[0], located?.reps.at(-1)];
  if (!located || !first || !last) return moved(0, () => true);
  const end = last.planned.startS + last.planned.seconds;
  const end0 = planned[0]?.startS ?? 0;
  return [
    ...moved(first.startS - end0, ({ startS }) => startS < end0),
    ...located.reps.flatMap(({ parts, planned: rep, endS }, place) => {
      const next = located.reps[place + 1];
      return [
        ...parts.flatMap(({ startS, endS: until, fromW, toW }) =>
          fromW === null || toW === null ? [] : [{ startS, endS: until, fromW, toW }],
        ),
        ...(next && next.startS > endS
          ? [{ startS: endS, endS: next.startS, fromW: rep.after, toW: rep.after }]
          : []),
      ];
    }),
    ...moved(last.endS - end, ({ startS }) => startS >= end && last.planned.restS === 0),
  ];
}
