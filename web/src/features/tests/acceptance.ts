import { newFtpSchema, type NewFtp } from '@uphill/api';
import { numberTyped } from '@uphill/core/units';

/** The coach's decision on a result, as typed. */
export interface Acceptance {
  readonly usedW: string;
  readonly countsFrom: string;
  readonly reason: string;
}

/** Reads what was typed; another number than the measured one needs its reason. */
export function readAcceptance(
  fields: Acceptance,
  measuredW: number | null,
):
  | { readonly value: Omit<NewFtp, 'testId'>; readonly error: null }
  | { readonly value: null; readonly error: string } {
  const read = newFtpSchema
    .omit({ testId: true })
    .safeParse({ ...fields, usedW: numberTyped(fields.usedW) ?? undefined });
  if (!read.success)
    return { value: null, error: read.error.issues[0]?.message ?? 'This cannot be used.' };
  if (measuredW !== null && read.data.usedW !== measuredW && read.data.reason === '')
    return {
      value: null,
      error: `You use ${read.data.usedW} W where ${measuredW} W was measured. Write down why.`,
    };
  return { value: read.data, error: null };
}
