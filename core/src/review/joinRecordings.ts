import type { Gap, Lap } from '../power/index.ts';
import { type Refused, type Understood, refused, understood } from '../units/index.ts';

type Stream = readonly (number | null)[];

/** A recording as one part of a ride. */
export interface RidePart {
  /** Local date and time at which it starts, `yyyy-mm-ddThh:mm:ss`; null where nothing says. */
  readonly startedAt: string | null;
  readonly watts: Stream;
  readonly bpm: Stream | null;
  readonly rpm: Stream | null;
  readonly stops: readonly Gap[];
  readonly laps: readonly Lap[];
}

/** A ride of one recording or several, on one clock. */
export interface JoinedRide extends Omit<RidePart, 'startedAt'> {
  readonly startedAt: string | null;
  /** Time between its recordings. */
  readonly between: readonly Gap[];
  /** Second of the ride at which each part starts, in the order of their clocks. */
  readonly startsS: readonly number[];
}

/** Where the parts of a ride lie on its one clock. */
export interface PlacedParts {
  readonly startedAt: string | null;
  readonly seconds: number;
  /** In the order of their clocks: which part, where it starts, and how much of its start the one before has already. */
  readonly parts: readonly {
    readonly index: number;
    readonly startS: number;
    readonly skipS: number;
  }[];
  /** Time between them, recorded by nobody. */
  readonly between: readonly Gap[];
}

/** Parts further apart are two rides. Source: handbook section 9.1. */
const APART_S = 2 * 3600;
/** Two devices may share a minute while one takes over from the other; more is one ride twice. */
const SHARED_S = 60;

/**
 * Places the recordings of one ride by their clocks.
 *
 * @param parts when each began (local date and time) and how long it is in s, in any order
 * @returns where each lies, or why they are no ride: no clock, 2 h or more apart, or one over the other
 * Source: handbook section 9.1 ("Parts of one ride less than 2 h apart join").
 */
export function placeParts(
  parts: readonly { readonly startedAt: string | null; readonly seconds: number }[],
): Understood<PlacedParts> | Refused {
  const [only] = parts;
  if (!only) return refused('There is no recording.');
  if (parts.length === 1)
    return understood({ ...only, parts: [{ index: 0, startS: 0, skipS: 0 }], between: [] });
  const begun = parts.map((part, index) => ({
    ...{ index, seconds: part.seconds, startedAt: part.startedAt },
    at: part.startedAt === null ? Number.NaN : Date.parse(`${part.startedAt.slice(0, 19)}Z`),
  }));
  if (begun.some(({ at }) => Number.isNaN(at)))
    return refused('One of them does not say when it began, so they cannot be put in order.');
  begun.sort((one, other) => one.at - other.at);
  const [first] = begun;
  const between: Gap[] = [];
  const placed: PlacedParts['parts'][number][] = [];
  let end = 0;
  for (const { index, at, seconds } of begun) {
    const startS = Math.round((at - (first?.at ?? 0)) / 1000);
    const shared = end - startS;
    if (shared > SHARED_S || shared >= seconds)
      return refused('They overlap: it is one ride recorded twice, not two parts of one.');
    if (startS - end >= APART_S) return refused('They lie 2 h or more apart: they are two rides.');
    if (startS > end) between.push({ startS: end, seconds: startS - end });
    placed.push({ index, startS, skipS: Math.max(0, shared) });
    end = startS + seconds;
  }
  return understood({ startedAt: first?.startedAt ?? null, seconds: end, parts: placed, between });
}

/**
 * One stream of a ride out of those of its parts; null between them.
 *
 * @param placed where they lie
 * @param streams 1 Hz, one a part, in the order in which they were placed from; null where a part has none
 * @returns the stream of the whole ride; null where no part has one
 */
export function overParts(placed: PlacedParts, streams: readonly (Stream | null)[]) {
  if (streams.every((stream) => stream === null)) return null;
  const whole = new Array<number | null>(placed.seconds).fill(null);
  for (const { index, startS, skipS } of placed.parts)
    for (const [second, value] of (streams[index] ?? []).entries())
      if (second >= skipS) whole[startS + second] = value;
  return whole;
}

/**
 * Spans of the parts on the clock of their ride, in its order.
 *
 * @param placed where the parts lie
 * @param spans of each part, in the order in which they were placed from
 * @returns all of them
 */
export function spansOverParts(placed: PlacedParts, spans: readonly (readonly Gap[])[]): Gap[] {
  return placed.parts.flatMap(({ index, startS }) =>
    (spans[index] ?? []).map((each) => ({ startS: each.startS + startS, seconds: each.seconds })),
  );
}

/**
 * Joins the recordings of one ride by their clocks: what lies between them was recorded by nobody.
 *
 * @param parts the recordings, in any order
 * @returns one ride, or why they are none, as `placeParts` says it
 * Source: handbook section 9.1 ("Parts of one ride less than 2 h apart join").
 */
export function joinRecordings(parts: readonly RidePart[]): Understood<JoinedRide> | Refused {
  const placing = placeParts(
    parts.map(({ startedAt, watts }) => ({ startedAt, seconds: watts.length })),
  );
  if (!placing.ok) return placing;
  const placed = placing.value;
  const stream = (of: (part: RidePart) => Stream | null) => overParts(placed, parts.map(of));
  const spans = (of: (part: RidePart) => readonly Gap[]) => spansOverParts(placed, parts.map(of));
  return understood({
    startedAt: placed.startedAt,
    watts: stream(({ watts }) => watts) ?? [],
    bpm: stream(({ bpm }) => bpm),
    rpm: stream(({ rpm }) => rpm),
    stops: spans(({ stops }) => stops),
    laps: spans(({ laps }) => laps),
    between: placed.between,
    startsS: placed.parts.map(({ startS }) => startS),
  });
}
