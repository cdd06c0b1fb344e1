import { ROLES } from '@uphill/core/sessions';
import { z } from 'zod';
import { dateSchema, idSchema, line, prose, versionSchema } from './common.ts';
import { powerSourceSchema } from './powerSource.ts';
import { rideLogSchema } from './rideLog.ts';
import { shapeOf } from './shape.ts';

/** What became of a day. */
export const STATES = ['planned', 'done', 'shortened', 'missed'] as const;
/** Where the date of a ride is from; an assumed one counts in no model until somebody types it. */
export const DATED_BY = ['file', 'coach', 'assumed'] as const;
/** Where a ride is from. */
export const ORIGINS = ['file', 'standIns', 'hand'] as const;
export const RIDE_KINDS = [
  'session',
  'endurance',
  'group',
  'race',
  'test',
  'free',
  'run',
  'swim',
  'strength',
  'other',
] as const;
export type RideKind = (typeof RIDE_KINDS)[number];
/** RPE as it is tapped while riding. */
export const SAID_RPE = ['under7', 'seven', 'over7', 'ten'] as const;
const second = z.number().int().min(0).max(86_400);
const watts = z.number().min(0).max(3000).nullable();
/** Each step of a ride with what it asked, in seconds of the ride. */
export const riddenStepsSchema = z
  .array(
    z.object({
      rep: z.number().int().min(1).max(2000).nullable(),
      role: z.enum(ROLES),
      startS: second,
      endS: second,
      lowW: watts,
      highW: watts,
      /** Asked before the set was saved by fewer watts. */
      before: z.object({ lowW: z.number(), highW: z.number() }).optional(),
      /** What the rider said of it while riding. */
      said: z.enum(SAID_RPE).optional(),
    }),
  )
  .max(4000);
/** Where the reps of a ride are from, and the steps they lie in. */
export const riddenSchema = z.object({
  from: z.enum(['room', 'laps', 'found', 'coach']),
  steps: riddenStepsSchema,
});
export type Ridden = z.infer<typeof riddenSchema>;
/** Figures of a ride that hang on no FTP; stored when it came in. */
export const rideNumbersSchema = z.object({
  movingS: z.number().int(),
  meanW: z.number().nullable(),
  surgeW: z.number().nullable(),
  energyKj: z.number().nullable(),
  meanBpm: z.number().nullable(),
  highestBpm: z.number().nullable(),
  missingShare: z.number(),
});
const minutes = z
  .number('Minutes are a number.')
  .min(1, 'A ride lasts at least a minute.')
  .max(1440, 'A ride lasts at most a day.');
/** RPE, 1 to 10. */
export const rpeSchema = z
  .number('RPE is a number.')
  .int('RPE is a whole number.')
  .min(1, 'RPE runs from 1 to 10.')
  .max(10, 'RPE runs from 1 to 10.');
/** What a coach says of a ride. */
const said = z.object({
  date: dateSchema,
  kind: z.enum(RIDE_KINDS),
  minutes: minutes.nullable(),
  rpe: rpeSchema.nullable(),
  note: prose(2000),
});
/** A ride without a recording, as it is typed. */
export const newRideSchema = said.extend({ minutes });
export type NewRide = z.infer<typeof newRideSchema>;
export const rideChangeSchema = said.partial().extend({
  version: versionSchema,
  /** What was written down of it; what is left out stays as it is. */
  log: rideLogSchema.optional(),
  powerSource: powerSourceSchema.optional(),
  withdrawn: line(300).min(1, 'Write down why it is withdrawn.').nullable().optional(),
});
export type RideChange = z.infer<typeof rideChangeSchema>;
/** The day a ride is linked to; null unlinks it. The room says where the steps lie. */
export const rideLinkSchema = z.object({
  version: versionSchema,
  dayId: idSchema.nullable(),
  reps: riddenSchema.nullable().default(null),
});
export type RideLink = z.input<typeof rideLinkSchema>;
/** The other ride that this one is joined with. */
export const rideJoinSchema = z.object({ version: versionSchema, otherId: idSchema });
export type RideJoin = z.infer<typeof rideJoinSchema>;
/** The second at which a ride becomes two. */
export const rideSplitSchema = z.object({ version: versionSchema, atS: second });
export type RideSplit = z.infer<typeof rideSplitSchema>;
const rideShape = said.extend({
  id: idSchema,
  riderId: idSchema,
  version: versionSchema,
  datedBy: z.enum(DATED_BY),
  startedAt: z.string().nullable(),
  log: rideLogSchema,
  /** Nobody has opened it yet. */
  unread: z.boolean(),
  origin: z.enum(ORIGINS),
  powerSource: powerSourceSchema,
  withdrawn: z.string().nullable(),
  /** Null for a ride without a recording, and while it is still being read. */
  numbers: rideNumbersSchema.nullable(),
  recordings: z.array(
    z.object({
      id: idSchema,
      fileName: z.string(),
      seconds: z.number().int(),
      kind: z.enum(['csv', 'gpx', 'fit']),
    }),
  ),
  /** The day it belongs to, or was tried for on the stand-ins. */
  day: z
    .object({
      id: idSchema,
      date: dateSchema,
      name: z.string(),
      tried: z.boolean(),
      state: z.enum(STATES),
      rpe: z.number().nullable(),
    })
    .nullable(),
  /** Tests that were read off it. */
  tests: z.array(idSchema),
});
export const rideSchema = shapeOf(rideShape);
export interface Ride extends z.infer<typeof rideSchema> {}
/** Seconds at each whole watt and beat, from 0 on, for the time in any zone. */
export const rideWholeSchema = shapeOf(
  rideShape.extend({ wattSeconds: z.array(z.number()), bpmSeconds: z.array(z.number()) }),
);
export interface RideWhole extends z.infer<typeof rideWholeSchema> {}
/** How far the rides are that have to be read again after an update; null where all are. */
export const readingSchema = z.object({ done: z.number().int(), of: z.number().int() }).nullable();
/** What came in lately, the latest first, and which rides wait for somebody to say what they belong to. */
export const arrivalsSchema = shapeOf(
  z.object({
    lately: z.array(
      z.object({
        receivedAt: z.string(),
        recordingId: idSchema,
        fileName: z.string(),
        ride: rideShape,
      }),
    ),
    /** Without a date, or on a date on which a session has no ride. */
    waiting: z.array(rideShape),
  }),
);
export interface Arrivals extends z.infer<typeof arrivalsSchema> {}
export const originQuerySchema = z.enum(['file', 'standIns']).default('file');
