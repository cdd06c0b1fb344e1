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

/** How hard a step is meant to be. */
export const effortSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('percent'), low: percent, high: percent }),
  z.strictObject({ kind: z.literal('watts'), low: watts, high: watts }),
  z.strictObject({ kind: z.literal('zone'), zone: z.number().int().min(1).max(7) }),
  z.strictObject({ kind: z.literal('rpe'), low: rpe, high: rpe }),
  z.strictObject({ kind: z.literal('heartRate'), low: beats.nullable(), high: beats }),
  z.strictObject({ kind: z.literal('easy') }),
  z.strictObject({ kind: z.literal('max') }),
  unread,
]);

/** A steady effort, or one that rises or falls evenly from one effort to another. */
export const targetSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('steady'), effort: effortSchema }),
  z.strictObject({ kind: z.literal('changing'), from: effortSchema, to: effortSchema }),
]);

/** How long a step lasts. */
export const lengthSchema = z.discriminatedUnion('kind', [z.strictObject({ kind: z.literal('time'), seconds: z.number().int().min(1).max(86_400) }), unread]);

export const ROLES = ['warmUp', 'work', 'easy', 'coolDown'] as const;
export const SYSTEMS = ['recovery', 'endurance', 'tempo', 'threshold', 'ceiling', 'anaerobic', 'sprint'] as const;
export const PLACES = ['any', 'flat road', 'climb', 'trainer', 'group'] as const;

const itemId = z.string().min(1).max(40);
const cadence = z.strictObject({ low: z.number().int().min(20).max(220), high: z.number().int().min(20).max(220) });

/** One step: a length, a target, and how to ride it. */
export const stepSchema = z.strictObject({
  kind: z.literal('step'),
  id: itemId,
  role: z.enum(ROLES),
  length: lengthSchema,
  target: targetSchema,
  cadence: z.union([cadence, unread]).nullable(),
  cue: z.string().max(200),
});

const repsSchema = z.union([z.number().int().min(1).max(99), unread]);

const restSchema = z.strictObject({ when: z.enum(['between', 'afterEach']), step: stepSchema }).nullable();

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
  items: z.array(z.union([stepSchema, setSchema])).max(200),
});

export type Effort = z.infer<typeof effortSchema>;
export type Target = z.infer<typeof targetSchema>;
export type Length = z.infer<typeof lengthSchema>;
export type Step = z.infer<typeof stepSchema>;
export type SetBlock = z.infer<typeof setSchema>;
export type Item = Step | SetBlock;
export type Plan = z.infer<typeof planSchema>;
export type Role = (typeof ROLES)[number];
export type System = (typeof SYSTEMS)[number];
export type Unread = z.infer<typeof unread>;
