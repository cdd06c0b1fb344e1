import type { BookRung } from './rungs.ts';

/** A session of the book that was ridden as asked, and the last day of it. */
export interface Done {
  readonly bookId: string;
  /** `yyyy-mm-dd` */
  readonly date: string;
}

/** Where a rider stands on a family's ladder. */
export interface Standing {
  /** Place of the rung ridden last, from 0, and how many the book shows. */
  readonly rung: number;
  readonly of: number;
  readonly date: string;
  /** Id of the rung above; null on the last. */
  readonly next: string | null;
}

/**
 * Where a rider stands on the ladder of a family: on the rung that was ridden last, whatever was ridden before; of two
 * on one day on the higher. What stands beside the ladder does not count.
 *
 * @param rungs the sessions of the family
 * @param done sessions of the book that were ridden as asked, each with its last day
 * @returns the rung and the one above, or null where none was ridden
 * Source: handbook section 7 (Two levers).
 * @example
 * standingOn([{ id: 'a', rung: 0 }, { id: 'b', rung: 1 }], [{ bookId: 'a', date: '2026-11-12' }]) // { rung: 0, of: 2, date: '2026-11-12', next: 'b' }
 */
export function standingOn(
  rungs: readonly Pick<BookRung, 'id' | 'rung'>[],
  done: readonly Done[],
): Standing | null {
  const ladder = rungs.filter(({ rung }) => rung !== null);
  let standing: Standing | null = null;
  for (const [rung, { id }] of ladder.entries()) {
    const date = done.find(({ bookId }) => bookId === id)?.date;
    if (date === undefined || (standing !== null && date < standing.date)) continue;
    standing = { rung, of: ladder.length, date, next: ladder[rung + 1]?.id ?? null };
  }
  return standing;
}
