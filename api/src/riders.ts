import {
  FTP_BOUNDS,
  healthAnswersSchema,
  READING_BOUNDS,
  RETEST_WEEKS_BOUNDS,
  SESSION_SHOWN,
} from '@uphill/core';
import { z } from 'zod';
import { day, id, line, prose, version } from './common.ts';
import { shapeOf } from './shape.ts';

export const POWER_SOURCES = ['crank', 'pedal', 'hub', 'trainer', 'none'] as const;
export const powerSource = z.enum(POWER_SOURCES);

export const goal = z.object({
  name: line(80).min(1, 'The goal needs a name.'),
  date: day,
  /** Demand, where it is one of watts for a time. */
  watts: z.number().int().min(40).max(1500).nullable(),
  seconds: z.number().int().min(10).max(86_400).nullable(),
});

/** Nobody younger rides by watts. */
const YOUNGEST = 5;

export const riderFields = z.object({
  name: line(80).min(1, 'The rider needs a name.'),
  birthYear: z
    .number('The birth year is a number.')
    .int('The birth year is a whole number.')
    .min(1920, 'The birth year is before 1920.')
    // By the year of the request: a program runs over New Year's Eve.
    .refine((year) => year <= new Date().getFullYear() - YOUNGEST, 'The birth year is too recent.')
    .nullable(),
  sex: z.enum(['female', 'male']).nullable(),
  powerSource,
  masters: z.boolean(),
  goal: goal.nullable(),
  notes: prose(4000),
  /** Scheme of the rider's zones; null follows the coach's default. */
  schemeId: z.string().max(60).nullable(),
  retestWeeks: z
    .number('The weeks to a retest are a number.')
    .int('The weeks to a retest are whole.')
    .min(RETEST_WEEKS_BOUNDS.low, `A retest before ${RETEST_WEEKS_BOUNDS.low} weeks shows nothing.`)
    .max(
      RETEST_WEEKS_BOUNDS.high,
      `A retest is due after ${RETEST_WEEKS_BOUNDS.high} weeks at the latest.`,
    ),
  /** Whether body mass and W/kg are hidden; null is the default: hidden under 18. */
  hideMass: z.boolean().nullable(),
  /** Whether tomorrow's session shows the day before, or only in the morning. */
  sessionShown: z.enum(SESSION_SHOWN),
});
export type RiderFields = z.infer<typeof riderFields>;

export const HEART_KINDS = ['resting', 'threshold', 'maximal'] as const;

export const bodyMass = z.object({ id, date: day, kg: z.number() });
export const heartRate = z.object({
  id,
  date: day,
  kind: z.enum(HEART_KINDS),
  bpm: z.number().int(),
});

export const newBodyMass = z.object({
  date: day,
  kg: z
    .number('Body mass is a number of kg.')
    .min(25, 'Body mass is under 25 kg. Is that right?')
    .max(250, 'Body mass is over 250 kg. Is that right?'),
});
export const newHeartRate = z.object({
  date: day,
  kind: z.enum(HEART_KINDS),
  bpm: z
    .number('A heart rate is a number of beats.')
    .int('Beats are whole.')
    .min(25, 'A heart rate under 25 bpm cannot be right.')
    .max(
      READING_BOUNDS.bpm.high,
      `A heart rate over ${READING_BOUNDS.bpm.high} bpm is a strap fault.`,
    ),
});

/** An FTP of a rider: what was measured, what is used, from when, and why. */
const ftpEntry = z.object({
  id,
  riderId: id,
  testId: id.nullable(),
  measuredW: z.number().int().nullable(),
  usedW: z.number().int(),
  countsFrom: day,
  reason: z.string(),
  version,
});
export type FtpEntry = z.infer<typeof ftpEntry>;

export const newFtp = z.object({
  testId: id.nullable(),
  usedW: z
    .number('FTP is a number of watts.')
    .int('FTP is whole watts.')
    .min(FTP_BOUNDS.low, `FTP is under ${FTP_BOUNDS.low} W.`)
    .max(FTP_BOUNDS.high, `FTP is over ${FTP_BOUNDS.high} W.`),
  countsFrom: day,
  reason: line(300),
});
export type NewFtp = z.infer<typeof newFtp>;

/** A dated health screen with the coach's record of clearance. */
export const healthFields = z.object({
  date: day,
  answers: healthAnswersSchema,
  note: prose(1000),
  clearedBy: line(120).min(1, 'Write who cleared it.').nullable(),
  clearedOn: day.nullable(),
});
export type HealthFields = z.infer<typeof healthFields>;
export const health = healthFields.extend({ id });

/** LT1 and LT2 as a lactate test gave them, and from when they count. */
export const lactateThresholds = z.object({
  testId: id,
  countsFrom: day,
  lt1W: z.number().nullable(),
  lt2W: z.number().nullable(),
});

/** A rider with the histories that every figure is looked up in. */
export const rider = shapeOf(
  riderFields.extend({
    id,
    version,
    bodyMass: z.array(bodyMass),
    heartRates: z.array(heartRate),
    ftp: z.array(ftpEntry),
    /** Date of the last test, for what is due. */
    lastTest: day.nullable(),
    /** The latest health screen. */
    health: health.nullable(),
    lactate: z.array(lactateThresholds),
  }),
);
export interface Rider extends z.infer<typeof rider> {}

/** What a rider can hold on a day, as far as rides and tests show it: what sessions are reckoned by. */
export const model = z.object({
  riderId: id,
  /** Best efforts of a year: seconds and watts, longest last. */
  bests: z.array(z.tuple([z.number(), z.number()])),
  fit: z.object({ cpW: z.number(), wPrimeJ: z.number() }).nullable(),
  pair: z
    .object({ cpW: z.number(), wPrimeJ: z.number(), best60W: z.number(), best300W: z.number() })
    .nullable(),
  pmaxW: z.number().nullable(),
});
export type Model = z.infer<typeof model>;
export const modelsQuery = z.object({
  on: day,
  /** Riders' ids with commas between them. */
  riders: z
    .string()
    .max(60 * 37, 'At most 60 riders at once.')
    .transform((text) => text.split(','))
    .pipe(z.array(id)),
});

/** A best effort with the recording it came from. */
export const best = shapeOf(
  z.object({ seconds: z.number(), watts: z.number(), recordingId: id, date: day, powerSource }),
);
export type CurveBest = z.infer<typeof best>;
export const curveQuery = z.object({ from: day, to: day });

export const riderChange = riderFields.partial().extend({ version });
