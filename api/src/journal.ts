import { z } from 'zod';
import { readingSchema } from './rides.ts';

/** What the next undo and redo would do, in words; null where there is nothing. */
export const journalSchema = z.object({ undo: z.string().nullable(), redo: z.string().nullable() });
export type Journal = z.infer<typeof journalSchema>;
/** What an undo or redo did. */
export const journalDoneSchema = journalSchema.extend({ did: z.string() });
export const serverHealthSchema = z.object({
  status: z.literal('ok'),
  version: z.string(),
  riders: z.number().int(),
  demo: z.boolean(),
  /** Rides that are read again after an update, while they are. */
  reading: readingSchema,
});
export type ServerHealth = z.infer<typeof serverHealthSchema>;
/** A step of the journal that stands in the way and is to step aside. */
export const stepParamsSchema = z.object({ step: z.coerce.number().int().min(1) });
/** A copy of everything, made and checked: where it lies, and how large it is. */
export const backupSchema = z.object({ path: z.string(), bytes: z.number() });
export type Backup = z.infer<typeof backupSchema>;
/** One step by its number, for the undo that stands beside what was just done; the last one where left out. */
export const undoQuerySchema = z.object({ step: z.coerce.number().int().min(1).optional() });
