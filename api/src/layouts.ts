import { templateBlockSchema, templateSchema, WEEK_KINDS } from '@uphill/core/season';
import { planSchema } from '@uphill/core/sessions';
import { z } from 'zod';
import { dateSchema, idSchema, versionSchema } from './common.ts';
import { weekSaidSchema } from './season.ts';
import { shapeOf } from './shape.ts';

/** Longer than a year nothing is laid out. */
const MOST_WEEKS = 53;
/** A day as it is laid out: a session, a test, or so many minutes of Endurance. */
const laidDay = z.object({
  date: dateSchema,
  kind: z.enum(['session', 'test']),
  plan: planSchema.nullable(),
  minutes: z.number().min(0).max(1440),
});
/** A season that was laid out and looked at, to be stored as one step. */
export const layoutSchema = z.object({
  /** The state of the season that it was made from. */
  state: z.number().int(),
  goal: z.object({ name: z.string().max(80), date: dateSchema }).nullable(),
  /** What it came from; null for a season from a file that names none. */
  template: templateSchema.nullable(),
  from: dateSchema,
  blocks: z
    .array(
      z.object({
        block: templateBlockSchema,
        from: dateSchema,
        kinds: z.array(z.enum(WEEK_KINDS)).min(1).max(MOST_WEEKS),
      }),
    )
    .max(30),
  weeks: z
    .array(weekSaidSchema)
    .min(1, 'There is no week to lay out.')
    .max(MOST_WEEKS, `At most ${MOST_WEEKS} weeks at once.`),
  days: z.array(laidDay).max(MOST_WEEKS * 10),
  /** Days that make way. */
  removed: z.array(z.object({ id: idSchema, version: versionSchema })).max(MOST_WEEKS * 10),
});
export type Layout = z.infer<typeof layoutSchema>;
/** A template of the coach's own. */
export const ownTemplateSchema = shapeOf(
  z.object({ id: idSchema, template: templateSchema, version: versionSchema }),
);
export type OwnTemplate = z.infer<typeof ownTemplateSchema>;
export const newTemplateSchema = z.object({ template: templateSchema });
export type NewTemplate = z.infer<typeof newTemplateSchema>;
