import {
  PERIODS,
  REASONS,
  type SeasonInput,
  seasonSettingsSchema,
  templateBlockSchema,
  WEEK_KINDS,
  WORK_KINDS,
  RIDE_VERDICTS,
} from '@uphill/core/season';
import { planSchema, SYSTEMS } from '@uphill/core/sessions';
import { z } from 'zod';
import { dateSchema, idSchema, line, MOST_RIDERS, versionSchema } from './common.ts';
import { GOAL_RANKS } from './goals.ts';
import { STATES } from './rides.ts';
import { shapeOf } from './shape.ts';

/** No, as it was laid out, or changed since. */
const LAID = ['no', 'yes', 'touched'] as const;
const minutes = z.number().min(0);
const points = z.number().min(0);
const plannedSchema = z.object({
  minutes,
  load: points,
  rpe: z.number().nullable(),
  system: z.enum(SYSTEMS).nullable(),
  hard: z.boolean(),
  endurance: z.boolean(),
  above105: z.boolean(),
  unfuelled: z.boolean(),
  workMin: minutes,
  goalMin: minutes,
  middleMin: minutes,
  highMin: minutes,
  family: z.string().nullable(),
});
const riddenSchema = z.object({
  minutes,
  load: points,
  rpe: z.number().nullable(),
  hard: z.boolean(),
  easyMin: minutes.nullable(),
  middleMin: minutes.nullable(),
  atLeast: z.boolean(),
  source: z.string().nullable(),
  /** What it came to for the next rung, and its headline in words; null where it was not read, or says nothing. */
  verdict: z.enum(RIDE_VERDICTS).nullable(),
  says: z.string().nullable(),
});
/** A piece of work on a day, with what a screen needs beside the sums. */
const workSchema = z.object({
  id: z.string(),
  kind: z.enum(WORK_KINDS),
  name: z.string(),
  planned: plannedSchema.nullable(),
  ridden: riddenSchema.nullable(),
  state: z.enum(STATES),
  reason: z.enum(REASONS).nullable(),
  minutes: z.number().nullable(),
  rpe: z.number().nullable(),
  key: z.boolean(),
  optional: z.boolean(),
  eased: z.boolean(),
  fixture: z.boolean(),
  /** Of the day; 0 for a fixture and a ride that was nobody's plan. */
  version: z.number().int(),
  rideId: z.string().nullable(),
  /** How many plans the rider may choose from. */
  offers: z.number().int(),
  /** Outline of what is asked, percent of FTP, and of what was ridden, W; empty where there is none. */
  road: z.array(z.number()),
  shape: z.array(z.number()),
  /** Whether the rider was given it to see, as it stands. */
  handed: z.enum(['no', 'yes', 'changed']),
  /** Whether laying out put it there, and whether the coach has touched it since. */
  laid: z.enum(LAID),
});
export type SeasonWork = z.infer<typeof workSchema>;
export const weekSaidSchema = z.object({
  monday: dateSchema,
  kind: z.enum(WEEK_KINDS),
  period: z.enum(PERIODS),
  system: z.enum(SYSTEMS).nullable(),
  rise: z
    .number('The planned rise is a number.')
    .min(-20, 'The planned rise is at least −20.')
    .max(20, 'The planned rise is at most 20 points a week.')
    .nullable(),
  goal: z
    .number('The goal is a number.')
    .min(0, 'The goal cannot be below 0.')
    .max(5000, 'The goal is at most 5,000 points a week.')
    .nullable(),
});
/** Five lines as a coach writes them. */
const briefing = z.array(line(300)).max(12, 'A briefing has at most 12 lines.').nullable();
const storedWeek = weekSaidSchema.extend({ briefing, version: versionSchema, laid: z.enum(LAID) });
export type StoredWeek = z.infer<typeof storedWeek>;
/** A block as it lies on the calendar. */
const storedBlock = z.object({
  id: idSchema,
  block: templateBlockSchema,
  from: dateSchema,
  weeks: z.number().int().min(1),
});
export type StoredBlock = z.infer<typeof storedBlock>;
const awayFields = z.object({
  from: dateSchema,
  to: dateSchema,
  hours: z
    .number('Hours are a number.')
    .min(0, 'Hours cannot be below 0.')
    .max(24, 'A day has 24 hours.'),
  why: line(80).min(1, 'Say why: holiday, travel, camp.'),
});
const inOrder = ({ from, to }: { from: string; to: string }): boolean => to >= from;
const backwards = { path: ['to'], message: 'It ends before it begins.' };
export const awayFieldsSchema = awayFields.refine(inOrder, backwards);
export type AwayFields = z.infer<typeof awayFieldsSchema>;
export const awayChangeSchema = awayFields
  .extend({ version: versionSchema })
  .refine(inOrder, backwards);
