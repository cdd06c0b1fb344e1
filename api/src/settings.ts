import { RECOVERIES } from '@uphill/core/power';
import { RETEST_WEEKS } from '@uphill/core/testing';
import { z } from 'zod';
import { versionSchema } from './common.ts';
import { retestWeeksSchema } from './riders.ts';
import { shapeOf } from './shape.ts';
import { timeZoneSchema } from './training.ts';

/** How the coach writes and measures, and which of two schools is followed. */
export const choicesSchema = z.object({
  mass: z.enum(['kg', 'lb']),
  distance: z.enum(['km', 'miles']),
  weekStart: z.enum(['monday', 'saturday', 'sunday']),
  /** Day or month first, where a date is written or typed. */
  dates: z.enum(['dayFirst', 'monthFirst']),
  /** Of new riders. */
  retestWeeks: retestWeeksSchema,
  /** What the ramp is read by: 75 % of the best minute, or 85 % of the last full stage. */
  rampSchool: z.enum(['bestMinute', 'lastStage']),
  /** Paced tests: twenty minutes behind an opener, or thirty straight. */
  pacedSchool: z.enum(['opener', 'straight']),
  /** How W′ comes back below CP. */
  recovery: z.enum(RECOVERIES),
});
export type Choices = z.infer<typeof choicesSchema>;
export const USUAL_CHOICES: Choices = {
  ...{ mass: 'kg', distance: 'km', weekStart: 'monday', dates: 'dayFirst' },
  ...{ retestWeeks: RETEST_WEEKS, rampSchool: 'bestMinute', pacedSchool: 'opener' },
  recovery: 'measured',
};
const fields = z.object({ defaultSchemeId: z.string().max(60), timeZone: timeZoneSchema });
/**
 * A change of what holds for the whole house: what is left out stays as it is. Each is one choice that stands by
 * itself, so the later one holds, and two made in one breath are both kept.
 */
export const settingsChangeSchema = fields.partial().extend({
  choices: choicesSchema.partial().optional(),
});
export type SettingsChange = z.infer<typeof settingsChangeSchema>;
export const settingsSchema = shapeOf(
  fields.extend({ choices: choicesSchema, version: versionSchema }),
);
export type Settings = z.infer<typeof settingsSchema>;
