import { MORNING_NUMBERS } from '@uphill/core/review';
import { z } from 'zod';
import { dateSchema, idSchema } from './common.ts';

const { massKg, restingBpm, sleepH, legs, pain } = MORNING_NUMBERS;
/** A number of the morning within its limits; null where it was not written down. */
const within = ({
  name,
  low,
  high,
  unit,
}: (typeof MORNING_NUMBERS)[keyof typeof MORNING_NUMBERS]) =>
  z
    .number(`${name} is a number.`)
    .min(low, `${name} runs from ${low} to ${high} ${unit}`.trim() + '.')
    .max(high, `${name} runs from ${low} to ${high} ${unit}`.trim() + '.');
const whole = (of: Parameters<typeof within>[0]) => within(of).int(`${of.name} is a whole number.`);

const numbers = {
  massKg: within(massKg).nullable(),
  restingBpm: within(restingBpm).nullable(),
  sleepH: within(sleepH).nullable(),
  legs: whole(legs).nullable(),
  pain: whole(pain).nullable(),
};

/** What a rider wrote down of a morning. */
export const morningSchema = z.object({
  date: dateSchema,
  ...numbers,
  version: z.number().int().min(0),
});
export type MorningSaid = z.infer<typeof morningSchema>;
export const morningsSchema = z.array(morningSchema);
/** One morning whole, from the version it stands at; 0 where nothing was written down. Nothing at all removes it. */
export const morningChangeSchema = morningSchema.omit({ date: true });
export type MorningChange = z.infer<typeof morningChangeSchema>;
export const morningParamsSchema = z.object({ riderId: idSchema, date: dateSchema });
