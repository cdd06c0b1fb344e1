import type { Problem } from '@uphill/api';
import { dayRefusal, type DayUse } from '@uphill/core/units';
import { faultOf } from './faults.ts';
import { today } from './today.ts';

type Extra = Partial<Pick<Problem, 'fields' | 'step' | 'question' | 'yours' | 'theirs'>>;

/** What code tells problems apart by; the words are for people. A problem without one needs no telling apart. */
export type ProblemCode =
  'undo-blocked' | 'undo-aside' | 'twice-on-a-day' | 'which-column' | 'not-saved';

/** A request that cannot be done, with the sentence for the coach and what belongs to it. */
export class Refusal extends Error {
  readonly status: number;
  readonly code: ProblemCode | null;
  readonly extra: Extra;

  constructor(
    status: number,
    detail: string,
    { code, ...extra }: Extra & { code?: ProblemCode } = {},
  ) {
    super(detail);
    this.status = status;
    this.code = code ?? null;
    this.extra = extra;
  }
}

/** Where the disk or the file does not take what is to be stored, says what was not saved, and why. */
export async function orNotSaved<T>(what: string, store: () => Promise<T>): Promise<T> {
  try {
    return await store();
  } catch (error) {
    const fault = faultOf(error);
    if (!fault) throw error;
    throw new Refusal(fault.status, `Not saved: ${what}. ${fault.running}`, { code: 'not-saved' });
  }
}

/** What was asked for does not exist. */
export function notFound(what: string): Refusal {
  return new Refusal(404, `This ${what} does not exist, or no longer does.`);
}

/** Refuses a day that lies too far off for what it is for; see `dayBounds`. */
export function refuseDay(field: string, day: string, use: DayUse): void {
  const reason = dayRefusal(day, use, today());
  if (reason !== null) throw badField(field, reason);
}

/** A field holds something that cannot be used. */
export function badField(field: string, reason: string): Refusal {
  return new Refusal(422, reason, { fields: [{ field, reason }] });
}

/** An edit was made from a version that is no longer the stored one. */
export function conflict(yours: unknown, theirs: unknown): Refusal {
  return new Refusal(409, 'This was changed elsewhere in the meantime. Nothing was overwritten.', {
    yours,
    theirs,
  });
}
