import { SESSION_SHOWN } from '@uphill/core/rider';
import { RETEST_WEEKS_BOUNDS } from '@uphill/core/testing';
import { z } from 'zod';
import { availabilitySchema } from './availability.ts';
import { dateSchema, idSchema, line, prose, versionSchema } from './common.ts';
import { fixtureSchema } from './fixtures.ts';
import { ftpEntrySchema, lactateThresholdsSchema } from './ftp.ts';
import { goalSchema } from './goals.ts';
import { healthBeforeSchema, healthSchema } from './health.ts';
import { bodyMassSchema, heartRateSchema } from './histories.ts';
import { powerSourceSchema } from './powerSource.ts';
import { shapeOf } from './shape.ts';
import { trainingFieldsSchema } from './training.ts';

/** Nobody younger rides by watts. */
const YOUNGEST = 5;
export const retestWeeksSchema = z
  .number('The weeks to a retest are a number.')
  .int('The weeks to a retest are whole.')
  .min(RETEST_WEEKS_BOUNDS.low, `A retest before ${RETEST_WEEKS_BOUNDS.low} weeks shows nothing.`)
  .max(
    RETEST_WEEKS_BOUNDS.high,
    `A retest is due after ${RETEST_WEEKS_BOUNDS.high} weeks at the latest.`,
  );
export const riderFieldsSchema = z.object({
  name: line(80).min(1, 'The rider needs a name.'),
  birthYear: z
    .number('The birth year is a number.')
    .int('The birth year is a whole number.')
    .min(1920, 'The birth year is before 1920.')
    // By the year of the request: a program runs over New Year's Eve.
    .refine((year) => year <= new Date().getFullYear() - YOUNGEST, 'The birth year is too recent.')
    .nullable(),
  sex: z.enum(['female', 'male']).nullable(),
  powerSource: powerSourceSchema,
  masters: z.boolean(),
  notes: prose(4000),
  /** Scheme of the rider's zones; null follows the coach's default. */
  schemeId: z.string().max(60).nullable(),
  retestWeeks: retestWeeksSchema,
  /** Whether body mass and W/kg are hidden; null is the default: hidden under 18. */
  hideMass: z.boolean().nullable(),
  /** Whether tomorrow's session shows the day before, or only in the morning. */
  sessionShown: z.enum(SESSION_SHOWN),
});
export type RiderFields = z.infer<typeof riderFieldsSchema>;
const everyField = riderFieldsSchema.extend(trainingFieldsSchema);
/** What a change of a rider's own row can hold. */
export type RiderOwn = z.infer<typeof everyField>;
/** A rider with the histories that every figure is looked up in. */
export const riderSchema = shapeOf(
  everyField.extend({
    id: idSchema,
    version: versionSchema,
    /** Out of the lists, with everything kept. */
    archived: z.boolean(),
    bodyMass: z.array(bodyMassSchema),
    heartRates: z.array(heartRateSchema),
    ftp: z.array(ftpEntrySchema),
    /** Date of the last test, for what is due. */
    lastTest: dateSchema.nullable(),
    /** The latest health screen. */
    health: healthSchema.nullable(),
    /** Earlier screens, the latest first. */
    healthBefore: z.array(healthBeforeSchema),
    lactate: z.array(lactateThresholdsSchema),
    /** Goals, the earliest first. */
    goals: z.array(goalSchema),
    /** Hours and fixed rest by weekday, Monday first; null where nobody said. */
    availability: availabilitySchema.nullable(),
    /** What comes back every week, the squad's included. */
    fixtures: z.array(fixtureSchema),
    /** Made up by the demo: rides on the stand-ins are this rider's rides. */
    demo: z.boolean(),
    /** Rides that came of days nobody has marked yet. */
    unmarked: z.array(z.object({ dayId: idSchema, date: dateSchema })),
    /** Rides that nobody has opened yet. */
    toRead: z.number().int(),
    /** What the last ride that was judged came to. */
    lastVerdict: z.object({ rideId: idSchema, date: dateSchema, says: z.string() }).nullable(),
  }),
);
export interface Rider extends z.infer<typeof riderSchema> {}
/** Which days a list of riders is about: from today on where left out. */
export const ridersQuerySchema = z.object({
  from: dateSchema.optional(),
  to: dateSchema.optional(),
});
export const riderChangeSchema = everyField
  .partial()
  .extend({ version: versionSchema, archived: z.boolean().optional() });
/** What goes with a rider who is deleted, and where it stays for a while. */
export const deletionSchema = z.object({
  /** Rows by what they are, for the dialog. */
  counts: z.object({
    tests: z.number().int(),
    rides: z.number().int(),
    days: z.number().int(),
    testDays: z.number().int(),
  }),
  /** Day on which the last of the daily and weekly copies that hold the rider goes; null where there is none. */
  copiesUntil: dateSchema.nullable(),
  /** Files that hold the rider and stay until somebody deletes them: copies by hand, and from before updates. */
  otherCopies: z.array(z.string()),
});
export interface Deletion extends z.infer<typeof deletionSchema> {}
/** Deleting is final, so it takes the rider's name, typed. */
export const riderDeletionSchema = z.object({ version: versionSchema, name: z.string().max(80) });
/** Ids of everything that went, so that a browser can let go of its drafts. */
export const deletedSchema = z.object({ ids: z.array(z.string()) });
