import { z } from 'zod';

/**
 * The shape of a session as the coach means it. Every value in it is either sound or kept as the
 * words that were typed (`unread`), so a draft can always be saved and nothing typed is lost.
 * Source: handbook section 7.
 */

/** Words that could not be understood; the reason is found again by reading them again. */
const unread = z.strictObject({ kind: z.literal('unread'), text: z.string().max(200) });

const percent = z.number().min(1).max(400);
const watts = z.number().int().min(1).max(2500);
const rpe = z.number().min(1).max(10);
const beats = z.number().int().min(40).max(230);

/** Ways to choose watts that are a rider's own and can be told for a step by itself. */
export const OWN_NUMBERS = ['bests', 'longer'] as const;

/** How hard a step is meant to be. */
export const effortSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('percent'), low: percent, high: percent }),
  z.strictObject({ kind: z.literal('watts'), low: watts, high: watts }),
  z.strictObject({ kind: z.literal('zone'), zone: z.number().int().min(1).max(7) }),
  z.strictObject({ kind: z.literal('rpe'), low: rpe, high: rpe }),
  z.strictObject({ kind: z.literal('heartRate'), low: beats.nullable(), high: beats }),
  /** Share of the watts of the rider's goal. */
  z.strictObject({ kind: z.literal('goal'), low: percent, high: percent }),
  /** Share of the rider's curve at the length of the step. */
  z.strictObject({ kind: z.literal('curve'), low: percent, high: percent }),
  /** The rider's own numbers for the length of the step: from 1:00 and 5:00, or the best ridden over 2.5 × the length. */
  z.strictObject({ kind: z.literal('own'), by: z.enum(OWN_NUMBERS) }),
  z.strictObject({ kind: z.literal('easy') }),
  z.strictObject({ kind: z.literal('max') }),
  unread,
]);

/** A steady effort, or one that rises or falls evenly from one effort to another. */
export const targetSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('steady'), effort: effortSchema }),
  z.strictObject({ kind: z.literal('changing'), from: effortSchema, to: effortSchema }),
]);

const seconds = z.number().int().min(1).max(86_400);
const metres = z.number().int().min(1).max(200_000);

/** How long a step lasts: a time, until the rider presses lap, to the top of a hill, or some metres. */
export const lengthSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('time'), seconds }),
  /** In the sums it counts as long as it is expected to last. */
  z.strictObject({ kind: z.literal('lap'), expectedS: seconds }),
  /** The hill's figures travel with the session, so that it means the same elsewhere. */
  z.strictObject({
    kind: z.literal('hill'),
    name: z.string().trim().min(1).max(60),
    metres,
    gradientPercent: z.number().min(0).max(30),
  }),
  unread,
]);

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
export const SPORTS = ['ride', 'free ride', 'strength', 'other'] as const;
export const PLACES = ['any', 'flat road', 'climb', 'trainer', 'group'] as const;

/** More reps than this are a slip of the hand. */
export const MOST_REPS = 999;

/** No more signs than this of details that nobody understood. */
const MOST_DETAILS = 1000;

const itemId = z.string().min(1).max(40);
export const POSTURES = ['seated', 'standing'] as const;
const cadence = z.strictObject({
  low: z.number().int().min(20).max(220),
  high: z.number().int().min(20).max(220),
});

/** The last seconds or metres of a step, at an effort of their own. */
export const finishSchema = z.strictObject({
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
export const stepSchema = z.strictObject({
  kind: z.literal('step'),
  id: itemId,
  role: z.enum(ROLES),
  length: lengthSchema,
  target: targetSchema,
  cadence: z.union([cadence, unread]).nullable(),
  cue: z.string().max(200),
  /** Left out: either. */
  posture: z.enum(POSTURES).optional(),
  /** The heart stays under this, whatever the watts, bpm. */
  capBpm: beats.optional(),
  finish: finishSchema.optional(),
  /** Every so-many-th rep of the set around it is ridden differently. */
  everyNth: z.strictObject({ every: z.number().int().min(2).max(20), ...different }).optional(),
  /** Single reps that differ, by their number in the set around it. */
  exceptions: z
    .array(
      z.strictObject({
        rep: z.number().int().min(1).max(MOST_REPS),
        seconds: seconds.optional(),
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

const repsSchema = z.union([z.number().int().min(1).max(MOST_REPS), unread]);

const restSchema = z
  .strictObject({ when: z.enum(['between', 'afterEach']), step: stepSchema })
  .nullable();

/** Reps of one or more steps, with the rest between them. */
export const innerSetSchema = z.strictObject({
  kind: z.literal('set'),
  id: itemId,
  reps: repsSchema,
  parts: z.array(stepSchema).min(1).max(60),
  rest: restSchema,
});

/** A set whose parts may themselves be sets: one level of groups. */
export const setSchema = z.strictObject({
  kind: z.literal('set'),
  id: itemId,
  reps: repsSchema,
  parts: z
    .array(z.union([stepSchema, innerSetSchema]))
    .min(1)
    .max(60),
  rest: restSchema,
});

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
  totalS: seconds.optional(),
  /** True while the system follows the steps; left out once the coach has chosen it. */
  systemFollows: z.boolean().optional(),
  /** The sentence as it was typed, where not all of it was understood. */
  words: z.string().max(12_000).optional(),
  /** Session of the book that this was made from. */
  bookId: z.string().max(60).optional(),
  items: z.array(z.union([stepSchema, setSchema])).max(200),
});

export type Effort = z.infer<typeof effortSchema>;
export type Target = z.infer<typeof targetSchema>;
export type Length = z.infer<typeof lengthSchema>;
export type Finish = z.infer<typeof finishSchema>;
export type Posture = (typeof POSTURES)[number];
export type Step = z.infer<typeof stepSchema>;
export type SetBlock = z.infer<typeof setSchema>;
export type Item = Step | SetBlock;
export type Plan = z.infer<typeof planSchema>;
export type Role = (typeof ROLES)[number];
export type System = (typeof SYSTEMS)[number];
export type Unread = z.infer<typeof unread>;
