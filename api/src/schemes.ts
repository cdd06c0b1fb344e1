import { OWN_ANCHORS } from '@uphill/core/zones';
import { z } from 'zod';
import { idSchema, line, versionSchema } from './common.ts';
import { shapeOf } from './shape.ts';

const percent = z
  .number('A limit is a number of percent.')
  .min(0, 'A limit is under 0 %.')
  .max(400, 'A limit is over 400 %.')
  .nullable();
/** The coach's own scheme as typed; whether its limits rise and leave no gap is checked beyond the shape. */
export const schemeFieldsSchema = z.object({
  name: line(60),
  anchor: z.enum(OWN_ANCHORS),
  overlaps: z.boolean(),
  bands: z
    .array(
      z.object({ name: line(40), fromPercent: percent, toPercent: percent, trains: line(120) }),
    )
    .max(12),
});
export type SchemeFields = z.infer<typeof schemeFieldsSchema>;
export const ownSchemeSchema = shapeOf(
  schemeFieldsSchema.extend({ id: idSchema, version: versionSchema }),
);
export type OwnSchemeEntry = z.infer<typeof ownSchemeSchema>;
export const schemeChangeSchema = schemeFieldsSchema.extend({ version: versionSchema });
