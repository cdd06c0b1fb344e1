import type { Journal } from '@uphill/api';
import type { Transaction } from 'kysely';
import type { Db } from '../database.ts';
import { conflict, Refusal } from '../refusal.ts';
import type { Tables } from '../tables.ts';

/** Tables whose rows can be undone. Recordings are not: they are kept as received. */
type Journaled =
  | 'riders'
  | 'body_mass'
  | 'heart_rates'
  | 'tests'
  | 'ftp_history'
  | 'sessions'
  | 'placed_sessions'
  | 'health_screens'
  | 'test_days'
  | 'schemes'
  | 'settings'
  | 'hills';
type Row = Record<string, string | number | null>;

interface Entry {
  readonly table: Journaled;
  readonly id: string;
  readonly before: Row | null;
  readonly after: Row | null;
}

/** Undo reaches this far back. */
const DEPTH = 200;

/** A row was changed since the edit under way was begun. */
class Stale extends Error {}

/** Runs an edit; where the row moved on meanwhile, refuses with what was sent and what is stored. */
export async function orConflict<T>(yours: unknown, theirs: () => Promise<unknown>, edit: () => Promise<T>): Promise<T> {
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
  readonly update: <T extends Journaled>(table: T, id: string, change: Partial<Tables[T]>) => Promise<void>;
  readonly remove: (table: Journaled, id: string) => Promise<void>;
}

/**
 * Carries out one action of the coach in one transaction and remembers how to take it back.
 *
 * @param label what was done, in words that follow "Undid: "
 */
export async function act<T>(db: Db, label: string, perform: (act: Act) => Promise<T>): Promise<T> {
  return db.transaction().execute(async (trx) => {
    const entries: Entry[] = [];
    const writes: Act = {
      trx,
      async insert(table, row) {
        await put(trx, table, row as unknown as Row);
        entries.push({ table, id: row.id, before: null, after: await read(trx, table, row.id) });
      },
      async update(table, id, change) {
        const before = await read(trx, table, id);
        if ('version' in change && before?.['version'] !== Number(change.version) - 1) throw new Stale();
        await replace(trx, table, id, change as Row);
        entries.push({ table, id, before, after: await read(trx, table, id) });
      },
      async remove(table, id) {
        const before = await read(trx, table, id);
        await trx.deleteFrom(table).where('id', '=', id).execute();
        entries.push({ table, id, before, after: null });
      },
    };
    const result = await perform(writes);
    if (entries.length > 0) await remember(trx, label, entries);
    return result;
  });
}

async function remember(trx: Transaction<Tables>, label: string, entries: readonly Entry[]): Promise<void> {
  await trx.deleteFrom('journal').where('undone', '=', 1).execute();
  const { id } = await trx
    .insertInto('journal')
    .values({ id: undefined, at: new Date().toISOString(), label, entries: JSON.stringify(entries), undone: 0 })
    .returning('id')
    .executeTakeFirstOrThrow();
  await trx
    .deleteFrom('journal')
    .where('id', '<=', (id ?? 0) - DEPTH)
    .execute();
}

/** What undo and redo would do next. */
export async function journalState(db: Db | Transaction<Tables>): Promise<Journal> {
  const undo = await db.selectFrom('journal').select('label').where('undone', '=', 0).orderBy('id', 'desc').executeTakeFirst();
  const redo = await db.selectFrom('journal').select('label').where('undone', '=', 1).orderBy('id', 'asc').executeTakeFirst();
  return { undo: undo?.label ?? null, redo: redo?.label ?? null };
}

/** Takes the last action back, or carries the last undone one out again. */
export async function stepJournal(db: Db, way: 'undo' | 'redo'): Promise<Journal & { did: string }> {
  return db.transaction().execute(async (trx) => {
    const undoing = way === 'undo';
    const step = await trx
      .selectFrom('journal')
      .selectAll()
      .where('undone', '=', undoing ? 0 : 1)
      .orderBy('id', undoing ? 'desc' : 'asc')
      .executeTakeFirst();
    if (!step?.id) throw new Refusal(409, `There is nothing to ${way}.`);
    const entries = JSON.parse(step.entries) as Entry[];
    for (const entry of undoing ? entries.reverse() : entries) {
      await swap(trx, entry, undoing ? entry.after : entry.before, undoing ? entry.before : entry.after);
    }
    await trx
      .updateTable('journal')
      .set({ undone: undoing ? 1 : 0 })
      .where('id', '=', step.id)
      .execute();
    return { ...(await journalState(trx)), did: step.label };
  });
}

async function swap(trx: Transaction<Tables>, { table, id }: Entry, from: Row | null, to: Row | null): Promise<void> {
  const current = await read(trx, table, id);
  if (content(current) !== content(from)) throw new Refusal(409, 'It was changed again since, so it cannot be taken back on its own.');
  if (to === null) await trx.deleteFrom(table).where('id', '=', id).execute();
  else if (current === null) await put(trx, table, to);
  else await replace(trx, table, id, withVersionAfter(to, current));
}

/** A restored row gets a new version, so that an edit made from an older one is noticed. */
function withVersionAfter(row: Row, current: Row): Row {
  return 'version' in row ? { ...row, version: Number(current['version']) + 1 } : row;
}

function content(row: Row | null): string {
  // Sessions and test days save themselves as they are written, so what is written in them is not compared.
  if (row === null) return '';
  const compared = Object.entries(row).filter(([column]) => !['version', 'updated_at', 'plan', 'draft'].includes(column));
  return JSON.stringify(compared);
}

async function read(trx: Transaction<Tables>, table: Journaled, id: string): Promise<Row | null> {
  return ((await trx.selectFrom(table).selectAll().where('id', '=', id).executeTakeFirst()) as Row | undefined) ?? null;
}

async function replace(trx: Transaction<Tables>, table: Journaled, id: string, change: Row): Promise<void> {
  await trx
    .updateTable(table as 'riders')
    .set(change)
    .where('id', '=', id)
    .execute();
}

async function put(trx: Transaction<Tables>, table: Journaled, row: Row): Promise<void> {
  await trx
    .insertInto(table)
    .values(row as never)
    .execute();
}