export type AwayChange = z.infer<typeof awayChangeSchema>;
const awaySchema = awayFields.extend({ id: idSchema, version: versionSchema });
export type Away = z.infer<typeof awaySchema>;
/** A season as it is reckoned from, on the server and in the browser alike. */
export const seasonSchema = shapeOf(
  z.object({
    riderId: idSchema,
    /** How often what it comes from has changed: a plan that is made from it names this. */
    state: z.number().int(),
    today: dateSchema,
    rider: z.object({
      firstName: z.string(),
      masters: z.boolean(),
      firstYear: z.boolean(),
      hardDays: z.number(),
      cleared: z.boolean(),
      settings: seasonSettingsSchema,
    }),
    pointsPerHour: z.number(),
    start: z.object({
      base: z.number(),
      recent: z.number(),
      days: z.number(),
      typed: z.boolean(),
    }),
    typedBase: z.object({ on: dateSchema, points: z.number() }).nullable(),
    days: z.array(
      z.object({
        date: dateSchema,
        hours: z.number().nullable(),
        rest: z.boolean(),
        /** Why the hours are other than usual. */
        away: z.string().nullable(),
        works: z.array(workSchema),
      }),
    ),
    weeks: z.array(storedWeek),
    blocks: z.array(storedBlock),
    /** Weeks that are laid out one after another with this one among them; null where it is in none. */
    span: z.object({ from: dateSchema, weeks: z.number().int().min(1) }).nullable(),
    away: z.array(awaySchema),
    goal: z.object({ name: z.string(), date: dateSchema, watts: z.number().nullable() }).nullable(),
    goals: z.array(z.object({ name: z.string(), date: dateSchema, rank: z.enum(GOAL_RANKS) })),
    highestBase: z.number().nullable(),
  }),
);
export interface Season extends z.infer<typeof seasonSchema> {}
/** What is sent is what the core reckons with. */
export type SeasonReckons = Season extends SeasonInput ? true : never;
export const seasonQuerySchema = z.object({ from: dateSchema, to: dateSchema });
/** What a coach says of a week; made from the version it stands at, 0 where nobody has said anything yet. */
export const weekChangeSchema = weekSaidSchema
  .omit({ monday: true })
  .partial()
  .extend({ briefing: briefing.optional(), version: z.number().int().min(0) });
export type WeekChange = z.infer<typeof weekChangeSchema>;
export const weekParamsSchema = z.object({ riderId: idSchema, monday: dateSchema });
const ride = z
  .number('Minutes are a number.')
  .int('Whole minutes.')
  .min(5, 'At least five minutes.')
  .max(1440, 'At most a day.');
const named = { id: idSchema, version: versionSchema };
/** One thing that is done to a plan; several are one step. */
export const planChangeSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('add'), date: dateSchema, minutes: ride, before: z.boolean() }),
  z.object({ kind: z.literal('resize'), ...named, minutes: ride }),
  z.object({ kind: z.literal('endurance'), ...named, minutes: ride }),
  z.object({ kind: z.literal('remove'), ...named }),
  z.object({ kind: z.literal('move'), ...named, date: dateSchema, first: z.boolean() }),
  z.object({ kind: z.literal('copy'), id: idSchema, date: dateSchema }),
  /** Another plan for this day alone. */
  z.object({ kind: z.literal('plan'), ...named, plan: planSchema }),
  /** A session of no list, put on a day. */
  z.object({ kind: z.literal('place'), date: dateSchema, plan: planSchema }),
  /** Plans of which the rider takes one, the day's own first; none takes the choice back. */
  z.object({
    kind: z.literal('offer'),
    ...named,
    plans: z.array(planSchema).max(3, 'At most three are offered.'),
    optional: z.boolean(),
  }),
  z.object({
    kind: z.literal('mark'),
    ...named,
    key: z.boolean(),
  }),
]);
export type PlanChange = z.infer<typeof planChangeSchema>;
/** What was done, as undo will name it. */
export const PLAN_DEEDS = [
  'filled',
  'fixed',
  'moved',
  'copied',
  'changed',
  'removed',
  're-planned',
] as const;
export const planChangesSchema = z.object({
  did: z.enum(PLAN_DEEDS),
  /** The state of the season that it was made from, where new rides hang on what stood there. */
  state: z.number().int().optional(),
  changes: z.array(planChangeSchema).max(400, 'At most 400 changes at once.'),
  /** Weeks of which something else is said with it, each from the version it stands at; 0 for none yet. */
  weeks: z
    .array(weekSaidSchema.extend({ version: z.number().int().min(0) }))
    .max(10, 'At most ten weeks at once.')
    .optional(),
});
export type PlanChanges = z.infer<typeof planChangesSchema>;
/** The same for several riders, as one step: a week that is copied, a session that several move. */
export const squadChangesSchema = z.object({
  did: z.enum(PLAN_DEEDS),
  riders: z
    .array(planChangesSchema.omit({ did: true }).extend({ riderId: idSchema }))
    .min(1, 'Choose at least one rider.')
    .max(MOST_RIDERS, `At most ${MOST_RIDERS} riders at once.`),
});
export type SquadChanges = z.infer<typeof squadChangesSchema>;
/** Which days a rider is given to see. */
export const handOverSchema = z
  .object({ from: dateSchema, to: dateSchema })
  .refine(({ from, to }) => to >= from, { path: ['to'], message: 'It ends before it begins.' });
