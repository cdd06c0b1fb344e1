import { formatISO, parseISO, subDays } from 'date-fns';

/** Efforts and bests older than this carry no target and no fit, days. Source: handbook sections 5 and 7. */
export const FRESH_DAYS = 90;

/** Where an effort lies on its recording. */
export interface Place {
  readonly recordingId: string;
  readonly startS: number;
  readonly endS: number;
}

/** An effort that was maximal: a reading of a test, or one that the coach marked on a recording. */
export interface MaximalEffort {
  readonly seconds: number;
  readonly watts: number;
  /** `yyyy-mm-dd`. */
  readonly date: string;
  readonly powerSource: string;
  readonly from: 'test' | 'marked';
  readonly place: Place | null;
}

/** A reading that was held as hard as possible. */
export interface MaximalReading {
  readonly seconds: number;
  readonly watts: number;
  readonly place: Place | null;
}

/** A test as far as its readings are maximal efforts. */
export interface ModelTest {
  /** `yyyy-mm-dd`. */
  readonly date: string;
  readonly powerSource: string;
  /** Why it was withdrawn; null where it counts. */
  readonly withdrawn: string | null;
  readonly readings: readonly MaximalReading[];
  /** The recording that a ramp was read off; null for every other test. */
  readonly rampOn: string | null;
}

/** An effort marked by the coach. */
export interface MarkedEffort {
  readonly date: string;
  readonly powerSource: string;
  readonly recordingId: string;
  readonly startS: number;
  readonly seconds: number;
  readonly meanW: number;
  readonly withdrawn: string | null;
}

/**
 * The maximal efforts that tests and the coach's marks show, one an effort: of what overlaps on one recording the
 * test counts, else the mark that was made first.
 *
 * @param tests the rider's tests, in any order; withdrawn ones are left out
 * @param marked efforts marked by the coach, in the order in which they were marked
 * @returns the efforts, tests first
 * Source: handbook section 5 (CP, W′).
 */
export function maximalEfforts(
  tests: readonly ModelTest[],
  marked: readonly MarkedEffort[],
): MaximalEffort[] {
  const efforts: MaximalEffort[] = tests
    .filter(({ withdrawn }) => withdrawn === null)
    .flatMap(({ date, powerSource, readings }) =>
      readings.map((reading) => ({ ...reading, date, powerSource, from: 'test' as const })),
    );
  for (const { date, powerSource, recordingId, startS, seconds, meanW, withdrawn } of marked) {
    const place = { recordingId, startS, endS: startS + seconds };
    if (withdrawn !== null || efforts.some((other) => overlaps(other.place, place))) continue;
    efforts.push({ seconds, watts: meanW, date, powerSource, from: 'marked', place });
  }
  return efforts;
}

/**
 * Whether a recording is known to hold a ramp test: a best of some minutes on it may be the ramp's rising end.
 *
 * @param recordingId the recording a best came from
 * @param tests the rider's tests in any order
 * @returns true where a ramp was read off it
 * Source: handbook section 7 (bests of 1:00 and 5:00 are maximal efforts).
 */
export function holdsRamp(recordingId: string, tests: readonly ModelTest[]): boolean {
  return tests.some(({ rampOn, withdrawn }) => withdrawn === null && rampOn === recordingId);
}

function overlaps(a: Place | null, b: Place | null): boolean {
  return (
    a !== null &&
    b !== null &&
    a.recordingId === b.recordingId &&
    a.startS < b.endS &&
    b.startS < a.endS
  );
}

/**
 * The efforts of the 90 days up to a day.
 *
 * @param efforts maximal efforts, in any order
 * @param day `yyyy-mm-dd`
 * @returns those that are fresh on the day, in the same order
 * Source: handbook section 5 (within 90 days).
 */
export function freshEfforts(efforts: readonly MaximalEffort[], day: string): MaximalEffort[] {
  const since = formatISO(subDays(parseISO(day), FRESH_DAYS), { representation: 'date' });
  return efforts.filter(({ date }) => date <= day && date >= since);
}

/** A mark of about twenty minutes is one: within this share of it. */
const TWENTY_S = 1200;
const ABOUT = 0.01;

/**
 * The best maximal 20:00, above which CP cannot lie.
 *
 * @param efforts fresh maximal efforts
 * @param powerSource only of this source: meters disagree
 * @returns W, or null where there is none
 * Source: handbook section 5 (refuse CP above a maximal 20:00 best).
 */
export function maximalTwenty(
  efforts: readonly MaximalEffort[],
  powerSource: string,
): number | null {
  const twenties = efforts.filter(
    (effort) =>
      effort.powerSource === powerSource && Math.abs(effort.seconds - TWENTY_S) <= ABOUT * TWENTY_S,
  );
  return twenties.length === 0 ? null : Math.max(...twenties.map(({ watts }) => watts));
}
