import { REASONS } from '@uphill/core/season';
import { planSchema } from '@uphill/core/sessions';
import { celsiusSchema } from '@uphill/core/testing';
import { z } from 'zod';
import { dateSchema, idSchema, MOST_RIDERS, prose, versionSchema } from './common.ts';
import { riddenSchema, STATES } from './rides.ts';
import { unreadableSchema } from './sessions.ts';
import { shapeOf } from './shape.ts';

/** What stands on a day. */
export const DAY_KINDS = ['session', 'test', 'event', 'other'] as const;
/** A ride that came of a day. */
const rideOfDay = z.object({
  rideId: idSchema,
  recordingId: idSchema.nullable(),
  /** Ridden on the stand-ins, for a rider who is none: it marks nothing done. */
  tried: z.boolean(),
  /** Where the reps lie; null where they are looked for when they are shown. */
  reps: riddenSchema.nullable(),
});
export type RideOfDay = z.infer<typeof rideOfDay>;
/** A session on a rider's day, with a plan of its own. */
export const daySchema = shapeOf(
  z.object({
    id: idSchema,
    riderId: idSchema,
    /** The session it came from; null where it came from none. */
    sessionId: idSchema.nullable(),
    date: dateSchema,
    position: z.number().int(),
    state: z.enum(STATES),
    /** Why it was not ridden as asked, where somebody said. */
    reason: z.enum(REASONS).nullable(),
    rpe: z.number().int().min(1).max(10).nullable(),
    note: z.string(),
    version: versionSchema,
    /** The day's own plan. A change of the session changes it only where the coach said so. */
    plan: planSchema,
    unreadable: unreadableSchema,
    /** Whether a change of the session is offered to it: until it was changed for this day alone. */
    follows: z.boolean(),
    /** How long it was, where somebody said. */
    minutes: z.number().nullable(),
    /** FTP kept at the moment it was ridden; null while it is still to come. */
    riddenFtpW: z.number().int().nullable(),
    /** What came of it, the ride that counts first. */
    rides: z.array(rideOfDay),
    /** When the rider was last given it to see, and whether that was the day as it stands; null: not yet. */
    handedOver: z.object({ at: z.string(), asItStands: z.boolean() }).nullable(),
    /** The heat expected, °C. */
    celsius: z.number().nullable(),
    /** The third hard day, which the rider may take or leave. */
    optional: z.boolean(),
    /** Plans of which the rider takes one, the day's own first; none where there is nothing to choose. */
    offers: z.array(planSchema),
    /** Which of them was taken; null: none yet, so that the first stands. */
    taken: z.number().int().nullable(),
  }),
);
export interface Day extends z.infer<typeof daySchema> {}
/** A day as the rider was given it to see. */
export const givenDaySchema = daySchema.and(
  z.object({
    given: z.object({
      at: z.string(),
      /** Handed over before in another form, or for another day. */
      again: z.boolean(),
      /** The coach has changed it since, and not handed that over yet. */
      behind: z.boolean(),
    }),
  }),
);
export type GivenDay = z.infer<typeof givenDaySchema>;
/** A day that was handed over and shows only in its morning: when it is, and no more. */
export const laterDaySchema = z.object({ id: idSchema, date: dateSchema, version: versionSchema });
export type LaterDay = z.infer<typeof laterDaySchema>;
/** A day that was written: which it is, and no more. */
export const placedDaySchema = z.object({
  id: idSchema,
  riderId: idSchema,
  date: dateSchema,
  version: versionSchema,
});
export type PlacedDay = z.infer<typeof placedDaySchema>;
/**
 * The days of a squad, rider by rider, a line of figures a day: id, date, kind, state, load in points, minutes (as it was
 * marked, else as it is planned), RPE, the name of its session for this rider, and version. Null where there is none.
 */
