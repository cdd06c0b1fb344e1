import { z } from 'zod';
import { dateSchema, idSchema } from './common.ts';
import { powerSourceSchema } from './powerSource.ts';
import { shapeOf } from './shape.ts';

/** What a rider can hold on a day, as far as rides and tests show it: what sessions are reckoned by. */
export const modelSchema = z.object({
  riderId: idSchema,
  /** Best efforts of a year: seconds and watts, longest last. */
  bests: z.array(z.tuple([z.number(), z.number()])),
  fit: z.object({ cpW: z.number(), wPrimeJ: z.number() }).nullable(),
  pair: z
    .object({
      cpW: z.number(),
      wPrimeJ: z.number(),
      best60W: z.number(),
      best300W: z.number(),
      fiveInRamp: z.boolean().optional(),
    })
    .nullable(),
  pmaxW: z.number().nullable(),
});
export type Model = z.infer<typeof modelSchema>;
/** Ids in one address: a longer one is cut off by whoever carries it. */
const MOST_NAMED = 60;
export const modelsQuerySchema = z.object({
  on: dateSchema,
  /** Riders' ids with commas between them; all that are worked with where left out. */
  riders: z
    .string()
    .max(MOST_NAMED * 37, `At most ${MOST_NAMED} riders by name. Leave them out to ask for all.`)
    .transform((text) => text.split(','))
    .pipe(z.array(idSchema))
    .optional(),
});
/** A best effort with the ride it came from, and its recording. */
export const bestSchema = shapeOf(
  z.object({
    seconds: z.number(),
    watts: z.number(),
    rideId: idSchema,
    recordingId: idSchema,
    date: dateSchema,
    powerSource: powerSourceSchema,
  }),
);
export type CurveBest = z.infer<typeof bestSchema>;
export const curveQuerySchema = z.object({ from: dateSchema, to: dateSchema });
const RUNG = /^(\d{1,5}):(\d{1,4}(?:\.\d{1,3})?)$/;
/** Seconds and watts that are asked about, "180:290,60:340". */
export const lastMetQuerySchema = z.object({
  rungs: z
    .string()
    .max(200, 'At most 200 letters.')
    .transform((text) => text.split(','))
    .pipe(z.array(z.string().regex(RUNG, 'Seconds and watts, as in 180:290.')).max(10))
    .transform((rungs) =>
      rungs.map((rung) => rung.split(':').map(Number) as [seconds: number, watts: number]),
    ),
});
/** The last day on which a rider held so many watts for so long; null where that is not known of two years. */
export const lastMetSchema = shapeOf(
  z.object({ seconds: z.number(), watts: z.number(), date: dateSchema.nullable() }),
);
export type LastMet = z.infer<typeof lastMetSchema>;
