import type { Gap, Lap } from '../power/index.ts';
import type { Segment } from '../sessions/index.ts';
import type { AskedStretch } from './repTable.ts';
import { findReps, type FoundRep } from './reps/findReps.ts';

/** Where the reps of a planned session lie on a ride, and how that was found. */
export interface LaidPlan {
  readonly from: 'laps' | 'found';
  readonly steps: readonly AskedStretch[];
}

/** A lap is a rep's where it differs by no more than this. Source: handbook section 9.1. */
const LAP_SLACK = { seconds: 5, share: 0.05 } as const;

/**
 * Lays a planned session on a ride that came back without the steps of the ride room: by the laps of its recording,
 * where there is one for every rep in order, else by the shape of its reps.
 *
 * @param segments the session laid out for the rider of the day
 * @param ride 1 Hz watts with the recorded stops, and the laps of the recording
 * @returns its steps in seconds of the ride, or null where there are no reps or they could not be found
 * Source: handbook section 9.1.
 */
export function layPlan(
  segments: readonly Segment[],
  ride: {
    readonly watts: readonly (number | null)[];
    readonly stops: readonly Gap[];
    readonly laps: readonly Lap[];
  },
): LaidPlan | null {
  if (!segments.some(({ rep, role }) => rep !== null && role === 'work')) return null;
  const byLaps = onLaps(segments, ride.laps);
  if (byLaps) return { from: 'laps', steps: byLaps };
  const found = findReps(segments, ride.watts, ride.stops);
  return found && { from: 'found', steps: stepsOn(found.reps, segments, ride.watts.length) };
}

/** The session on the reps that were found: their own steps, what lies between them, warm-up and cool-down around. */
function stepsOn(
  reps: readonly FoundRep[],
  segments: readonly Segment[],
  length: number,
): AskedStretch[] {
  const [first, last] = [reps[0], reps.at(-1)];
  if (!first || !last) return [];
  const early = first.startS - first.planned.startS;
  const end = last.planned.startS + last.planned.seconds;
  const moved = (by: number, keep: (segment: Segment) => boolean): AskedStretch[] =>
    segments.filter(keep).flatMap((segment) => stretchOf(segment, segment.startS + by, length));
  return [
    ...moved(early, ({ startS }) => startS < first.planned.startS),
    ...reps.flatMap((rep, place) => [
      ...workOf(rep, place + 1),
      ...restAfter(rep, reps[place + 1], segments),
    ]),
    // Where reps are missing at the end, what would have come after them was not ridden either.
    ...moved(last.endS - end, ({ startS }) => startS >= end && last.planned.restS === 0),
  ];
}

/** A rep's steps as long as they were planned; the last one to where the rep ended. */
function workOf({ planned, startS, endS }: FoundRep, rep: number): AskedStretch[] {
  let at = startS;
  return planned.steps.flatMap((segment, place) => {
    const isLast = place === planned.steps.length - 1;
    const until = isLast ? endS : Math.min(endS, at + segment.seconds);
    const step = { ...askedOfSegment(segment), rep, startS: at, endS: until };
    at = until;
    return step.endS > step.startS ? [step] : [];
  });
}

function restAfter(
  { planned, endS }: FoundRep,
  next: FoundRep | undefined,
  segments: readonly Segment[],
): AskedStretch[] {
  const easy = segments[segments.indexOf(planned.steps.at(-1) as Segment) + 1];
  if (!next || !easy || next.startS <= endS) return [];
  return [{ ...askedOfSegment(easy), startS: endS, endS: next.startS }];
}

/** The work steps on laps of their length, in order; null where one has none. */
function onLaps(segments: readonly Segment[], laps: readonly Lap[]): AskedStretch[] | null {
  const steps: AskedStretch[] = [];
  let next = 0;
  for (const segment of segments) {
    if (segment.rep === null || segment.role !== 'work') continue;
    const slack = Math.max(LAP_SLACK.seconds, LAP_SLACK.share * segment.seconds);
    const at = laps.findIndex(
      ({ seconds }, index) => index >= next && Math.abs(seconds - segment.seconds) <= slack,
    );
    const lap = laps[at];
    if (!lap) return null;
    next = at + 1;
    steps.push({ ...askedOfSegment(segment), startS: lap.startS, endS: lap.startS + lap.seconds });
  }
  return steps;
}

function stretchOf(segment: Segment, from: number, length: number): AskedStretch[] {
  const [startS, endS] = [Math.max(0, from), Math.min(length, from + segment.seconds)];
  return endS > startS ? [{ ...askedOfSegment(segment), startS, endS }] : [];
}

function askedOfSegment({ rep, role, from, to }: Segment): Omit<AskedStretch, 'startS' | 'endS'> {
  const low = [from?.lowW, to?.lowW].filter((watts) => watts != null);
  const high = [from?.highW, to?.highW].filter((watts) => watts != null);
  return {
    rep,
    role,
    lowW: low.length === 2 ? Math.min(...low) : null,
    highW: high.length === 2 ? Math.max(...high) : null,
  };
}
