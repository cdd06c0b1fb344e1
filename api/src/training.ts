import { CEILING_SCHOOLS } from '@uphill/core/sessions';
import { z } from 'zod';
import { line } from './common.ts';

const teeth = (low: number, high: number, what: string) =>
  z
    .array(
      z
        .number()
        .int()
        .min(low, `${what} has at least ${low} teeth.`)
        .max(high, `${what} has at most ${high} teeth.`),
    )
    .min(1, `Write at least one ${what.toLowerCase().replace(/^a /, '')}.`)
    .max(14);
/** A bike, for cadences on hills. Bounds: handbook section 12. */
export const bikeSchema = z.object({
  name: line(60).min(1, 'The bike needs a name.'),
  position: z.enum(['road', 'timeTrial', 'upright']),
  chainrings: teeth(20, 60, 'A chainring'),
  sprockets: teeth(9, 60, 'A sprocket'),
  /** Circumference, m. */
  wheelM: z
    .number('The wheel is a number of metres.')
    .min(1.2, 'A wheel under 1.2 m round?')
    .max(2.6, 'A wheel over 2.6 m round?'),
});
export type Bike = z.infer<typeof bikeSchema>;
/** Circumference of a usual wheel, m. Source: handbook section 12. */
export const USUAL_WHEEL_M = 2.105;
/** Years in which somebody can have begun to train. */
const FIRST_YEAR = 1940;
export const timeZoneSchema = z
  .string()
  .max(60)
  .refine((name) => {
    try {
      return new Intl.DateTimeFormat('en', { timeZone: name }).resolvedOptions().timeZone !== '';
    } catch {
      return false;
    }
  }, 'There is no such time zone.');
/** What of training, kit and reaching the rider lies in the rider's own row. */
export const trainingFieldsSchema = {
  /** Null: the coach's. */
  timeZone: timeZoneSchema.nullable(),
  trainsSince: z
    .number('The year is a number.')
    .int('A whole year.')
    .min(FIRST_YEAR, `Training began before ${FIRST_YEAR}?`)
    .refine((year) => year <= new Date().getFullYear(), 'The year is still to come.')
    .nullable(),
  /** Usual number of hard days a week. Handbook section 8.5: 2, from 1 to 3. */
  hardDays: z
    .number('A number of days.')
    .int('Whole days.')
    .min(0, 'Not below 0.')
    .max(4, 'At most 4 hard days a week.')
    .nullable(),
  /** What the gut takes, g an hour. Handbook section 10.2: within 30–100 by itself. */
  gutGramsPerHour: z
    .number('Grams are a number.')
    .int('Whole grams.')
    .min(30, 'At least 30 g an hour.')
    .max(150, 'At most 150 g an hour.')
    .nullable(),
  /** What moves this rider's ceiling work; null: as for everybody. */
  ceilingSchool: z.enum(CEILING_SCHOOLS).nullable(),
  /** How much the rider sees of what their rides came to. */
  verdictsShown: z.enum(['nothing', 'verdicts', 'watts']),
  /** Where messages go. */
  address: line(200),
  bikes: z.array(bikeSchema).max(12, 'At most 12 bikes.'),
};
