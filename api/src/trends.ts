import { HEART_WORDS, rideTrendSchema } from '@uphill/core/review';
import { z } from 'zod';
import { dateSchema, idSchema, line, versionSchema } from './common.ts';
import { powerSourceSchema } from './powerSource.ts';
import { RIDE_KINDS } from './rides.ts';
import { shapeOf } from './shape.ts';

/** A ride as the trends look at it: figures alone, none of which is reckoned again. */
export const trendRideSchema = z.object({
  rideId: idSchema,
  date: dateSchema,
  kind: z.enum(RIDE_KINDS),
  source: powerSourceSchema,
  /** As it was written down; empty where nobody said. */
  position: z.string(),
  /** Family of the book, and what the session was called. */
  family: z.string().nullable(),
  name: z.string(),
  headline: z.string().nullable(),
  says: z.string().nullable(),
  rpe: z.number().nullable(),
  /** As the log has it: pain, sleep, mass beside the seven days before; no mass where it is not shown. */
  pain: z.number().nullable(),
  sleepH: z.number().nullable(),
  massOffKg: z.number().nullable(),
  movingS: z.number(),
  meanW: z.number().nullable(),
  meanBpm: z.number().nullable(),
  energyKj: z.number().nullable(),
  trend: rideTrendSchema,
});
export type TrendRide = z.infer<typeof trendRideSchema>;

/** The rides of a span, the earliest first, and how many are still being read. */
export const trendsSchema = shapeOf(
  z.object({ rides: z.array(trendRideSchema), waiting: z.number().int() }),
);
export interface Trends extends z.infer<typeof trendsSchema> {}

/** A stretch of road that the coach named, by its ends and its length. */
export const roadSchema = z.object({
  id: idSchema,
  riderId: idSchema,
  name: z.string(),
  startLat: z.number(),
  startLon: z.number(),
  endLat: z.number(),
  endLon: z.number(),
  metres: z.number(),
  version: versionSchema,
});
export type Road = z.infer<typeof roadSchema>;
const second = z.number().int('Whole seconds.').min(0).max(86_400);
/** A stretch of a ride, s, that is a road from now on. */
export const newRoadSchema = z
  .object({
    name: line(80).min(1, 'Give the road a name.'),
    rideId: idSchema,
    startS: second,
    endS: second,
  })
  .refine(({ startS, endS }) => endS > startS, {
    path: ['endS'],
    message: 'A road ends after it begins.',
  });
export type NewRoad = z.infer<typeof newRoadSchema>;

/** Riders whose heart lay off the usual line on their last ride of the week. */
export const heartsOffSchema = z.array(
  z.object({
    riderId: idSchema,
    rideId: idSchema,
    date: dateSchema,
    offPercent: z.number(),
    word: z.enum(HEART_WORDS),
  }),
);
export type HeartOff = z.infer<typeof heartsOffSchema>[number];
