import { z } from 'zod';

/**
 * What is suggested after a ride, as data: the rule's number in the handbook, what it does, and the figures that are
 * its reason. Sentences are made of it in the last step. Source: handbook section 9.7.
 */

const common = {
  /** Number of the rule; the numbers are names. */
  rule: z.number().int().min(1).max(9),
};

export const suggestionSchema = z.discriminatedUnion('does', [
  z.strictObject({ ...common, does: z.literal('caution'), says: z.string().max(500) }),
  z.strictObject({
    ...common,
    does: z.literal('rest day'),
    /** Rides running that were tired. */
    running: z.number().int(),
    doctor: z.boolean(),
  }),
  z.strictObject({
    ...common,
    does: z.literal('ease one rung'),
    after: z.number().int(),
    of: z.number().int(),
  }),
  z.strictObject({ ...common, does: z.literal('repeat with 3 % less'), after: z.number().int() }),
  z.strictObject({
    ...common,
    does: z.literal('repeat at solved watts'),
    after: z.number().int(),
    /** Null where they cannot be solved: then it is 3 % less. */
    watts: z.number().nullable(),
  }),
  z.strictObject({
    ...common,
    does: z.literal('repeat, first minute easy'),
    why: z.enum(['started-too-hard', 'faded']),
  }),
  z.strictObject({
    ...common,
    does: z.literal('retest'),
    why: z.enum(['above the curve', 'too easy twice', 'due']),
    /** What was ridden above the curve: s, W and the curve there. */
    seconds: z.number().nullable(),
    watts: z.number().nullable(),
    curveW: z.number().nullable(),
  }),
  z.strictObject({
    ...common,
    does: z.literal('next rung'),
    why: z.enum(['too-easy', 'on-target']),
    /** On target running, this ride among them. */
    running: z.number().int(),
  }),
  z.strictObject({ ...common, does: z.literal('3 % more') }),
  z.strictObject({
    ...common,
    does: z.literal('hold'),
    why: z.enum(['spread', 'rpe', 'once more']),
    spread: z.number().nullable(),
    rpe: z.number().nullable(),
    /** On target running, of so many that are needed. */
    running: z.number().int(),
    needed: z.number().int(),
  }),
  z.strictObject({ ...common, does: z.literal('repeat') }),
  z.strictObject({
    ...common,
    does: z.literal('update'),
    what: z.enum(['maximal heart rate', 'CP']),
    was: z.number().nullable(),
    is: z.number().nullable(),
  }),
]);

export type Suggestion = z.infer<typeof suggestionSchema>;
export type Does = Suggestion['does'];
