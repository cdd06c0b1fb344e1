import { setImmediate as others } from 'node:timers/promises';
import { sql, type Transaction } from 'kysely';
import { currentActing } from '../actor.ts';
import type { z } from 'zod';
import type { Db } from '../database.ts';
import { CHANGED_ELSEWHERE, conflict, Refusal } from '../refusal.ts';
import type { Tables } from '../tables.ts';
import { orNotSaved } from '../refusal.ts';
import {
  changeRow,
  type Entry,
  type Journaled,
  putRows,
  readRow,
  readRows,
  type Row,
} from './journalEntries.ts';
import { purgeRides } from './purgeRides.ts';

/** Undo reaches this far back. */
const DEPTH = 200;

/** A step of more rows than this takes long enough that others have their turn while it is written. */
const MANY = 100;

/** A row was changed since the edit under way was begun. Whoever knows more of both says it: see `orConflict`. */
class Stale extends Refusal {
  constructor() {
    super('changed-elsewhere', CHANGED_ELSEWHERE);
  }
}

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

/** Tables whose rows have versions, of which many are changed at once. */
type Versioned = 'days';

/** One action of the coach under way: writes go through it, so that they can be undone together. */
export interface Act {
  readonly trx: Transaction<Tables>;
  readonly insert: <T extends Journaled>(table: T, row: Tables[T]) => Promise<void>;
  /** Many rows of one table at once. */
  readonly insertAll: <T extends Journaled>(table: T, rows: readonly Tables[T][]) => Promise<void>;
  /** Where the change names a version, it has to be the one after the stored one. */
  readonly update: <T extends Journaled>(
    table: T,
    id: string,
    change: Partial<Tables[T]>,
  ) => Promise<void>;
  /** The same change of many rows of one table, each to its next version; those that are not there are left out. */
  readonly updateAll: <T extends Versioned>(
    table: T,
    ids: readonly string[],
    change: Partial<Omit<Tables[T], 'id' | 'version'>>,
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
      if (entries.length > MANY) await others();
      // What was saved as it stood is no step: undoing it would do nothing.
      const changes = entries.filter(isChange);
      if (changes.length > 0) await remember(trx, label, changes);
      return result;
    }),
  );
}

/** Columns that move on by themselves whenever a row is written. */
const MOVING = new Set(['version', 'updated_at']);

function isChange({ before, after }: Entry): boolean {
  if (before === null || after === null) return before !== after;
  return differs(before, after);
}

function differs(before: Row, change: Row): boolean {
  return Object.keys(change).some((name) => !MOVING.has(name) && before[name] !== change[name]);
}

function writesOf(trx: Transaction<Tables>, entries: Entry[]): Act {
  return {
    trx,
    async insert(table, row) {
      await putRows(trx, table, [row as unknown as Row]);
      entries.push({ table, id: row.id, before: null, after: row as unknown as Row });
    },
    async insertAll(table, rows) {
      await putRows(trx, table, rows as unknown as Row[]);
      entries.push(
        ...rows.map((row) => ({
          ...{ table, id: row.id, before: null, after: row as unknown as Row },
        })),
      );
    },
    async update(table, id, change) {
      const before = await readRow(trx, table, id);
      if ('version' in change && before?.['version'] !== Number(change.version) - 1)
        throw new Stale();
      // What stands there already is not written once more: no version is raised for it.
      if (before !== null && !differs(before, change as Row)) return;
      await changeRow(trx, table, id, change as Row);
      entries.push({ table, id, before, after: await readRow(trx, table, id) });
    },
    async updateAll(table, ids, change) {
      const rows = await readRows(trx, table, ids);
      await trx
        .updateTable(table as 'days')
        .set({ ...change, version: sql<number>`version + 1` })
        .where('id', 'in', ids)
        .execute();
      entries.push(
        ...rows.map((before) => ({
          ...{ table, id: String(before['id']), before },
          after: { ...before, ...(change as Row), version: Number(before['version']) + 1 },
        })),
      );
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
  const acting = currentActing();
  await trx
    .deleteFrom('journal')
    .where('undone', '>', 0)
    .where('actor', '=', acting.actor)
    .where('aside', 'is', null)
    .execute();
  const { id } = await trx
    .insertInto('journal')
    .values({
      ...{
        id: undefined,
        at: new Date().toISOString(),
        actor: acting.actor,
        rider_id: riderIn(entries),
        label,
      },
      ...{ entries: JSON.stringify(entries), undone: 0, aside: null },
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  acting.step = id ?? null;
  if (entries.length > MANY) await others();
  await noteRows(trx, id ?? 0, entries);
  // Numbers have gaps, since none is used twice: steps are counted.
  const { numDeletedRows } = await trx
    .deleteFrom('journal')
    .where('id', '<=', (last) =>
      last.selectFrom('journal').select('id').orderBy('id', 'desc').limit(1).offset(DEPTH),
    )
    .executeTakeFirst();
  if (numDeletedRows > 0n) await purgeRides(trx);
}

/** Which rows a step touched, so that a later one on the same is found at once. */
async function noteRows(
  trx: Transaction<Tables>,
  step: number,
  entries: readonly Entry[],
): Promise<void> {
  const rows = JSON.stringify(entries.map(({ table, id }) => [table, id]));
  await sql`INSERT OR IGNORE INTO journal_rows (step, name, row_id)
    SELECT ${step}, value ->> 0, value ->> 1 FROM json_each(${rows})`.execute(trx);
}

/** The rider that all of a step is about; null where it is about several, or none. */
function riderIn(entries: readonly Entry[]): string | null {
  const ids = new Set(
    entries.flatMap(({ table, id, before, after }) => {
      const of = table === 'riders' ? id : (after ?? before)?.['rider_id'];
      return typeof of === 'string' ? [of] : [];
    }),
  );
  return ids.size === 1 ? ([...ids][0] ?? null) : null;
}
