import { z } from 'zod';
import { curveAt } from '../power/index.ts';
import type { Reading, RideToRead } from './reading.ts';
import { heldBpm, questionOf, questionSchema } from './askedOfCoach.ts';
import { hardStretches } from './hardStretches.ts';
import { type CurveBefore, furthestOverCurve } from './overCurve.ts';
import { testInRide } from './testInRide.ts';
import { judgedMean } from './rows/setOf.ts';
import { verdictSchema } from './verdicts/verdict.ts';
import { whatWas } from './verdicts/whatWas.ts';

/** Moved on whenever rides are read in another way: those read before are read again. */
export const READING_ALGORITHM = 5;

const watts = z.number().nullable();

/** What is kept of a ride that was read, so that lists, seasons and the same set before need no stream. */
export const keptReadingSchema = z.object({
  is: z.enum(['set', 'endurance', 'free']),
  family: z.string().nullable(),
  aboveFtp: z.boolean(),
  from: z.enum(['room', 'laps', 'found', 'coach']).nullable(),
  headline: verdictSchema.nullable(),
  verdicts: z.array(verdictSchema),
  /** What was, where no verdict is its headline or no reps were found; null where nothing can be said. */
  says: z.string().nullable(),
  /** The stretches of hard riding as a sentence to keep, where no reps were; null where they are no set. */
  sentence: z.string().nullable(),
  planned: z.number().int(),
  leftOut: z.array(z.number().int()),
  notRidden: z.array(z.number().int()),
  reps: z.array(
    z.object({
      rep: z.number().int().nullable(),
      startS: z.number(),
      endS: z.number(),
      /** W or bpm, by what it is judged. */
      mean: watts,
      low: watts,
      high: watts,
      meanW: watts,
      bpmAtEnd: watts,
    }),
  ),
  mean: watts,
  spread: z.number().nullable(),
  askedS: z.number(),
  riddenS: z.number(),
  load: z.object({ ridden: z.number(), planned: z.number() }).nullable(),
  expectedRpe: z.number().nullable(),
  question: questionSchema.nullable(),
  /** A test that the ride seems to hold. */
  test: z
    .object({
      protocol: z.enum(['ramp', 'twenty-minute']),
      startS: z.number(),
      endS: z.number(),
    })
    .nullable(),
  /** Highest heart rate that was held for 5 s. */
  heldBpm: z.number().nullable(),
  /** The stretch of 20:00 or more that lies furthest above the rider's curve of before, or nearest under it. */
  hardest: z.object({ seconds: z.number(), watts: z.number(), curveW: z.number() }).nullable(),
});

export type KeptReading = z.infer<typeof keptReadingSchema>;

const TWENTY_S = 1200;
const LONG_S = [1200, 1800, 2400, 3600] as const;

/**
 * What is kept of a ride that was read.
 *
 * @param reading the ride as it was read
 * @param ride its streams
 * @param around the rider's curve of before the ride, and the FTP of its day
 * @returns what is kept
 * Source: handbook sections 9.1 to 9.3.
 */
export function keptOf(
  reading: Reading,
  ride: Pick<RideToRead, 'watts' | 'stops'>,
  { before, ftpW }: { readonly before: CurveBefore | null; readonly ftpW: number | null },
): KeptReading {
  const { set, ride: ready } = reading;
  const looks =
    reading.is === 'free' || isUnfound(reading)
      ? hardStretches(ride.watts, ride.stops, ftpW)
      : null;
  return {
    ...{ is: reading.is, family: reading.family, aboveFtp: reading.aboveFtp },
    from: reading.located?.from ?? null,
    ...{ headline: reading.headline, verdicts: [...reading.verdicts] },
    says: saysOf(reading, looks?.says ?? null),
    sentence: looks?.sentence ?? null,
    planned: reading.planned.length,
    ...ofSet(set),
    load: reading.load && { ridden: reading.load.ridden, planned: reading.load.planned },
    expectedRpe: reading.expectedRpe,
    question: questionOf(ready, before),
    test: ready.watts && testInRide(ready.clock, curveTwenty(before)),
    heldBpm: heldBpm(ready),
    hardest: hardestOf(ready, before),
  };
}

type OfSet = Pick<
  KeptReading,
  'leftOut' | 'notRidden' | 'reps' | 'mean' | 'spread' | 'askedS' | 'riddenS'
>;

function ofSet(set: Reading['set']): OfSet {
  if (!set)
    return {
      ...{ leftOut: [], notRidden: [], reps: [], mean: null, spread: null },
      ...{ askedS: 0, riddenS: 0 },
    };
  return {
    ...{ leftOut: [...set.leftOut], notRidden: [...set.notRidden] },
    reps: set.rows.map((row) => ({
      ...{ rep: row.rep, startS: row.startS, endS: row.endS, mean: judgedMean(row) },
      ...{ low: row.band?.low ?? null, high: row.band?.high ?? null },
      ...{ meanW: row.meanW, bpmAtEnd: row.bpmAtEnd },
    })),
    ...{ mean: set.mean, spread: set.spread, askedS: set.askedS, riddenS: set.riddenS },
  };
}

function curveTwenty(before: CurveBefore | null): number | null {
  return before && (curveAt(TWENTY_S, before, before.bests)?.value ?? null);
}

function isUnfound({ headline }: Reading): boolean {
  return headline?.id === 'cannot-tell' && headline.why === 'notFound';
}

function saysOf(reading: Reading, looks: string | null): string | null {
  if (reading.headline && !isUnfound(reading)) return null;
  return reading.set ? whatWas(reading.set) : looks && `Looks like ${looks}`;
}

function hardestOf(
  { watts: ridden, clock }: Reading['ride'],
  before: CurveBefore | null,
): KeptReading['hardest'] {
  return ridden && before && furthestOverCurve(clock, LONG_S, before);
}