export type HandOver = z.infer<typeof handOverSchema>;
/** What came of handing over: how many days went, and which were left out and why. */
export const handedOverSchema = shapeOf(
  z.object({
    handed: z.number().int(),
    left: z.array(z.object({ dayId: idSchema, name: z.string(), reason: z.string() })),
  }),
);
export type HandedOver = z.infer<typeof handedOverSchema>;
/** Rules and defaults of a rider's season, and a base that the coach knows. */
export const seasonSettingsChangeSchema = z.object({
  settings: seasonSettingsSchema.partial().optional(),
  base: z
    .object({
      points: z
        .number('The base is a number.')
        .min(0, 'The base cannot be below 0.')
        .max(300, 'A base over 300?'),
      on: dateSchema,
    })
    .nullable()
    .optional(),
  version: versionSchema,
});
export type SeasonSettingsChange = z.infer<typeof seasonSettingsChangeSchema>;
/** Riders of whom something is done to one week. */
const weekOfSeveral = z.object({
  monday: dateSchema,
  riderIds: z
    .array(idSchema)
    .min(1, 'Choose at least one rider.')
    .max(MOST_RIDERS, `At most ${MOST_RIDERS} riders at once.`),
});
export const squadFillSchema = weekOfSeveral.extend({ way: z.enum(['longWeekend', 'even']) });
export type SquadFill = z.infer<typeof squadFillSchema>;
export const squadHandOverSchema = weekOfSeveral;
export type SquadHandOver = z.infer<typeof squadHandOverSchema>;
export const squadNoteSchema = weekOfSeveral.extend({
  note: line(300).min(1, 'Write the note first.'),
});
export type SquadNote = z.infer<typeof squadNoteSchema>;
/** What came of it, rider by rider, in words. */
export const squadDoneSchema = shapeOf(
  z.array(z.object({ riderId: idSchema, name: z.string(), says: z.string() })),
);
export type SquadDone = z.infer<typeof squadDoneSchema>;
const squadWork = z.object({
  id: z.string(),
  name: z.string(),
  kind: z.enum(WORK_KINDS),
  state: z.enum(STATES),
  ridden: z.boolean(),
  /** What it came to when its ride was read, in words. */
  says: z.string().nullable(),
  fixture: z.boolean(),
  handed: z.enum(['no', 'yes', 'changed']),
  minutes: z.number(),
  load: z.number(),
  version: z.number().int(),
});
/** A week of the squad: a row a rider, with what the core says of it. */
export const squadWeekSchema = shapeOf(
  z.array(
    z.object({
      riderId: idSchema,
      name: z.string(),
      /** Whether watts are asked of this rider; else beats and RPE. */
      hasPower: z.boolean(),
      load: z.number(),
      goal: z.number().nullable(),
      /** What it is to come to: the goal, or what a week begun can still hold. */
      aim: z.number().nullable(),
      comesTo: z.string(),
      onGoal: z.boolean(),
      /** Names of the rules that are broken. */
      broken: z.array(z.string()),
      key: z.string().nullable(),
      days: z.array(
        z.object({
          date: dateSchema,
          load: z.number(),
          rest: z.boolean(),
          away: z.string().nullable(),
          works: z.array(squadWork),
        }),
      ),
    }),
  ),
);
export type SquadWeek = z.infer<typeof squadWeekSchema>;
export const squadQuerySchema = z.object({ monday: dateSchema });
