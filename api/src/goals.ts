import { z } from 'zod';
import { dateSchema, idSchema, line, versionSchema } from './common.ts';
import { shapeOf } from './shape.ts';

/** The sections of a rider's file that are saved each by itself. Handbook section 3. */

export const GOAL_RANKS = ['main', 'onTheWay', 'training'] as const;
export type GoalRank = (typeof GOAL_RANKS)[number];
export const goalFieldsSchema = z.object({
  name: line(80).min(1, 'The goal needs a name.'),
  date: dateSchema,
  rank: z.enum(GOAL_RANKS),
  /** What it demands, as far as it is known. */
  watts: z
    .number('Watts are a number.')
    .int('Watts are whole.')
    .min(40, 'A goal under 40 W?')
    .max(1500, 'A goal over 1,500 W?')
    .nullable(),
  seconds: z
    .number('A time is a number of seconds.')
    .int()
    .min(10, 'At least 10 s.')
    .max(86_400, 'At most a day.')
    .nullable(),
  km: z
    .number('Kilometres are a number.')
    .min(0.1, 'At least 0.1 km.')
    .max(2000, 'At most 2,000 km.')
    .nullable(),
  climbM: z
    .number('Climbing is a number of metres.')
    .int('Whole metres.')
    .min(1, 'At least 1 m.')
    .max(30_000, 'At most 30,000 m.')
    .nullable(),
  hillId: idSchema.nullable(),
  /** Once it lies behind: what came of it, and what to know next time. */
  came: line(200).default(''),
  note: line(500).default(''),
});
export type GoalFields = z.infer<typeof goalFieldsSchema>;
export const goalSchema = shapeOf(
  goalFieldsSchema.extend({ id: idSchema, version: versionSchema }),
);
export type Goal = z.infer<typeof goalSchema>;
export const goalChangeSchema = goalFieldsSchema.extend({ version: versionSchema });
