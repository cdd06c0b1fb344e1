import { keptReadingSchema, OUTCOMES, suggestionSchema } from '@uphill/core/review';
import { planSchema } from '@uphill/core/sessions';
import { z } from 'zod';
import { dateSchema, idSchema, prose, versionSchema } from './common.ts';
import { RIDE_KINDS, rpeSchema } from './rides.ts';
import { shapeOf } from './shape.ts';

const second = z.number().int('Whole seconds.').min(0).max(86_400);
const span = z
  .object({ startS: second, endS: second })
  .refine(({ startS, endS }) => endS > startS, 'A rep ends after it begins.');
/** What the coach said of the reps, in seconds of the ride. */
export const repEditsSchema = z.object({
  firstS: second.nullable(),
  changes: z
    .array(z.object({ was: span.nullable(), is: span.nullable() }))
    .max(200, 'At most 200 corrections of one ride.'),
  /** How single reps felt, by where each lay then. */
  said: z
    .array(z.object({ at: span, rpe: rpeSchema.nullable(), note: prose(200) }))
    .max(200, 'At most 200 reps of one ride.')
    .default([]),
});
export const repEditsChangeSchema = z.object({ version: versionSchema, edits: repEditsSchema });
export type RepEditsChange = z.infer<typeof repEditsChangeSchema>;

export const DECISIONS = ['accepted', 'changed', 'refused'] as const;
/** What the coach answered to a suggestion; the day that changes with it, at the version that was seen. */
export const decisionRequestSchema = z.object({
  decision: z.enum(DECISIONS),
  /** Why it was refused. */
  reason: prose(300).default(''),
  /** The day whose plan becomes what was suggested; null where no day is ahead. */
  dayId: idSchema.nullable(),
  dayVersion: versionSchema.nullable(),
  /** What the coach made of it, where it was changed. */
  plan: planSchema.nullable().default(null),
});
export type DecisionRequest = z.infer<typeof decisionRequestSchema>;

/** A suggestion with what accepting it does. */
export const suggestedSchema = z.object({
  suggestion: suggestionSchema,
  /** The session that it asks for; null where it asks for none. */
  plan: planSchema.nullable(),
  /** The next day of the family, with what stands on it; null where none is ahead. */
  day: z
    .object({
      id: idSchema,
      date: dateSchema,
      version: versionSchema,
      plan: planSchema,
      /** It asks that already. */
      alreadySo: z.boolean(),
      load: z.number(),
      /** Load of the day with what is suggested. */
      loadAfter: z.number(),
    })
    .nullable(),
  decision: z.enum(DECISIONS).nullable(),
  reason: z.string(),
  /** How it turned out at the next ride of the family. */
  outcome: z.enum(OUTCOMES).nullable(),
});
export type Suggested = z.infer<typeof suggestedSchema>;

/** The same family, earlier. */
const setBefore = z.object({
  rideId: idSchema,
  date: dateSchema,
  name: z.string(),
  rpe: z.number().nullable(),
  reading: keptReadingSchema,
});
export type SetBefore = z.infer<typeof setBefore>;

const record = z.object({
  rule: z.number().int(),
  accepted: z.number().int(),
  refused: z.number().int(),
  judged: z.number().int(),
  held: z.number().int(),
  tooMuch: z.number().int(),
  tooLittle: z.number().int(),
});

/** A session of the days around that a ride may be. */
export const offeredDaySchema = z.object({ dayId: idSchema, date: dateSchema, name: z.string() });
export type OfferedDay = z.infer<typeof offeredDaySchema>;

/** Another ride of the rider around the same time. */
const besideSchema = z.object({
  rideId: idSchema,
  date: dateSchema,
  startedAt: z.string(),
  seconds: z.number().int(),
});
export type RideBeside = z.infer<typeof besideSchema>;

/** A ride as it was read, what it leads to, and the same family before. */
export const rideReadingSchema = shapeOf(
  z.object({
    rideId: idSchema,
    reading: keptReadingSchema,
    /** What it was read against; null where nothing was planned. */
    asked: z
      .object({
        plan: planSchema,
        /** As it was handed over, where the day was changed after it was ridden. */
        from: z.enum(['day', 'handover']),
      })
      .nullable(),
    /** Version of the link, for edits; null where it belongs to no day. */
    version: versionSchema.nullable(),
    edits: repEditsSchema,
    suggested: suggestedSchema.nullable(),
    before: z.array(setBefore),
    records: z.array(record),
    /** Where it belongs to no day: the session of the days around that it may be. */
    offered: offeredDaySchema.nullable(),
    /** Rides of other riders that came in by the very same file. */
    alsoOf: z.array(z.object({ riderId: idSchema, rideId: idSchema, name: z.string() })),
    /** Rides less than 2 h before or after it, that may be parts of it. */
    joinable: z.array(besideSchema),
    /** Rides whose recording lies over this one: ridden once, counted twice. */
    over: z.array(besideSchema),
    /** The next ride that nobody has opened. */
    nextUnread: idSchema.nullable(),
  }),
);
export interface RideReading extends z.infer<typeof rideReadingSchema> {}

/** What a list shows of a ride that was read; null while it is being read. */
export const listedReadingSchema = z.object({
  rideId: idSchema,
  unread: z.boolean(),
  /** What was asked: name and load of the plan. */
  asked: z.object({ name: z.string(), load: z.number().nullable() }).nullable(),
  system: z.string().nullable(),
  kind: z.enum(RIDE_KINDS),
  reading: keptReadingSchema.nullable(),
});
export type ListedReading = z.infer<typeof listedReadingSchema>;

/** How far the rides of a rider are that have to be read again; null where none has. */
export const readingJobSchema = z.object({
  job: z.object({ done: z.number().int(), of: z.number().int(), stopped: z.boolean() }).nullable(),
});
export type ReadingJob = z.infer<typeof readingJobSchema>['job'];
export const readSchema = z.object({ read: z.boolean() });
/** Whether the watts of a ride are halved, because its meter counted twice. */
export const halvedSchema = z.object({ version: versionSchema, halved: z.boolean() });
export type Halved = z.infer<typeof halvedSchema>;
