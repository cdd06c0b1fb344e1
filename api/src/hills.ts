import { z } from 'zod';
import { idSchema, line, prose, versionSchema } from './common.ts';
import { shapeOf } from './shape.ts';

export const SURFACES = ['road', 'gravel'] as const;
/** A hill, shared by all riders. */
export const hillFieldsSchema = z.object({
  name: line(60).min(1, 'The hill needs a name.'),
  metres: z
    .number('The length is a number of metres.')
    .int('The length is whole metres.')
    .min(50, 'A hill under 50 m is a bump.')
    .max(60_000, 'A hill over 60 km is a journey.'),
  gradientPercent: z
    .number('The gradient is a number of percent.')
    .min(0, 'The gradient is under 0 %.')
    .max(30, 'The gradient is over 30 %.'),
  surface: z.enum(SURFACES),
  /** Traffic, where to turn, what to look out for. */
  note: prose(1000),
});
export type HillFields = z.infer<typeof hillFieldsSchema>;
export const hillSchema = shapeOf(
  hillFieldsSchema.extend({ id: idSchema, version: versionSchema }),
);
export type Hill = z.infer<typeof hillSchema>;
export const hillChangeSchema = hillFieldsSchema.extend({ version: versionSchema });
