import { fourEffortPoints, type TestDetails } from './details.ts';
import type { MaximalReading, ModelTest, Place } from '../power/index.ts';

/** A test as it is stored, as far as a rider's model looks at it. */
export interface StoredTest {
  readonly protocol: string;
  /** `yyyy-mm-dd`. */
  readonly date: string;
  readonly powerSource: string;
  /** Why it was withdrawn; null where it counts. */
  readonly withdrawn: string | null;
  readonly readingW: number | null;
  readonly details: TestDetails | null;
  readonly effort:
    | (Place & {
        readonly parts: readonly {
          readonly id: string;
          readonly startS: number;
          readonly endS: number;
        }[];
      })
    | null;
}

/** Steady maximal tests whose one reading is the mean over so many seconds. */
const STEADY: Readonly<Record<string, number>> = { 'five-minute': 300, 'twenty-minute': 1200 };
const RAMPS: ReadonlySet<string> = new Set(['ramp', 'full-stage-ramp', 'fast-ramp']);

/**
 * What a stored test tells a rider's model: its maximal readings, and whether a ramp was ridden.
 *
 * @param test a test as it is stored
 * @returns the test as the model takes it
 * Source: handbook sections 4 and 5 (CP, W′).
 */
export function modelTest(test: StoredTest): ModelTest {
  const { protocol, date, powerSource, withdrawn, effort } = test;
  const rampOn = effort !== null && RAMPS.has(protocol) ? effort.recordingId : null;
  return { date, powerSource, withdrawn, rampOn, readings: readingsOf(test) };
}

function readingsOf({ protocol, readingW, details, effort }: StoredTest): MaximalReading[] {
  const at = (part: string): Place | null => {
    const found = effort?.parts.find(({ id }) => id === part);
    return effort && found
      ? { recordingId: effort.recordingId, startS: found.startS, endS: found.endS }
      : null;
  };
  if (details?.kind === 'fourEfforts') {
    const parts = ['three', 'six', 'ten'];
    return fourEffortPoints(details).map((point, index) => ({
      ...point,
      place: at(parts[index] ?? ''),
    }));
  }
  if (details?.kind === 'oneAndFive') {
    return [
      { seconds: 60, watts: details.oneW, place: at('one') },
      { seconds: 300, watts: details.fiveW, place: at('five') },
    ];
  }
  const seconds = STEADY[protocol];
  if (seconds === undefined || readingW === null) return [];
  return [{ seconds, watts: readingW, place: effort }];
}
