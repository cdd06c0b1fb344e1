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
});
export type Choices = z.infer<typeof choicesSchema>;
export const USUAL_CHOICES: Choices = {
  ...{ mass: 'kg', distance: 'km', weekStart: 'monday', dates: 'dayFirst' },
  ...{ retestWeeks: RETEST_WEEKS, rampSchool: 'bestMinute', pacedSchool: 'opener' },
};
const fields = z.object({
  defaultSchemeId: z.string().max(60),
  timeZone: timeZoneSchema,
  version: versionSchema,
});
/** What holds for the whole house. Choices that are left out stay as they are. */
export const settingsChangeSchema = fields.extend({ choices: choicesSchema.partial().default({}) });
export type SettingsChange = z.input<typeof settingsChangeSchema>;
export const settingsSchema = shapeOf(fields.extend({ choices: choicesSchema }));
export type Settings = z.infer<typeof settingsSchema>;
