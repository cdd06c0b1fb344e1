import {
  FTP_BOUNDS,
  PROTOCOL_IDS,
  READING_BOUNDS,
  setupSchema,
  testDetailsSchema,
} from '@uphill/core/testing';
import { z } from 'zod';
import { dateSchema, idSchema, line, prose, versionSchema } from './common.ts';
import { newFtpSchema } from './ftp.ts';
import { powerSourceSchema } from './powerSource.ts';
import { shapeOf } from './shape.ts';

const { watts, bpm } = READING_BOUNDS;
const check = z.object({
  id: z.string(),
  name: z.string(),
  figure: z.string(),
  limit: z.string(),
  verdict: z.enum(['held', 'doubtful', 'failed', 'unknown']),
  says: z.string(),
  moved: z.enum(['up', 'down', 'perhaps', 'unknown']).optional(),
});
export const testChecksSchema = z.array(check);
/** Where the effort lies on its recording. */
export const effortOnRecordingSchema = z.object({
  recordingId: idSchema,
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
export const testFieldsSchema = z.object({
  protocol: z.enum(PROTOCOL_IDS),
  date: dateSchema,
  powerSource: powerSourceSchema,
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
  effort: effortOnRecordingSchema.nullable(),
  /** Readings of a protocol that needs more than one. */
  details: testDetailsSchema.nullable(),
  setup: setupSchema.nullable(),
  note: prose(1000),
});
export type TestFields = z.infer<typeof testFieldsSchema>;
export const newTestSchema = testFieldsSchema.extend({
  /** Accept the result in the same breath: what is used, from when, why. */
  accept: newFtpSchema.omit({ testId: true }).nullable(),
  /** Whether its mean heart rate becomes the threshold heart rate; of a test by heart rate it always does. */
  acceptThreshold: z.boolean(),
  /** The test day that ends with this test. */
  testDayId: idSchema.nullable(),
});
export interface NewTest extends z.infer<typeof newTestSchema> {}
export const testSchema = shapeOf(
  testFieldsSchema.extend({
    id: idSchema,
    riderId: idSchema,
    version: versionSchema,
    /** FTP the reading gives, W; null for a test by heart rate. */
    measuredW: z.number().int().nullable(),
    checks: testChecksSchema,
    /** Why it is withdrawn; null where it counts. */
    withdrawn: z.string().nullable(),
    /** Ridden on the stand-ins. */
    standIns: z.boolean(),
    /** What of it cannot be read any more; null where all can. */
    unreadable: z.string().nullable(),
  }),
);
export interface Test extends z.infer<typeof testSchema> {}
export const testChangeSchema = z.object({
  version: versionSchema,
  withdrawn: line(300).min(1, 'Write down why it is withdrawn.').nullable(),
});
