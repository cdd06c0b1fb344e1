import type { FieldValues, UseFormReturn } from 'react-hook-form';
import type { z } from 'zod';

/**
 * Reads a form by the schema of what is sent; what is wrong is said at the head of the form.
 *
 * @param form the form
 * @param schema of the request
 * @param fields what was typed, as the request would hold it
 */
export function readForm<V extends FieldValues, T>(
  form: Pick<UseFormReturn<V>, 'setError'>,
  schema: z.ZodType<T>,
  fields: unknown,
): T | null {
  const read = schema.safeParse(fields);
  if (read.success) return read.data;
  form.setError('root', firstIssue(read.error));
  return null;
}

/** What is wrong first, as a form shows it at a field. */
export function firstIssue(error: z.ZodError): { message: string } {
  return { message: error.issues[0]?.message ?? 'This cannot be saved.' };
}
