import type { Gap, Lap } from '../power/index.ts';
import { type Refused, type Understood, refused, understood } from '../units/index.ts';

/** A recording as one part of a ride. */
export interface RidePart {
  /** Local date and time at which it starts, `yyyy-mm-ddThh:mm:ss`; null where nothing says. */
  readonly startedAt: string | null;
  readonly watts: readonly (number | null)[];
  readonly bpm: readonly (number | null)[] | null;
  readonly rpm: readonly (number | null)[] | null;
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

/** Parts further apart are two rides. Source: handbook section 9.1. */
const APART_S = 2 * 3600;
/** Two devices may share a minute while one takes over from the other; more is one ride twice. */
const SHARED_S = 60;

/**
 * Joins the recordings of one ride by their clocks: what lies between them was recorded by nobody.
 *
 * @param parts the recordings, in any order
 * @returns one ride, or why they are none: no clock, more than 2 h apart, or one over the other
 * Source: handbook section 9.1 ("Parts of one ride less than 2 h apart join").
 */
export function joinRecordings(parts: readonly RidePart[]): Understood<JoinedRide> | Refused {
  const [only] = parts;
  if (!only) return refused('There is no recording.');
  if (parts.length === 1) return understood({ ...only, between: [], startsS: [0] });
  const begun = parts.flatMap((part) =>
    part.startedAt === null ? [] : [{ part, at: Date.parse(`${part.startedAt.slice(0, 19)}Z`) }],
  );
  if (begun.length < parts.length || begun.some(({ at }) => Number.isNaN(at)))
    return refused('One of them does not say when it began, so they cannot be put in order.');
  begun.sort((one, other) => one.at - other.at);
  const start = begun[0]?.at ?? 0;
  const between: Gap[] = [];
  const placed: { readonly part: RidePart; readonly startS: number; readonly skipS: number }[] = [];
  let end = 0;
  for (const { part, at } of begun) {
    const startS = Math.round((at - start) / 1000);
    const shared = end - startS;
    if (shared > SHARED_S || shared >= part.watts.length)
      return refused('They overlap: it is one ride recorded twice, not two parts of one.');
    if (startS - end >= APART_S) return refused('They lie 2 h or more apart: they are two rides.');
    if (startS > end) between.push({ startS: end, seconds: startS - end });
    placed.push({ part, startS, skipS: Math.max(0, shared) });
    end = startS + part.watts.length;
  }
  const stream = (of: (part: RidePart) => readonly (number | null)[] | null) => {
    if (placed.every(({ part }) => of(part) === null)) return null;
    const whole = new Array<number | null>(end).fill(null);
    for (const { part, startS, skipS } of placed)
      for (const [second, value] of (of(part) ?? []).entries())
        if (second >= skipS) whole[startS + second] = value;
    return whole;
  };
  const moved = (of: (part: RidePart) => readonly Gap[]): Gap[] =>
    placed.flatMap(({ part, startS }) =>
      of(part).map((each) => ({ startS: each.startS + startS, seconds: each.seconds })),
    );
  return understood({
    startedAt: placed[0]?.part.startedAt ?? null,
    watts: stream(({ watts }) => watts) ?? [],
    bpm: stream(({ bpm }) => bpm),
    rpm: stream(({ rpm }) => rpm),
    stops: moved(({ stops }) => stops),
    laps: moved(({ laps }) => laps),
    between,
    startsS: placed.map(({ startS }) => startS),
  });
}
