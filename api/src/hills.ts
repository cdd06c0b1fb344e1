import { z } from 'zod';
import { id, line, prose, version } from './common.ts';
import { shapeOf } from './shape.ts';

export const SURFACES = ['road', 'gravel'] as const;

/** A hill, shared by all riders. */
export const hillFields = z.object({
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
export type HillFields = z.infer<typeof hillFields>;

export const hill = shapeOf(hillFields.extend({ id, version }));
export type Hill = z.infer<typeof hill>;
export const hillChange = hillFields.extend({ version });
