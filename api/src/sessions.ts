import { planSchema, ROLES } from '@uphill/core';
import { z } from 'zod';
import { day, id, prose, version } from './common.ts';
import { shapeOf } from './shape.ts';

export const session = shapeOf(
  z.object({ id, plan: planSchema, version, updatedAt: z.string(), retired: z.boolean() }),
);
export interface Session extends z.infer<typeof session> {}

export const newSession = z.object({ plan: planSchema });
export const sessionChange = z.object({ plan: planSchema, version });

export const STATES = ['planned', 'done', 'shortened', 'missed'] as const;

const second = z.number().int().min(0).max(86_400);
const watts = z.number().min(0).max(3000).nullable();

/** A ride of a placed session: its recording, and each step with what it asked. */
export const riddenSteps = z.object({
  recordingId: id,
  steps: z
    .array(
      z.object({
        rep: z.number().int().min(1).max(2000).nullable(),
        role: z.enum(ROLES),
        startS: second,
        endS: second,
        lowW: watts,
        highW: watts,
      }),
    )
    .max(4000),
});

/** A session on a rider's day. Once ridden, the plan and FTP of that day are kept with it. */
export const placed = shapeOf(
  z.object({
    id,
    riderId: id,
    sessionId: id,
    date: day,
    state: z.enum(STATES),
    rpe: z.number().int().min(1).max(10).nullable(),
    note: z.string(),
    version,
    /** The plan as it stands for this day: the session's own until ridden, then the one that was ridden. */
    plan: planSchema,
    /** FTP kept at the moment it was ridden; null while it is still to come. */
    riddenFtpW: z.number().int().nullable(),
    /** The ride that came of it; null before. */
    ridden: riddenSteps.nullable(),
  }),
);
export interface Placed extends z.infer<typeof placed> {}

/** True where the coach was asked and wants the same session on the same day once more. */
const again = z.boolean().default(false);

export const newPlaced = z.object({
  again,
  sessionId: id,
  dates: z.array(day).min(1, 'Choose at least one day.').max(31, 'At most 31 days at once.'),
});

/** A session given to several riders at once, each on days of their own. */
export const giving = z.object({
  sessionId: id,
  gives: z
    .array(z.object({ riderId: id, dates: newPlaced.shape.dates }))
    .min(1, 'Choose at least one rider.')
    .max(60, 'At most 60 riders at once.')
    .refine(
      (gives) => new Set(gives.map(({ riderId }) => riderId)).size === gives.length,
      'A rider is named twice. Name each once, with all of their days.',
    ),
  again,
});
export type Giving = z.input<typeof giving>;

export const placedChange = z.object({
  version,
  date: day.optional(),
  state: z.enum(STATES).optional(),
  rpe: z
    .number('RPE is a number.')
    .int('RPE is a whole number.')
    .min(1, 'RPE runs from 1 to 10.')
    .max(10, 'RPE runs from 1 to 10.')
    .nullable()
    .optional(),
  note: prose(2000).optional(),
  ridden: riddenSteps.nullable().optional(),
});
export type PlacedChange = z.infer<typeof placedChange>;

export const daysQuery = z.object({ from: day, to: day });
