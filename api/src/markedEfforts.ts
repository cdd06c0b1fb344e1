import { z } from 'zod';
import { day, id, line, version } from './common.ts';
import { powerSource } from './riders.ts';
import { shapeOf } from './shape.ts';

/** How long an effort can be that the coach marks maximal, s. */
export const MARKED_SECONDS = { low: 10, high: 3600 } as const;

const second = z.number('A time is a number of seconds.').int('A time is whole seconds.');

/** An effort on a recording that the coach says was maximal; without a start, the best of its length. */
export const newMarkedEffort = z.object({
  recordingId: id,
  startS: second
    .min(0, 'The effort starts before its recording.')
    .max(86_400, 'The effort starts after its recording.')
    .nullable(),
  seconds: second
    .min(MARKED_SECONDS.low, `An effort under ${MARKED_SECONDS.low} s is not marked.`)
    .max(MARKED_SECONDS.high, 'An effort over an hour is not marked.'),
  note: line(300),
});
export type NewMarkedEffort = z.infer<typeof newMarkedEffort>;

export const markedEffort = shapeOf(
  newMarkedEffort.extend({
    id,
    riderId: id,
    startS: second,
    date: day,
    powerSource,
    meanW: z.number(),
    withdrawn: z.string().nullable(),
    version,
  }),
);
export type MarkedEffortEntry = z.infer<typeof markedEffort>;

export const markedEffortChange = z.object({
  version,
  withdrawn: line(300).min(1, 'Write down why it is withdrawn.').nullable(),
});
