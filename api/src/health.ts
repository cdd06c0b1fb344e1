import { healthAnswersSchema } from '@uphill/core/rider';
import { z } from 'zod';
import { dateSchema, idSchema, line, prose } from './common.ts';

/** A dated health screen with the coach's record of clearance. */
export const healthFieldsSchema = z.object({
  date: dateSchema,
  /** Who gave the answers: the rider, a guardian. */
  answeredBy: line(120).min(1, 'Write who answered: the rider, or a guardian.'),
  answers: healthAnswersSchema,
  note: prose(1000),
  clearedBy: line(120).min(1, 'Write who cleared it.').nullable(),
  clearedOn: dateSchema.nullable(),
});
export type HealthFields = z.infer<typeof healthFieldsSchema>;
export const healthSchema = healthFieldsSchema.extend({ id: idSchema });
/** A screen of before, as it is kept: who answered, when, and who cleared it. */
export const healthBeforeSchema = healthFieldsSchema
  .pick({ date: true, answeredBy: true, clearedBy: true, clearedOn: true })
  .extend({ id: idSchema });
