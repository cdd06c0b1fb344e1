import { z } from 'zod';
import { shapeOf } from './shape.ts';

const weekday = z.object({
  hours: z
    .number('Hours are a number.')
    .min(0, 'Hours cannot be below 0.')
    .max(24, 'A day has 24 hours.'),
  fixedRest: z.boolean(),
});
/** The week, Monday first. */
export const availabilityFieldsSchema = z.object({
  days: z.array(weekday).length(7, 'A week has seven days.'),
});
/** Of a week that nobody has said anything of yet the version is 0. */
const weekVersion = z.number().int().min(0);
export const availabilityChangeSchema = availabilityFieldsSchema.extend({ version: weekVersion });
export const availabilitySchema = shapeOf(
  availabilityFieldsSchema.extend({ version: weekVersion }),
);
export type Availability = z.infer<typeof availabilitySchema>;
