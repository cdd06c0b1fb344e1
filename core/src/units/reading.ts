/** What became of something typed: its value, or the sentence that says why not. Nothing typed is thrown away. */
export type Reading<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly reason: string };

/**
 * Wraps a value that was understood.
 *
 * @param value what the words mean
 * @returns a successful reading
 */
export function understood<T>(value: T): Reading<T> {
  return { ok: true, value };
}

/**
 * Wraps the reason why something typed was not understood.
 *
 * @param reason one plain sentence that names what is wrong and what would do
 * @returns a refused reading
 */
export function refused(reason: string): Reading<never> {
  return { ok: false, reason };
}
