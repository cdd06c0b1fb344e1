import { planSchema } from '@uphill/core/sessions';
import { z } from 'zod';
import { dateSchema, idSchema, versionSchema } from './common.ts';
import { shapeOf } from './shape.ts';

/** Why a stored plan cannot be read any more; then an empty one stands in its place. */
export const unreadableSchema = z.string().nullable();
export const sessionSchema = shapeOf(
  z.object({
    id: idSchema,
    plan: planSchema,
    version: versionSchema,
    updatedAt: z.string(),
    retired: z.boolean(),
    unreadable: unreadableSchema,
  }),
);
export interface Session extends z.infer<typeof sessionSchema> {}
/** A session of the book that a rider did as asked, and when last. */
export const bookDoneSchema = z.object({ bookId: z.string(), date: dateSchema });
export type BookDone = z.infer<typeof bookDoneSchema>;
export const newSessionSchema = z.object({ plan: planSchema });
export const sessionChangeSchema = z.object({ plan: planSchema, version: versionSchema });
