import { z } from 'zod';
import { dateSchema, idSchema, line, versionSchema } from './common.ts';
import { powerSourceSchema } from './powerSource.ts';
import { shapeOf } from './shape.ts';

/** How long an effort can be that the coach marks maximal, s. */
export const MARKED_SECONDS = { low: 10, high: 3600 } as const;
const second = z.number('A time is a number of seconds.').int('A time is whole seconds.');
/** An effort on a ride that the coach says was maximal; without a start, the best of its length. */
export const newMarkedEffortSchema = z.object({
  rideId: idSchema,
  startS: second
    .min(0, 'The effort starts before its ride.')
    .max(86_400, 'The effort starts after its ride.')
    .nullable(),
  seconds: second
    .min(MARKED_SECONDS.low, `An effort under ${MARKED_SECONDS.low} s is not marked.`)
    .max(MARKED_SECONDS.high, 'An effort over an hour is not marked.'),
  note: line(300),
});
export type NewMarkedEffort = z.infer<typeof newMarkedEffortSchema>;
export const markedEffortSchema = shapeOf(
  newMarkedEffortSchema.extend({
    id: idSchema,
    riderId: idSchema,
    startS: second,
    date: dateSchema,
    recordingId: idSchema,
    powerSource: powerSourceSchema,
    meanW: z.number(),
    withdrawn: z.string().nullable(),
    /** Why its ride counts for nothing; null where it counts. */
    idle: z.string().nullable(),
    version: versionSchema,
  }),
);
export type MarkedEffortEntry = z.infer<typeof markedEffortSchema>;
export const markedEffortChangeSchema = z.object({
  version: versionSchema,
  withdrawn: line(300).min(1, 'Write down why it is withdrawn.').nullable(),
});
