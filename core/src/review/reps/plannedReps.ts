import { type Plan, rowsOf, type Segment } from '../../sessions/index.ts';
import { type AskedOfStep, askedOfStep } from './askedOfStep.ts';

/** A rep as it is planned: work without a rest inside it. */
export interface PlannedRep {
  /** Its steps in order, and what each of them asks. */
  readonly steps: readonly Segment[];
  readonly asks: readonly AskedOfStep[];
  /** Seconds from the start of the session. */
  readonly startS: number;
  readonly seconds: number;
  /** Time-weighted middle of what is asked, W; null where a step has no watts. */
  readonly watts: number | null;
  /** Watts that its start is looked for by: of its first step where its steps rise, else its own. */
  readonly startsW: number | null;
  /** Watts asked just before it and just after it: the warm-up's end, a rest. */
  readonly before: number;
  readonly after: number;
  /** Asked from its end to the next rep, s; 0 for the last. */
  readonly restS: number;
}

/** A rep that has watts to look for. */
export type PoweredRep = PlannedRep & { readonly watts: number; readonly startsW: number };

/**
 * The reps of a session: the work of its sets, joined where no rest lies between. A session without sets that is no
 * easy ride has its work steps as reps.
 *
 * @param segments the session laid out for the rider of the day
 * @param plan the session, for the cadence that its steps ask; left out: none
 * @param easyToW the upper limit of Endurance, W; null where it is not known, and RPE says what is easy
 * @returns the reps in order
 * Source: handbook section 9.1.
 */
export function plannedReps(
  segments: readonly Segment[],
  plan: Pick<Plan, 'items'> = { items: [] },
  easyToW: number | null = null,
): PlannedRep[] {
  const inSets = segments.filter(({ rep, role }) => rep !== null && role === 'work');
  const work = inSets.length > 0 ? inSets : segments.filter(isHardWork(easyToW));
  const groups: Segment[][] = [];
  for (const segment of work) {
    const last = groups.at(-1);
    const end = last?.at(-1);
    if (last && end && end.startS + end.seconds === segment.startS) last.push(segment);
    else groups.push([segment]);
  }
  const written = new Map(rowsOf(plan).map(({ step }) => [step.id, step]));
  return groups.map((steps, index): PlannedRep => {
    const [first, last] = [steps[0] as Segment, steps.at(-1) as Segment];
    const endS = last.startS + last.seconds;
    const next = groups[index + 1]?.[0];
    const seconds = endS - first.startS;
    const middles = steps.map(middleOf);
    const joules = steps.reduce((sum, step) => sum + (middleOf(step) ?? 0) * step.seconds, 0);
    const watts = middles.includes(null) ? null : joules / seconds;
    const easyBefore = segments[segments.indexOf(first) - 1];
    const easyAfter = segments[segments.indexOf(last) + 1];
    const [before, after] = [easyBefore?.to?.countedW ?? 0, easyAfter?.from?.countedW ?? 0];
    return {
      steps,
      asks: steps.map((step) => askedOfStep(step, written.get(step.stepId))),
      startS: first.startS,
      seconds,
      watts,
      startsW: watts === null ? null : startOf(middles as number[], watts),
      // A session without a warm-up or a cool-down is still ridden with one: as easy as its rests.
      before: easyBefore ? before : after,
      after: easyAfter || watts === null || before >= watts ? after : before,
      restS: next ? next.startS - endS : 0,
    };
  });
}

/** The first of several steps where each is at least as hard as the one before it. */
function startOf(middles: readonly number[], watts: number): number {
  const rise = middles.every((middle, place) => place === 0 || middle >= (middles[place - 1] ?? 0));
  return rise ? Math.min(watts, middles[0] ?? watts) : watts;
}

/** Up to this RPE work outside the sets is an easy ride. */
const EASY_RPE = 4;

/** Work outside any set that is more than Endurance. */
function isHardWork(easyToW: number | null): (segment: Segment) => boolean {
  return (segment) => {
    if (segment.role !== 'work') return false;
    const middle = middleOf(segment);
    if (middle !== null && easyToW !== null) return middle > easyToW;
    return (segment.from?.rpe[0] ?? 0) > EASY_RPE;
  };
}

/** Watts asked in the middle of a step; null without any. */
function middleOf({ from, to }: Segment): number | null {
  const [start, end] = [from?.countedW ?? null, to?.countedW ?? null];
  return start === null || end === null ? null : (start + end) / 2;
}
