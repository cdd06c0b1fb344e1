import { z } from 'zod';
import { idSchema, line } from './common.ts';
import { powerSourceSchema } from './powerSource.ts';
import { originQuerySchema, rideSchema } from './rides.ts';
import { shapeOf } from './shape.ts';

const channel = z.array(z.number().nullable()).nullable();
const second = z.number().int();
const span = z.object({ startS: second, seconds: second });
const recordingFields = z.object({
  id: idSchema,
  riderId: idSchema,
  rideId: idSchema,
  fileName: line(200),
  receivedAt: z.string(),
  startedAt: z.string().nullable(),
  seconds: second,
  bytes: second,
  kind: z.enum(['csv', 'gpx', 'fit']),
  powerSource: powerSourceSchema,
  laps: z.array(span),
  notes: z.array(z.string()),
  /** Read with half its watts, because its meter counted twice. */
  halved: z.boolean(),
  /** Of a ride that was joined or split: the seconds of which files it is, and the time between them. */
  madeOf: z
    .object({
      pieces: z.array(z.object({ recordingId: idSchema, fromS: second, toS: second })),
      between: z.array(span),
    })
    .nullable(),
});
export const recordingSchema = shapeOf(recordingFields);
export type RecordingSummary = z.infer<typeof recordingSchema>;
export const recordingWithStreamsSchema = shapeOf(
  recordingFields.extend({
    watts: z.array(z.number().nullable()),
    bpm: channel,
    rpm: channel,
    metresPerSecond: channel,
    heightM: channel,
    latitude: channel,
    longitude: channel,
    celsius: channel,
    /** Recorded stops: every reader cuts them, as the import does. */
    stops: z.array(span),
  }),
);
export interface RecordingWithStreams extends z.infer<typeof recordingWithStreamsSchema> {}
/** Largest recording that is taken in, MB. Five hours at 1 Hz are about 1 MB. */
export const LARGEST_UPLOAD_MB = 32;
/** Largest size a packed recording may unpack to, MB. */
export const LARGEST_UNPACKED_MB = 96;
const column = z
  .union([
    z.literal('none'),
    z.coerce.number('A column is named by its number, from 0.').int().min(0).max(199),
  ])
  .transform((value) => (value === 'none' ? null : value));
/** Which columns of a CSV file hold watts and beats, where its headings do not say: a number from 0, or "none". */
export const columnsQuerySchema = z.object({
  watts: column.optional(),
  bpm: column.optional(),
  /** Asks once more about a file that is there already with columns the coach chose. */
  again: z.stringbool().optional(),
  /** Ridden on the stand-ins: it counts for nothing of the rider. */
  origin: originQuerySchema,
});
/** Answer to an upload: the same file twice is one recording. It became a ride, and may have found its day. */
export const receivedSchema = z.object({
  recording: recordingSchema,
  duplicate: z.boolean(),
  ride: rideSchema,
});
export type Received = z.infer<typeof receivedSchema>;
