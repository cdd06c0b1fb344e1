import { z } from 'zod';

/** A calendar day, `yyyy-mm-dd`, that exists. */
/** Nobody who rides was born before, and nothing is planned behind it. */
const DATES = { first: '1900-01-01', last: '2199-12-31' } as const;
export const dateSchema = z.iso
  .date({ error: 'This is not a date. Use the form 2026-11-24.', abort: true })
  .refine(
    (date) => date >= DATES.first && date <= DATES.last,
    `A date lies between ${DATES.first} and ${DATES.last}.`,
  );
export const idSchema = z.uuid('This is not an id.');
/** Every edit names the version it was made from; a stale one is answered with both. */
export const versionSchema = z.number().int().min(1);
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
/** Riders that one request can name. */
export const MOST_RIDERS = 400;
