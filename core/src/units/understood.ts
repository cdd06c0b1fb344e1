/** Something typed or sent that was understood: its value. */
export interface Understood<T> {
  readonly ok: true;
  readonly value: T;
}

/** Something that was not: the sentence that says why. Nothing typed is thrown away. */
export interface Refused {
  readonly ok: false;
  readonly reason: string;
  /** What can be done about it at once, where something can. */
  readonly mend?: Mend;
}

/** A range that runs downwards is mended by swapping its ends. */
export type Mend = 'swapEnds';

/**
 * Wraps a value that was understood.
 *
 * @param value what the words mean
 * @returns the value as understood
 */
export function understood<T>(value: T): Understood<T> {
  return { ok: true, value };
}

/**
 * Wraps the reason why something typed was not understood.
 *
 * @param reason one plain sentence that names what is wrong and what would do
 * @param mend what can be done about it at once
 * @returns the refusal
 */
export function refused(reason: string, mend?: Mend): Refused {
  return mend === undefined ? { ok: false, reason } : { ok: false, reason, mend };
}
