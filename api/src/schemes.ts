import { OWN_ANCHORS } from '@uphill/core';
import { z } from 'zod';
import { id, line, version } from './common.ts';
import { shapeOf } from './shape.ts';

const percent = z
  .number('A limit is a number of percent.')
  .min(0, 'A limit is under 0 %.')
  .max(400, 'A limit is over 400 %.')
  .nullable();

/** The coach's own scheme as typed; whether its limits rise and leave no gap is checked beyond the shape. */
export const schemeFields = z.object({
  name: line(60),
  anchor: z.enum(OWN_ANCHORS),
  overlaps: z.boolean(),
  bands: z
    .array(
      z.object({ name: line(40), fromPercent: percent, toPercent: percent, trains: line(120) }),
    )
    .max(12),
});
export type SchemeFields = z.infer<typeof schemeFields>;

export const ownScheme = shapeOf(schemeFields.extend({ id, version }));
export type OwnSchemeEntry = z.infer<typeof ownScheme>;
export const schemeChange = schemeFields.extend({ version });

/** What holds for the whole house. */
export const settingsChange = z.object({ defaultSchemeId: z.string().max(60), version });
export const settings = shapeOf(settingsChange);
export type Settings = z.infer<typeof settings>;
