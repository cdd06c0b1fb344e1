import { z } from 'zod';

/** What the next undo and redo would do, in words; null where there is nothing. */
export const journal = z.object({ undo: z.string().nullable(), redo: z.string().nullable() });
export type Journal = z.infer<typeof journal>;

/** What an undo or redo did. */
export const journalDone = journal.extend({ did: z.string() });

export const serverHealth = z.object({
  status: z.literal('ok'),
  version: z.string(),
  riders: z.number().int(),
  demo: z.boolean(),
});

/** A step of the journal that stands in the way and is to step aside. */
export const stepParams = z.object({ step: z.coerce.number().int().min(1) });

/** A copy of everything, made and checked: where it lies, and how large it is. */
export const backup = z.object({ path: z.string(), bytes: z.number() });
export type Backup = z.infer<typeof backup>;
