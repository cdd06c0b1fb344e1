import {
  FTP_BOUNDS,
  PROTOCOL_IDS,
  READING_BOUNDS,
  setupSchema,
  testDetailsSchema,
} from '@uphill/core';
import { z } from 'zod';
import { day, id, line, prose, version } from './common.ts';
import { newFtp, powerSource } from './riders.ts';
import { shapeOf } from './shape.ts';

const { watts, bpm } = READING_BOUNDS;

const check = z.object({
  id: z.string(),
  name: z.string(),
  figure: z.string(),
  limit: z.string(),
  verdict: z.enum(['held', 'doubtful', 'failed', 'unknown']),
  says: z.string(),
});

/** Where the effort lies on its recording. */
export const effortOnRecording = z.object({
  recordingId: id,
  startS: z.number().int().min(0).max(86_400),
  endS: z.number().int().min(1).max(86_400),
  /** Of a test with several efforts, each by its id; empty where there is one. */
  parts: z
    .array(
      z.object({
        id: z.enum(['main', 'sprint', 'one', 'three', 'five', 'six', 'ten']),
        startS: z.number().int().min(0).max(86_400),
        endS: z.number().int().min(1).max(86_400),
      }),
    )
    .max(8),
});

export const testFields = z.object({
  protocol: z.enum(PROTOCOL_IDS),
  date: day,
  powerSource,
  /** Start and step of a ramp. */
  ramp: z
    .object({
      startW: z.number().int().min(20).max(400),
      stepW: z.number().int().min(5).max(60),
      stageS: z.number().int().min(10).max(600),
    })
    .nullable(),
  /** The reading: watts, or beats for a test by heart rate. */
  readingW: z
    .number('The reading is a number of watts.')
    .min(watts.low, `The reading is under ${watts.low} W.`)
    .max(watts.high, `The reading is over ${watts.high.toLocaleString('en')} W.`)
    .nullable(),
  meanBpm: z
    .number('A heart rate is a number of beats.')
    .min(bpm.low, `A mean heart rate under ${bpm.low} bpm cannot be right.`)
    .max(bpm.high, `A mean heart rate over ${bpm.high} bpm is a strap fault.`)
    .nullable(),
  /** FTP expected before the test, W: the first check afterwards. */
  expectedW: z.number().int().min(FTP_BOUNDS.low).max(FTP_BOUNDS.high).nullable(),
  effort: effortOnRecording.nullable(),
  /** Readings of a protocol that needs more than one. */
  details: testDetailsSchema.nullable(),
  setup: setupSchema.nullable(),
  note: prose(1000),
});
export type TestFields = z.infer<typeof testFields>;

export const newTest = testFields.extend({
  /** Accept the result in the same breath: what is used, from when, why. */
  accept: newFtp.omit({ testId: true }).nullable(),
  /** Whether its mean heart rate becomes the threshold heart rate; of a test by heart rate it always does. */
  acceptThreshold: z.boolean(),
  /** The test day that ends with this test. */
  testDayId: id.nullable(),
});
export interface NewTest extends z.infer<typeof newTest> {}

export const test = shapeOf(
  testFields.extend({
    id,
    riderId: id,
    version,
    /** FTP the reading gives, W; null for a test by heart rate. */
    measuredW: z.number().int().nullable(),
    checks: z.array(check),
    /** Why it is withdrawn; null where it counts. */
    withdrawn: z.string().nullable(),
  }),
);
export interface Test extends z.infer<typeof test> {}

export const testChange = z.object({
  version,
  withdrawn: line(300).min(1, 'Write down why it is withdrawn.').nullable(),
});

const channel = z.array(z.number().nullable()).nullable();

const recordingFields = z.object({
  id,
  riderId: id,
  fileName: line(200),
  receivedAt: z.string(),
  startedAt: z.string().nullable(),
  seconds: z.number().int(),
  bytes: z.number().int(),
  kind: z.enum(['csv', 'gpx', 'fit']),
  powerSource,
  laps: z.array(z.object({ startS: z.number().int(), seconds: z.number().int() })),
  notes: z.array(z.string()),
});
export const recording = shapeOf(recordingFields);
export type RecordingSummary = z.infer<typeof recording>;

export const recordingWithStreams = shapeOf(
  recordingFields.extend({
    watts: z.array(z.number().nullable()),
    bpm: channel,
    rpm: channel,
  }),
);
export interface RecordingWithStreams extends z.infer<typeof recordingWithStreams> {}

/** Largest recording that is taken in, MB. Five hours at 1 Hz are about 1 MB. */
export const LARGEST_UPLOAD_MB = 32;

/** Largest size a packed recording may unpack to, MB. */
export const LARGEST_UNPACKED_MB = 96;

/** Answer to an upload: the same file twice is one recording. */
export const received = z.object({ recording, duplicate: z.boolean() });
