import { z } from 'zod';
import { versionSchema } from './common.ts';
import { shapeOf } from './shape.ts';
import { timeZoneSchema } from './training.ts';

/** What holds for the whole house. */
export const settingsChangeSchema = z.object({
  defaultSchemeId: z.string().max(60),
  timeZone: timeZoneSchema,
  version: versionSchema,
});
export const settingsSchema = shapeOf(settingsChangeSchema);
export type Settings = z.infer<typeof settingsSchema>;
