import { z } from 'zod';
import { dateSchema, idSchema, line, versionSchema } from './common.ts';
import { shapeOf } from './shape.ts';

export const FIXTURE_KINDS = ['group', 'race', 'run', 'swim', 'strength', 'other'] as const;
export type FixtureKind = (typeof FIXTURE_KINDS)[number];
const fixtureShape = z.object({
  name: line(80).min(1, 'Give it a name.'),
  weekday: z.number().int().min(1).max(7),
  kind: z.enum(FIXTURE_KINDS),
  minutes: z
    .number('Minutes are a number.')
    .int('Whole minutes.')
    .min(1, 'At least a minute.')
    .max(1440, 'At most a day.'),
  rpe: z
    .number('RPE is a number.')
    .int('RPE is a whole number.')
    .min(1, 'RPE runs from 1 to 10.')
    .max(10, 'RPE runs from 1 to 10.')
    .nullable(),
  from: dateSchema,
  to: dateSchema.nullable(),
  /** Of everybody rather than of this rider. */
  squad: z.boolean(),
});
function ends<T extends z.infer<typeof fixtureShape>>(schema: z.ZodType<T>) {
  return schema.refine(({ from, to }) => to === null || to >= from, {
    path: ['to'],
    message: 'It ends before it begins.',
  });
}
export const fixtureFieldsSchema = ends(fixtureShape);
export type FixtureFields = z.infer<typeof fixtureFieldsSchema>;
export const fixtureSchema = shapeOf(fixtureShape.extend({ id: idSchema, version: versionSchema }));
export type Fixture = z.infer<typeof fixtureSchema>;
export const fixtureChangeSchema = ends(fixtureShape.extend({ version: versionSchema }));
