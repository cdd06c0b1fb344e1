import type { BookFamily } from './book.ts';

/** A session of the book that was ridden as asked, and the last day of it. */
export interface Done {
  readonly bookId: string;
  /** `yyyy-mm-dd` */
  readonly date: string;
}

/** Where a rider stands on a family's ladder. */
export interface Standing {
  /** Place of the rung ridden last, from 0. */
  readonly rung: number;
  readonly date: string;
  /** Place of the rung above; null on the last. */
  readonly next: number | null;
}

/**
 * Where a rider stands on the ladder of a family: on the rung that was ridden last, whatever was ridden before; of two
 * on one day on the higher.
 *
 * @param family the family, by its sessions from the first to the hardest
 * @param done sessions of the book that were ridden as asked, each with its last day
 * @returns the rung and the one above, or null where none was ridden
 * Source: handbook section 7 (Two levers).
 * @example
 * standingOn({ sessions: [{ id: 'a' }, { id: 'b' }] }, [{ bookId: 'a', date: '2026-11-12' }]) // { rung: 0, date: '2026-11-12', next: 1 }
 */
export function standingOn(
  family: { readonly sessions: readonly Pick<BookFamily['sessions'][number], 'id'>[] },
  done: readonly Done[],
): Standing | null {
  let standing: Standing | null = null;
  for (const [rung, { id }] of family.sessions.entries()) {
    const date = done.find(({ bookId }) => bookId === id)?.date;
    if (date === undefined || (standing !== null && date < standing.date)) continue;
    standing = { rung, date, next: rung + 1 < family.sessions.length ? rung + 1 : null };
  }
  return standing;
}
