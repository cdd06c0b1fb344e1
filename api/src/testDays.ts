import {
  FTP_BOUNDS,
  lactateSampleSchema,
  PROTOCOL_IDS,
  READING_BOUNDS,
  setupSchema,
} from '@uphill/core/testing';
import { z } from 'zod';
import { dateSchema, idSchema, prose, versionSchema } from './common.ts';
import { shapeOf } from './shape.ts';

/** The stages of a test day, in the practitioner's order. */
export const TEST_STAGES = ['expect', 'prepare', 'ride', 'read'] as const;
/** One line of the lactate table exactly as typed, so that a half-typed day loses nothing. */
const typedSample = z.object({
  stageW: z.string().max(20),
  at: lactateSampleSchema.shape.at,
  mmol: z.string().max(20),
  bpm: z.string().max(20),
  rpe: z.string().max(20),
  struck: z.string().max(200).nullable(),
  fraction: z.number().min(0.05).max(1),
});
/** A ride on the stand-ins under way: with the seed and what was pressed it can be ridden again to this second. */
const ride = z.object({
  seed: z
    .number()
    .int()
    .min(0)
    .max(2 ** 31),
  seconds: z.number().int().min(0).max(86_400),
  events: z
    .array(
      z.object({
        second: z.number().int().min(0).max(86_400),
        did: z.enum(['lap', 'stop', 'struggling']),
      }),
    )
    .max(500),
});
/** Threshold heart rate that a rider may be expected to show, bpm. */
export const EXPECTED_BPM = { low: 60, high: READING_BOUNDS.bpm.high } as const;
/** What is known of a test day so far. */
export const testDayDraftSchema = z.object({
  stage: z.enum(TEST_STAGES),
  date: dateSchema,
  /** FTP expected, W, or threshold heart rate, bpm: written down before. */
  expectedW: z.number().int().min(FTP_BOUNDS.low).max(FTP_BOUNDS.high).nullable(),
  expectedBpm: z.number().int().min(EXPECTED_BPM.low).max(EXPECTED_BPM.high).nullable(),
  setup: setupSchema,
  ramp: z.object({
    startW: z.number().int().min(20).max(400),
    stepW: z.number().int().min(5).max(60),
    stageS: z.number().int().min(10).max(600),
  }),
  onS: z.number().int().min(30).max(60),
  optional: z.boolean(),
  /** What the trainer is set to outside the ramps, %. */
  slopePercent: z.number().min(0).max(15).default(3),
  way: z.enum(['standIns', 'recording', 'hand']).nullable(),
  ride: ride.nullable(),
  recordingId: idSchema.nullable(),
  typed: z.record(z.string().max(40), z.string().max(40)),
  samples: z.array(typedSample).max(60),
  note: prose(1000),
});
export interface TestDayDraft extends z.infer<typeof testDayDraftSchema> {}
export const testDaySchema = shapeOf(
  z.object({
    id: idSchema,
    riderId: idSchema,
    protocol: z.enum(PROTOCOL_IDS),
    draft: testDayDraftSchema,
    version: versionSchema,
    updatedAt: z.string(),
    unreadable: z.string().nullable(),
  }),
);
export interface TestDay extends z.infer<typeof testDaySchema> {}
export const newTestDaySchema = z.object({
  protocol: z.enum(PROTOCOL_IDS),
  draft: testDayDraftSchema,
});
export const testDayChangeSchema = z.object({ draft: testDayDraftSchema, version: versionSchema });
