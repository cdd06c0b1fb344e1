import { z } from 'zod';
import {
  beatsSchema,
  effortSchema,
  lengthSchema,
  secondsSchema,
  targetSchema,
  unreadSchema,
} from '../units/index.ts';

/**
 * The shape of a session as the coach means it. Every value in it is either sound or kept as the
 * words that were typed (`unread`), so a draft can always be saved and nothing typed is lost.
 * Source: handbook section 7.
 */

export const ROLES = ['warmUp', 'work', 'easy', 'coolDown'] as const;
export const SYSTEMS = [
  'recovery',
  'endurance',
  'tempo',
  'threshold',
  'ceiling',
  'anaerobic',
  'sprint',
] as const;
export const TRAINER_SETTINGS = ['held watts', 'slope', 'free'] as const;
export const SPORTS = ['ride', 'free ride', 'race', 'strength', 'run', 'swim', 'other'] as const;
/** What a coach may move by hand: time at target, watts, or the rest. */
export const LEVERS = ['time', 'watts', 'rest'] as const;
export const PLACES = ['any', 'flat road', 'climb', 'trainer', 'group'] as const;

/** More reps than this are a slip of the hand. */
export const MOST_REPS = 999;

/** No more characters than this of details that nobody understood. */
const MOST_DETAILS = 1000;

const itemId = z.string().min(1).max(40);
const POSTURES = ['seated', 'standing'] as const;
const cadence = z.strictObject({
  low: z.number().int().min(20).max(220),
  high: z.number().int().min(20).max(220),
});

/** The last seconds or metres of a step, at an effort of their own. */
const finishSchema = z.strictObject({
  length: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('time'), seconds: z.number().int().min(1).max(3600) }),
    z.strictObject({ kind: z.literal('metres'), metres: z.number().int().min(1).max(5000) }),
  ]),
  effort: effortSchema,
});

/** What is different in some reps of a set; what is left out stays as in the others. */
const different = {
  posture: z.enum(POSTURES).optional(),
  effort: effortSchema.optional(),
  finish: finishSchema.optional(),
};

/** One step: a length, a target, and how to ride it. */
const stepSchema = z.strictObject({
  kind: z.literal('step'),
  id: itemId,
  role: z.enum(ROLES),
  length: lengthSchema,
  target: targetSchema,
  cadence: z.union([cadence, unreadSchema]).nullable(),
  cue: z.string().max(200),
  /** Left out: either. */
  posture: z.enum(POSTURES).optional(),
  /** The heart stays under this, whatever the watts, bpm. */
  capBpm: beatsSchema.optional(),
  finish: finishSchema.optional(),
  /** Every so-many-th rep of the set around it is ridden differently. */
  everyNth: z.strictObject({ every: z.number().int().min(2).max(20), ...different }).optional(),
  /** Single reps that differ, by their number in the set around it. */
  exceptions: z
    .array(
      z.strictObject({
        rep: z.number().int().min(1).max(MOST_REPS),
        seconds: secondsSchema.optional(),
        ...different,
      }),
    )
    .max(99)
    .optional(),
  /** Details that were typed and not understood, as their words. */
  details: z
    .strictObject({ kind: z.literal('unread'), text: z.string().max(MOST_DETAILS) })
    .optional(),
});

const repsSchema = z.union([z.number().int().min(1).max(MOST_REPS), unreadSchema]);

const restSchema = z
  .strictObject({ when: z.enum(['between', 'afterEach']), step: stepSchema })
  .nullable();

/** Reps of one or more steps, with the rest between them. */
const innerSetSchema = z.strictObject({
  kind: z.literal('set'),
  id: itemId,
  reps: repsSchema,
  parts: z.array(stepSchema).min(1).max(60),
  rest: restSchema,
});

/** A set whose parts may themselves be sets: one level of groups. */
const setSchema = z.strictObject({
  kind: z.literal('set'),
  id: itemId,
  reps: repsSchema,
  parts: z
    .array(z.union([stepSchema, innerSetSchema]))
    .min(1)
    .max(60),
  rest: restSchema,
});

const itemSchema = z.union([stepSchema, setSchema]);

/** Items of a session, each with its place, as they were before a rung. */
export const itemsBefore = z
  .array(z.strictObject({ at: z.number().int().min(0).max(199), item: itemSchema }))
  .min(1);

/** Rungs that were taken from a session which no rung leads back to: what it was, and the words of what it became. */
const climbedSchema = z
  .array(
    z.strictObject({
      by: z.union([z.literal(1), z.literal(-1)]),
      /** The lever that was chosen by hand; left out for the family's own. */
      lever: z.enum(LEVERS).optional(),
      reached: z.string().max(1000),
      /** JSON of the items that were another thing; read by `itemsBefore` when they are wanted. */
      was: z.string().max(20_000),
      totalS: secondsSchema.optional(),
    }),
  )
  .max(8);

/** A whole session, without a rider: what is stored, and from which watts are derived on the day. */
export const planSchema = z.strictObject({
  name: z.string().max(120),
  /** True while the name follows the sets; false once the coach has named it. */
  nameFollows: z.boolean(),
  purpose: z.string().max(500),
  system: z.enum(SYSTEMS),
  place: z.enum(PLACES),
  note: z.string().max(2000),
  /** How a trainer is set for it. */
  trainer: z.enum(TRAINER_SETTINGS).optional(),
  equipment: z.string().max(200).optional(),
  /** How it should feel. */
  feel: z.string().max(500).optional(),
  /** Ridden before eating: easy and short, and not for everyone (handbook section 11). */
  unfuelled: z.boolean().optional(),
  /** Whatever is not a structured ride is logged with minutes and RPE. Left out: a structured ride. */
  sport: z.enum(SPORTS).optional(),
  /** The whole length is kept at this by stretching the easy ends, s. */
  totalS: secondsSchema.optional(),
  /** True while the system follows the steps; left out once the coach has chosen it. */
  systemFollows: z.boolean().optional(),
  /** The sentence as it was typed, where not all of it was understood. */
  words: z.string().max(12_000).optional(),
  /** Session of the book that this was made from. */
  bookId: z.string().max(60).optional(),
  /** The way back down, or up, from a rung. */
  climbed: climbedSchema.optional(),
  items: z.array(itemSchema).max(200),
});

export type Finish = z.infer<typeof finishSchema>;
export type Posture = (typeof POSTURES)[number];
export type Step = z.infer<typeof stepSchema>;
export type SetBlock = z.infer<typeof setSchema>;
export type Item = Step | SetBlock;
export type Plan = z.infer<typeof planSchema>;
export type Role = (typeof ROLES)[number];
export type System = (typeof SYSTEMS)[number];
