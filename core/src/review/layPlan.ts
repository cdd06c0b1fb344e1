import { type Gap, type Lap, preparePower } from '../power/index.ts';
import type { Segment } from '../sessions/index.ts';
import type { AskedStretch } from './repTable.ts';

/** Where the reps of a planned session lie on a ride, and how that was found. */
export interface LaidPlan {
  readonly from: 'laps' | 'found';
  readonly steps: readonly AskedStretch[];
}

/** The session is laid along the ride in steps of so many seconds. */
const BLOCK_S = 5;
/** Laid like this it has to go up and down with the ride as much as this. Source: handbook section 9.1. */
const LEAST_CORRELATION = 0.6;
/** This much of the session has to lie on the ride, and this much of its length it may begin before the recording. */
const LEAST_SHARE = 0.5;
const BEFORE_SHARE = 0.25;
/** A lap is a rep's where it differs by no more than this. Source: handbook section 9.1. */
const LAP_SLACK = { seconds: 5, share: 0.05 } as const;

/**
 * Lays a planned session on a ride that came back without the steps of the ride room: by the laps of its recording,
 * where there is one for every rep in order, else as a whole where it goes up and down with the watts best.
 *
 * @param segments the session laid out for the rider of the day
 * @param ride 1 Hz watts with the recorded stops, and the laps of the recording
 * @returns its steps in seconds of the ride, or null where there are no reps or they could not be found
 * Source: handbook section 9.1, in its plainest form: the session is moved, not stretched.
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
  if (!ride.watts.some((value) => value !== null)) return null;
  const offset = bestOffset(segments, preparePower(ride.watts, ride.stops).clock);
  return offset === null
    ? null
    : {
        from: 'found',
        steps: segments.flatMap((segment) =>
          stretchOf(segment, segment.startS + offset, ride.watts.length),
        ),
      };
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

/** Seconds by which the session has to be moved to lie on the ride best; null where it fits nowhere. */
function bestOffset(segments: readonly Segment[], watts: Float64Array): number | null {
  const asked = blocksOf(askedStream(segments));
  const ridden = blocksOf(watts);
  let best: { offset: number; correlation: number } | null = null;
  const first = -Math.floor(asked.length * BEFORE_SHARE);
  for (let offset = first; offset + asked.length * LEAST_SHARE <= ridden.length; offset += 1) {
    const correlation = correlationAt(asked, ridden, offset);
    if (correlation > (best?.correlation ?? LEAST_CORRELATION)) best = { offset, correlation };
  }
  return best && best.offset * BLOCK_S;
}

function askedStream(segments: readonly Segment[]): Float64Array {
  const last = segments.at(-1);
  const stream = new Float64Array(last ? last.startS + last.seconds : 0);
  for (const { startS, seconds, from, to } of segments)
    stream.fill(((from?.countedW ?? 0) + (to?.countedW ?? 0)) / 2, startS, startS + seconds);
  return stream;
}

function blocksOf(stream: Float64Array): Float64Array {
  const blocks = new Float64Array(Math.ceil(stream.length / BLOCK_S));
  for (let second = 0; second < stream.length; second += 1) {
    const block = Math.floor(second / BLOCK_S);
    blocks[block] = (blocks[block] as number) + (stream[second] as number) / BLOCK_S;
  }
  return blocks;
}

/** How much the session, begun so many blocks into the ride, goes up and down with it; −1 where too little of it lies there. */
function correlationAt(asked: Float64Array, ridden: Float64Array, offset: number): number {
  const from = Math.max(0, -offset);
  const to = Math.min(asked.length, ridden.length - offset);
  const many = to - from;
  if (many < asked.length * LEAST_SHARE) return -1;
  let [sumA, sumR, sumAA, sumRR, sumAR] = [0, 0, 0, 0, 0];
  for (let block = from; block < to; block += 1) {
    const [a, r] = [asked[block] as number, ridden[block + offset] as number];
    sumA += a;
    sumR += r;
    sumAA += a * a;
    sumRR += r * r;
    sumAR += a * r;
  }
  const spread = Math.sqrt((many * sumAA - sumA * sumA) * (many * sumRR - sumR * sumR));
  return spread > 0 ? (many * sumAR - sumA * sumR) / spread : -1;
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
