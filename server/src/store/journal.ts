import type { Journal } from '@uphill/api';
import type { Transaction } from 'kysely';
import type { z } from 'zod';
import type { Db } from '../database.ts';
import { conflict, notFound, Refusal } from '../refusal.ts';
import type { Tables } from '../tables.ts';
import { orNotSaved } from '../refusal.ts';
import {
  Blocked,
  changeRow,
  entriesSchema,
  type Entry,
  type Journaled,
  putRow,
  readRow,
  type Row,
  swap,
} from './journalEntries.ts';

/** Undo reaches this far back. */
const DEPTH = 200;

/** A row was changed since the edit under way was begun. */
class Stale extends Error {}

/** Runs an edit; where the row moved on meanwhile, refuses with what was sent and what is stored. */
export async function orConflict<T>(
  yours: unknown,
  theirs: () => Promise<unknown>,
  edit: () => Promise<T>,
): Promise<T> {
  try {
    return await edit();
  } catch (error) {
    if (error instanceof Stale) throw conflict(yours, await theirs());
    throw error;
  }
}

/** One action of the coach under way: writes go through it, so that they can be undone together. */
export interface Act {
  readonly trx: Transaction<Tables>;
  readonly insert: <T extends Journaled>(table: T, row: Tables[T]) => Promise<void>;
  /** Where the change names a version, it has to be the one after the stored one. */
  readonly update: <T extends Journaled>(
    table: T,
    id: string,
    change: Partial<Tables[T]>,
  ) => Promise<void>;
  /** Where a version is named, it has to be the stored one. */
  readonly remove: (table: Journaled, id: string, version?: number) => Promise<void>;
}

/**
 * Carries out one action of the coach in one transaction and remembers how to take it back. The answer is read and
 * parsed before the commit: what could not be answered is not stored either.
 *
 * @param label what was done, in words that follow "Undone: "
 * @param answer shape of what `perform` gives; null where nothing is answered
 */
export async function act<T>(
  db: Db,
  label: string,
  answer: z.ZodType<T> | null,
  perform: (act: Act) => Promise<T>,
): Promise<T> {
  return orNotSaved(label, () =>
    db.transaction().execute(async (trx) => {
      const entries: Entry[] = [];
      const result = await perform(writesOf(trx, entries));
      answer?.parse(result);
      if (entries.length > 0) await remember(trx, label, entries);
      return result;
    }),
  );
}

function writesOf(trx: Transaction<Tables>, entries: Entry[]): Act {
  return {
    trx,
    async insert(table, row) {
      await putRow(trx, table, row as unknown as Row);
      entries.push({ table, id: row.id, before: null, after: await readRow(trx, table, row.id) });
    },
    async update(table, id, change) {
      const before = await readRow(trx, table, id);
      if ('version' in change && before?.['version'] !== Number(change.version) - 1)
        throw new Stale();
      await changeRow(trx, table, id, change as Row);
      entries.push({ table, id, before, after: await readRow(trx, table, id) });
    },
    async remove(table, id, version) {
      const before = await readRow(trx, table, id);
      if (version !== undefined && before?.['version'] !== version) throw new Stale();
      await trx.deleteFrom(table).where('id', '=', id).execute();
      entries.push({ table, id, before, after: null });
    },
  };
}

async function remember(
  trx: Transaction<Tables>,
  label: string,
  entries: readonly Entry[],
): Promise<void> {
  await trx.deleteFrom('journal').where('undone', '=', 1).where('aside', 'is', null).execute();
  const { id } = await trx
    .insertInto('journal')
    .values({
      id: undefined,
      at: new Date().toISOString(),
      label,
      entries: JSON.stringify(entries),
      undone: 0,
      aside: null,
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  await trx
    .deleteFrom('journal')
    .where('id', '<=', (id ?? 0) - DEPTH)
    .execute();
}

type Way = 'undo' | 'redo';

/** The step that undo or redo would take next; those that stepped aside are passed over. */
function nextStep(db: Db | Transaction<Tables>, way: Way) {
  return db
    .selectFrom('journal')
    .selectAll()
    .where('undone', '=', way === 'undo' ? 0 : 1)
    .where('aside', 'is', null)
    .orderBy('id', way === 'undo' ? 'desc' : 'asc')
    .executeTakeFirst();
}

/** What undo and redo would do next. */
export async function journalState(db: Db | Transaction<Tables>): Promise<Journal> {
  const [undo, redo] = [await nextStep(db, 'undo'), await nextStep(db, 'redo')];
  return { undo: undo?.label ?? null, redo: redo?.label ?? null };
}

/** Takes the last action back, or carries the last undone one out again. */
export async function stepJournal(db: Db, way: Way): Promise<Journal & { did: string }> {
  return db.transaction().execute(async (trx) => {
    const step = await nextStep(trx, way);
    if (!step?.id) throw new Refusal(409, `There is nothing to ${way}.`);
    let swapped: Entry[];
    try {
      swapped = await swapAll(trx, step.entries, way);
    } catch (error) {
      const reason = reasonOf(error);
      if (reason === null) throw error;
      throw new Refusal(
        409,
        `"${step.label}" cannot be ${way === 'undo' ? 'undone' : 'redone'}: ${reason}.`,
        { code: 'undo-blocked', step: step.id },
      );
    }
    // The rows as they stood go with the step, so that the way back loses nothing written since.
    await trx
      .updateTable('journal')
      .set({ undone: way === 'undo' ? 1 : 0, entries: JSON.stringify(swapped) })
      .where('id', '=', step.id)
      .execute();
    return { ...(await journalState(trx)), did: step.label };
  });
}

async function swapAll(trx: Transaction<Tables>, stored: string, way: Way): Promise<Entry[]> {
  const entries = entriesSchema.parse(JSON.parse(stored));
  const swapped: Entry[] = [];
  for (const entry of way === 'undo' ? entries.reverse() : entries)
    swapped.push(await swap(trx, entry, way));
  return way === 'undo' ? swapped.reverse() : swapped;
}

/** Why a step is in the way; null where something else went wrong. */
function reasonOf(error: unknown): string | null {
  if (error instanceof Blocked) return error.message;
  const code = (error as { code?: unknown }).code;
  if (typeof code === 'string' && code.startsWith('SQLITE_CONSTRAINT'))
    return 'something that came since stands in its place';
  // Rows of before a change of the tables.
  if (
    code === 'SQLITE_ERROR' ||
    (error instanceof Error && error.name === 'ZodError') ||
    error instanceof SyntaxError
  )
    return 'it is from an older version of the program';
  return null;
}

/** Lets a step that cannot be taken step aside, so that it blocks nothing below it. */
export async function stepAside(db: Db, id: number): Promise<Journal> {
  return db.transaction().execute(async (trx) => {
    const ways: readonly Way[] = ['undo', 'redo'];
    const next = await Promise.all(ways.map((way) => nextStep(trx, way)));
    const step = next.find((each) => each?.id === id);
    if (!step) throw notFound('step');
    await trx
      .updateTable('journal')
      .set({ aside: 'skipped by the coach' })
      .where('id', '=', id)
      .execute();
    return journalState(trx);
  });
}
