import type { Segment } from '../../sessions/index.ts';

/** A rep as it is planned: work without a rest inside it. */
export interface PlannedRep {
  /** Its steps in order. */
  readonly steps: readonly Segment[];
  /** Seconds from the start of the session. */
  readonly startS: number;
  readonly seconds: number;
  /** Time-weighted middle of what is asked, W. */
  readonly watts: number;
  /** Watts asked just before it and just after it: the warm-up's end, a rest. */
  readonly before: number;
  readonly after: number;
  /** Asked from its end to the next rep, s; 0 for the last. */
  readonly restS: number;
}

/**
 * The reps of a session: work of its sets, joined where no rest lies between.
 *
 * @param segments the session laid out for the rider of the day
 * @returns the reps in order; none where the work has no watts
 * Source: handbook section 9.1.
 */
export function plannedReps(segments: readonly Segment[]): PlannedRep[] {
  const groups: Segment[][] = [];
  for (const segment of segments) {
    if (segment.rep === null || segment.role !== 'work') continue;
    const last = groups.at(-1);
    const end = last?.at(-1);
    if (last && end && end.startS + end.seconds === segment.startS) last.push(segment);
    else groups.push([segment]);
  }
  if (groups.some((steps) => steps.some((step) => middleOf(step) === null))) return [];
  return groups.map((steps, index): PlannedRep => {
    const [first, last] = [steps[0] as Segment, steps.at(-1) as Segment];
    const endS = last.startS + last.seconds;
    const next = groups[index + 1]?.[0];
    const seconds = endS - first.startS;
    const joules = steps.reduce((sum, step) => sum + (middleOf(step) ?? 0) * step.seconds, 0);
    const at = segments.indexOf(first);
    const easyBefore = segments[at - 1];
    const easyAfter = segments[segments.indexOf(last) + 1];
    return {
      ...{ steps, startS: first.startS, seconds, watts: joules / seconds },
      before: easyBefore?.to?.countedW ?? 0,
      after: easyAfter?.from?.countedW ?? 0,
      restS: next ? next.startS - endS : 0,
    };
  });
}

/** Watts asked in the middle of a step; null without any. */
function middleOf({ from, to }: Segment): number | null {
  const [start, end] = [from?.countedW ?? null, to?.countedW ?? null];
  return start === null || end === null ? null : (start + end) / 2;
}
