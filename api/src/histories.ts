import { READING_BOUNDS } from '@uphill/core/testing';
import { z } from 'zod';
import { dateSchema, idSchema, versionSchema } from './common.ts';

export const HEART_KINDS = ['resting', 'threshold', 'maximal'] as const;
export const bodyMassSchema = z.object({
  id: idSchema,
  date: dateSchema,
  kg: z.number(),
  version: versionSchema,
});
export const heartRateSchema = z.object({
  id: idSchema,
  date: dateSchema,
  kind: z.enum(HEART_KINDS),
  bpm: z.number().int(),
  version: versionSchema,
});
export const newBodyMassSchema = z.object({
  date: dateSchema,
  kg: z
    .number('Body mass is a number of kg.')
    .min(25, 'Body mass is under 25 kg. Is that right?')
    .max(250, 'Body mass is over 250 kg. Is that right?'),
});
export const newHeartRateSchema = z.object({
  date: dateSchema,
  kind: z.enum(HEART_KINDS),
  bpm: z
    .number('A heart rate is a number of beats.')
    .int('Beats are whole.')
    .min(25, 'A heart rate under 25 bpm cannot be right.')
    .max(
      READING_BOUNDS.bpm.high,
      `A heart rate over ${READING_BOUNDS.bpm.high} bpm is a strap fault.`,
    ),
});
/** Corrections of an entry, made from the version that was looked at. */
export const bodyMassChangeSchema = newBodyMassSchema.extend({ version: versionSchema });
export const heartRateChangeSchema = newHeartRateSchema.extend({ version: versionSchema });
export const entryParamsSchema = z.object({ id: idSchema, entryId: idSchema });
