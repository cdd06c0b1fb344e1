import { LARGEST_UPLOAD_MB, type Problem, type ProblemCode } from '@uphill/api';
import { dayRefusal, type DayUse } from '@uphill/core/units';
import { faultOf } from './faults.ts';
import { today } from './today.ts';

type Extra = Partial<Pick<Problem, 'fields' | 'step' | 'question' | 'yours' | 'theirs'>>;

/** A request that cannot be done: which problem it is, the sentence for the coach, and what belongs to it. */
export class Refusal extends Error {
  readonly code: ProblemCode;
  readonly extra: Extra;

  constructor(code: ProblemCode, detail: string, extra: Extra = {}) {
    super(detail);
    this.code = code;
    this.extra = extra;
  }
}

/** What is said of a file that did not arrive whole, wherever that is found. */
export const BROKE_OFF = 'The file did not arrive whole. Nothing was kept; send it again.';
/** What is said of a file that is too large, before it is read or while it is. */
export const FILE_TOO_LARGE = `The file is larger than ${LARGEST_UPLOAD_MB} MB. A day’s recording is far smaller; nothing was kept.`;

/** Where the disk or the file does not take what is to be stored, says what was not saved, and why. */
export async function orNotSaved<T>(what: string, store: () => Promise<T>): Promise<T> {
  try {
    return await store();
  } catch (error) {
    const fault = faultOf(error);
    if (!fault) throw error;
    throw new Refusal(fault.code, `Not saved: ${what}. ${fault.running}`);
  }
}

/** What was asked for does not exist. */
export function notFound(what: string): Refusal {
  return new Refusal('not-found', `This ${what} does not exist, or no longer does.`);
}

/** Refuses a day that lies too far off for what it is for; see `dayBounds`. */
export function refuseDay(field: string, day: string, use: DayUse): void {
  const reason = dayRefusal(day, use, today());
  if (reason !== null) throw badField(field, reason);
}

/** A field holds something that cannot be used. */
export function badField(field: string, reason: string): Refusal {
  return new Refusal('field-wrong', reason, { fields: [{ field, reason }] });
}

export const CHANGED_ELSEWHERE =
  'This was changed elsewhere in the meantime. Nothing was overwritten.';

/** An edit was made from a version that is no longer the stored one. */
export function conflict(yours: unknown, theirs: unknown): Refusal {
  return new Refusal('changed-elsewhere', CHANGED_ELSEWHERE, { yours, theirs });
}
