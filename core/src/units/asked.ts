import { z } from 'zod';

/**
 * What a step asks for: how hard and how long. Every value is either sound or kept as the words that
 * were typed (`unread`), so that a draft can always be saved. Source: handbook section 7.
 */

/** Words that could not be understood; the reason is found again by reading them again. */
export const unreadSchema = z.strictObject({
  kind: z.literal('unread'),
  text: z.string().max(200),
});

const percent = z.number().min(1).max(400);
const watts = z.number().int().min(1).max(2500);
const rpe = z.number().min(1).max(10);
export const beatsSchema = z.number().int().min(40).max(230);

/** Ways to choose watts that are a rider's own and can be told for a step by itself. */
export const OWN_NUMBERS = ['bests', 'longer'] as const;

/** No scheme has more bands. */
const MOST_ZONES = 10;
const limitPercent = z.number().min(0).max(400).nullable();

/** The scheme of a zone. The limits of a coach's own travel with the session, so that it means the same elsewhere. */
const zoneSchemeSchema = z.strictObject({
  id: z.string().min(1).max(60),
  name: z.string().min(1).max(60),
  /** Left out for a scheme that ships. */
  own: z
    .strictObject({
      anchor: z.enum(['ftp', 'thresholdHr', 'maximalHr']),
      overlaps: z.boolean(),
      bands: z
        .array(
          z.strictObject({
            name: z.string().max(60),
            fromPercent: limitPercent,
            toPercent: limitPercent,
            trains: z.string().max(200),
          }),
        )
        .min(2)
        .max(MOST_ZONES),
    })
    .optional(),
});
export type ZoneScheme = z.infer<typeof zoneSchemeSchema>;

/** The scheme of zones that name none. */
export const USUAL_SCHEME = 'seven-steps';

/** How hard a step is meant to be. */
export const effortSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('percent'), low: percent, high: percent }),
  z.strictObject({ kind: z.literal('watts'), low: watts, high: watts }),
  /** A zone of a scheme; of Seven steps where none is named. */
  z.strictObject({
    kind: z.literal('zone'),
    zone: z.number().int().min(1).max(MOST_ZONES),
    scheme: zoneSchemeSchema.optional(),
  }),
  z.strictObject({ kind: z.literal('rpe'), low: rpe, high: rpe }),
  z.strictObject({ kind: z.literal('heartRate'), low: beatsSchema.nullable(), high: beatsSchema }),
  /** Share of the watts of the rider's goal. */
  z.strictObject({ kind: z.literal('goal'), low: percent, high: percent }),
  /** Share of the rider's curve at the length of the step. */
  z.strictObject({ kind: z.literal('curve'), low: percent, high: percent }),
  /** The rider's own numbers for the length of the step: from 1:00 and 5:00, or the best ridden over 2.5 × the length. */
  z.strictObject({ kind: z.literal('own'), by: z.enum(OWN_NUMBERS) }),
  z.strictObject({ kind: z.literal('easy') }),
  z.strictObject({ kind: z.literal('max') }),
  unreadSchema,
]);

/** A steady effort, or one that rises or falls evenly from one effort to another. */
export const targetSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('steady'), effort: effortSchema }),
  z.strictObject({ kind: z.literal('changing'), from: effortSchema, to: effortSchema }),
]);

export const secondsSchema = z.number().int().min(1).max(86_400);
const metres = z.number().int().min(1).max(200_000);

/** How long a step lasts: a time, until the rider presses lap, to the top of a hill, or some metres. */
export const lengthSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('time'), seconds: secondsSchema }),
  /** In the sums it counts as long as it is expected to last. */
  z.strictObject({ kind: z.literal('lap'), expectedS: secondsSchema }),
  /** The hill's figures travel with the session, so that it means the same elsewhere. */
  z.strictObject({
    kind: z.literal('hill'),
    name: z.string().trim().min(1).max(60),
    metres,
    gradientPercent: z.number().min(0).max(30),
  }),
  unreadSchema,
]);

export type Effort = z.infer<typeof effortSchema>;
export type Target = z.infer<typeof targetSchema>;
export type Length = z.infer<typeof lengthSchema>;
export type Unread = z.infer<typeof unreadSchema>;
