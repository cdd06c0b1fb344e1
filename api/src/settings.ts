import { RECOVERIES } from '@uphill/core/power';
import { REVIEW_BOUNDS, USUAL_LIMITS } from '@uphill/core/review';
import { ABOVE_FTP_BOUNDS, ABOVE_FTP_DEFAULTS, CEILING_SCHOOLS } from '@uphill/core/sessions';
import { RETEST_WEEKS } from '@uphill/core/testing';
import { z } from 'zod';
import { versionSchema } from './common.ts';
import { retestWeeksSchema } from './riders.ts';
import { shapeOf } from './shape.ts';
import { timeZoneSchema } from './training.ts';

const within = ({ low, high }: { readonly low: number; readonly high: number }, what: string) =>
  z
    .number(`${what} is a number.`)
    .min(low, `${what} is at least ${low}.`)
    .max(high, `${what} is at most ${high}.`);

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
  /** Share of what 1:00 and 5:00 say is held once that a rep asks. */
  ownShare: within(ABOVE_FTP_BOUNDS.share, 'The share'),
  /** The best over so many times the rep length. */
  longerTimes: within(ABOVE_FTP_BOUNDS.stretch, 'The stretch'),
  /** What moves ceiling work, of riders without a choice of their own. */
  ceilingSchool: z.enum(CEILING_SCHOOLS),
  /** Whether the ride room judges a rep while it is ridden, asks RPE in it, and judges a test. */
  judgeRides: z.boolean(),
  askRpe: z.boolean(),
  judgeTests: z.boolean(),
  /** Limits of the verdicts on rides, as shares, and so many on target running before work above FTP goes up. */
  brokenShare: within(REVIEW_BOUNDS.brokenShare, 'The share under which a rep breaks'),
  sprintShare: within(REVIEW_BOUNDS.sprintShare, 'The share of a sprint at the end'),
  easyShare: within(REVIEW_BOUNDS.easyShare, 'The share above Endurance'),
  onTargetTimes: within(REVIEW_BOUNDS.onTargetTimes, 'The number on target').int(
    'A whole number on target.',
  ),
});
export type Choices = z.infer<typeof choicesSchema>;
export const USUAL_CHOICES: Choices = {
  ...{ mass: 'kg', distance: 'km', weekStart: 'monday', dates: 'dayFirst' },
  ...{ retestWeeks: RETEST_WEEKS, rampSchool: 'bestMinute', pacedSchool: 'opener' },
  recovery: 'measured',
  ...{ ownShare: ABOVE_FTP_DEFAULTS.share, longerTimes: ABOVE_FTP_DEFAULTS.stretch },
  ...{ ceilingSchool: 'watts', judgeRides: true, askRpe: true, judgeTests: true },
  ...USUAL_LIMITS,
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