export const dayListSchema = z.array(
  z.object({
    riderId: idSchema,
    days: z.array(
      z.tuple([
        idSchema,
        dateSchema,
        z.enum(DAY_KINDS),
        z.enum(STATES),
        z.number().nullable(),
        z.number().nullable(),
        z.number().nullable(),
        z.string().nullable(),
        versionSchema,
      ]),
    ),
  }),
);
export type DayList = z.infer<typeof dayListSchema>;
/** True where the coach was asked and wants the same session on the same day once more. */
const again = z.boolean().default(false);
export const newDaysSchema = z.object({
  again,
  sessionId: idSchema,
  dates: z.array(dateSchema).min(1, 'Choose at least one day.').max(31, 'At most 31 days at once.'),
});
/** A session given to several riders at once, each on days of their own. */
export const assignmentSchema = z.object({
  sessionId: idSchema,
  riders: z
    .array(z.object({ riderId: idSchema, dates: newDaysSchema.shape.dates }))
    .min(1, 'Choose at least one rider.')
    .max(MOST_RIDERS, `At most ${MOST_RIDERS} riders at once.`)
    .refine(
      (riders) => new Set(riders.map(({ riderId }) => riderId)).size === riders.length,
      'A rider is named twice. Name each once, with all of their days.',
    ),
  again,
});
export type Assignment = z.input<typeof assignmentSchema>;
/** How a day went, as it was said of it. */
export const markSchema = z.object({
  state: z.enum(STATES),
  reason: z.enum(REASONS).nullable().default(null),
  rpe: z
    .number('RPE is a number.')
    .int('RPE is a whole number.')
    .min(1, 'RPE runs from 1 to 10.')
    .max(10, 'RPE runs from 1 to 10.')
    .nullable()
    .default(null),
  minutes: z
    .number('Minutes are a number.')
    .min(1, 'At least a minute.')
    .max(1440, 'At most a day.')
    .nullable()
    .default(null),
  note: prose(2000).default(''),
});
export type Mark = z.infer<typeof markSchema>;
/** What stands on a day of which nobody has said anything. */
export const UNMARKED: Mark = {
  state: 'planned',
  reason: null,
  rpe: null,
  minutes: null,
  note: '',
};
/** A mark, and the one that stood there when it was begun: it goes through whatever else changed meanwhile. */
export const markChangeSchema = markSchema.extend({ was: markSchema.default(UNMARKED) });
export type MarkChange = z.infer<typeof markChangeSchema>;
export const dayChangeSchema = z.object({
  version: versionSchema,
  date: dateSchema.optional(),
  celsius: celsiusSchema.nullable().optional(),
});
export type DayChange = z.infer<typeof dayChangeSchema>;
/** A month with days of a rider in it. */
export const monthOfDaysSchema = z.object({
  month: z.string(),
  days: z.number().int(),
  first: dateSchema,
  last: dateSchema,
});
export type MonthOfDays = z.infer<typeof monthOfDaysSchema>;
export const onDateParamsSchema = z.object({ date: dateSchema });
export const daysQuerySchema = z.object({ from: dateSchema, to: dateSchema });
/** A plan for this day alone. */
export const dayPlanChangeSchema = z.object({ version: versionSchema, plan: planSchema });
/** Which of the plans that are offered the rider takes. */
export const takeSchema = z.object({
  /** When what was chosen from was handed over, as `given.at` says. */
  given: z.string(),
  take: z.number().int().min(0).max(2, 'At most three are offered.'),
});
export type Take = z.infer<typeof takeSchema>;
/** Every rider on a month of days. */
const MOST_FOLLOWING = 31 * MOST_RIDERS;
/** Which of a session's days still to come take its plan as it stands; the others named are let alone from now on. */
export const followingSchema = z.object({
  sessionVersion: versionSchema,
  follow: z.array(idSchema).max(MOST_FOLLOWING),
  leave: z.array(idSchema).max(MOST_FOLLOWING),
});
export type Following = z.infer<typeof followingSchema>;
/** A day still to come that stands as the session was before. */
export const behindSchema = shapeOf(
  z.object({
    dayId: idSchema,
    riderId: idSchema,
    date: dateSchema,
    /** Why the rider's health screen does not allow the session as it is now; null where it does. */
    refusal: z.string().nullable(),
  }),
);
export type Behind = z.infer<typeof behindSchema>;
