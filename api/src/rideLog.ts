import { z } from 'zod';
import { line } from './common.ts';

const within = (what: string, low: number, high: number, unit: string) =>
  z
    .number(`${what} is a number.`)
    .min(low, `${what} is at least ${low}${unit}.`)
    .max(high, `${what} is at most ${high}${unit}.`)
    .nullable();

/** What is written down of a ride, all of it optional. Handbook section 9.8. */
export const rideLogSchema = z.strictObject({
  legs: within('Legs', 1, 5, '').optional(),
  eatenG: within('What was eaten', 0, 2000, ' g').optional(),
  drunkL: within('What was drunk', 0, 30, ' L').optional(),
  trouble: within('Trouble of the gut', 0, 3, '').optional(),
  massBeforeKg: within('Mass before', 25, 250, ' kg').optional(),
  massAfterKg: within('Mass after', 25, 250, ' kg').optional(),
  pain: within('Pain', 0, 10, '').optional(),
  sleepH: within('Sleep', 0, 24, ' h').optional(),
  celsius: within('The temperature', -30, 55, ' °C').optional(),
  surface: line(60).nullable().optional(),
  bike: line(60).nullable().optional(),
  position: line(60).nullable().optional(),
  zeroed: z.boolean().nullable().optional(),
  /** Nobody believes its watts: no verdict but that. */
  doubtful: z.boolean().optional(),
  /** Questions about the recording that the coach answered "it is right". */
  believed: z.boolean().optional(),
});
export type RideLog = z.infer<typeof rideLogSchema>;
