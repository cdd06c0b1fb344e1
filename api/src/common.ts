import { z } from 'zod';

/** A calendar day, `yyyy-mm-dd`, that exists. */
export const dateSchema = z.iso.date('This is not a date. Use the form 2026-11-24.');
export const idSchema = z.uuid('This is not an id.');
/** Every edit names the version it was made from; a stale one is answered with both. */
export const versionSchema = z.number().int().min(1);
/** One way of saying what is wrong, from the server to the screen (RFC 9457). */
export const problemSchema = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string(),
  /** What is wrong with which field. */
  fields: z.array(z.object({ field: z.string(), reason: z.string() })).optional(),
  /** Step of the journal that stands in the way of undo or redo. */
  step: z.number().int().optional(),
  /** Which column of a CSV file holds what: its headings, first rows, and what is asked. */
  question: z
    .object({
      headings: z.array(z.string()).readonly(),
      rows: z.array(z.array(z.string()).readonly()).readonly(),
      asks: z
        .array(
          z.object({
            field: z.enum(['watts', 'bpm']),
            candidates: z.array(z.number().int()).readonly(),
          }),
        )
        .readonly(),
    })
    .optional(),
  /** On 409: what was sent and what is stored. */
  yours: z.unknown().optional(),
  theirs: z.unknown().optional(),
});
export type Problem = z.infer<typeof problemSchema>;
/** What is taken out is named with the version that was looked at, in the address. */
export const versionQuerySchema = z.object({
  version: z.coerce.number('The version is a number.').int().min(1),
});
export const idParamsSchema = z.object({ id: idSchema });
export const riderParamsSchema = z.object({ riderId: idSchema });
/** A line of text that a person typed: trimmed, without control characters. */
export function line(most: number) {
  return z
    .string()
    .trim()
    .max(most, `This is longer than ${most} characters.`)
    .regex(/^[^\u0000-\u001F\u007F]*$/, 'This holds characters that cannot be printed.');
}
/** Some lines of text that a person typed. */
export function prose(most: number) {
  return z.string().max(most, `This is longer than ${most} characters.`);
}
