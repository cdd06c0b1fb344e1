import { FTP_BOUNDS } from '@uphill/core/testing';
import { z } from 'zod';
import { dateSchema, idSchema, line, versionSchema } from './common.ts';

/** An FTP of a rider: what was measured, what is used, from when, and why. */
export const ftpEntrySchema = z.object({
  id: idSchema,
  riderId: idSchema,
  testId: idSchema.nullable(),
  measuredW: z.number().int().nullable(),
  usedW: z.number().int(),
  countsFrom: dateSchema,
  reason: z.string(),
  version: versionSchema,
});
export type FtpEntry = z.infer<typeof ftpEntrySchema>;
export const newFtpSchema = z.object({
  testId: idSchema.nullable(),
  usedW: z
    .number('FTP is a number of watts.')
    .int('FTP is whole watts.')
    .min(FTP_BOUNDS.low, `FTP is under ${FTP_BOUNDS.low} W.`)
    .max(FTP_BOUNDS.high, `FTP is over ${FTP_BOUNDS.high} W.`),
  countsFrom: dateSchema,
  reason: line(300),
});
export type NewFtp = z.infer<typeof newFtpSchema>;
/** LT1 and LT2 as a lactate test gave them, and from when they count. */
export const lactateThresholdsSchema = z.object({
  testId: idSchema,
  countsFrom: dateSchema,
  lt1W: z.number().nullable(),
  lt2W: z.number().nullable(),
});
