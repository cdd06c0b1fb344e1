import { statSync } from 'node:fs';
import path from 'node:path';
import type { Deletion } from '@uphill/api';
import { sql, type Transaction } from 'kysely';
import { z } from 'zod';
import { keptUntil } from '../backup.ts';
import { copiesOf } from '../copies.ts';
import type { Db } from '../database.ts';
import { badField, conflict, notFound, orNotSaved } from '../refusal.ts';
import type { Tables } from '../tables.ts';
import type { ImportPool } from '../workers/pool.ts';
import { readJsonOr } from './json.ts';

type Trx = Transaction<Tables>;

/** What goes with a rider, and until when copies still hold it. */
export async function whatGoes(db: Db, file: string, id: string): Promise<Deletion> {
  const rider = await db
    .selectFrom('riders')
    .select('created_at')
    .where('id', '=', id)
    .executeTakeFirst();
  if (!rider) throw notFound('rider');
  const count = async (table: 'tests' | 'rides' | 'days' | 'test_days'): Promise<number> => {
    const { many } = await db
      .selectFrom(table as 'tests')
      .select(({ fn }) => fn.countAll<number>().as('many'))
      .where('rider_id', '=', id)
      .executeTakeFirstOrThrow();
    return many;
  };
  // A copy from before the rider was added holds nothing of them.
  const copies = copiesOf(file).filter(
    (copy) => statSync(copy).mtimeMs >= Date.parse(rider.created_at),
  );
  const until = copies.map((copy) => keptUntil(copy));
  const days = until.filter((day) => day !== null).sort();
  return {
    counts: {
      tests: await count('tests'),
      rides: await count('rides'),
      days: await count('days'),
      testDays: await count('test_days'),
    },
    copiesUntil: days.at(-1) ?? null,
    otherCopies: copies
      .filter((_, index) => until[index] === null)
      .map((copy) => path.basename(copy)),
  };
}

/**
 * Deletes a rider for good: every row that belongs to them in whatever table there is, their files, what the journal
 * remembers of them, and the traces in the free room of the database. Undo does not bring it back.
 *
 * @returns ids of all rows that went
 */
export async function deleteRider(
  db: Db,
  pool: Pick<ImportPool, 'tidyDatabase'>,
  file: string,
  id: string,
  { version, name }: { version: number; name: string },
): Promise<{ ids: string[] }> {
  const ids = await orNotSaved('the deletion', () =>
    db.transaction().execute(async (trx) => {
      const rider = await trx
        .selectFrom('riders')
        .select(['name', 'version'])
        .where('id', '=', id)
        .executeTakeFirst();
      if (!rider) throw notFound('rider');
      if (plain(name) !== plain(rider.name))
        throw badField('name', `Type the name as it stands: ${rider.name}. Nothing was deleted.`);
      if (rider.version !== version) throw conflict({ version }, { version: rider.version });
      // Rows go in the order in which they are found; whether nothing hangs in the air is checked at the commit.
      await sql`PRAGMA defer_foreign_keys = ON`.execute(trx);
      const gone = await deleteAll(trx, id);
      await forget(trx, gone, { id, name: rider.name });
      return [...gone];
    }),
  );
  // Freed pages keep what stood on them until the file is written anew.
  await pool.tidyDatabase(file);
  return { ids };
}

/** Names are compared as they are read: without regard to spaces at the ends and doubled ones. */
function plain(name: string): string {
  return name.trim().replace(/\s+/g, ' ').normalize('NFC');
}

interface Reference {
  readonly table: string;
  readonly column: string;
  readonly parent: string;
  /** Whether the table has ids that others can refer to. */
  readonly named: number;
}

/** Deletes a rider's row and everything that hangs on it by the tables' own references, and gives the ids. */
async function deleteAll(trx: Trx, riderId: string): Promise<Set<string>> {
  const references = await referencesOf(trx);
  const gone = new Set<string>();
  const waiting: [table: string, id: string][] = [['riders', riderId]];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const [parent, id] = next;
    gone.add(id);
    for (const { table, column, named } of references.filter((each) => each.parent === parent)) {
      if (named) {
        const { rows } = await sql<{
          id: string;
        }>`SELECT id FROM ${sql.table(table)} WHERE ${sql.ref(column)} = ${id}`.execute(trx);
        waiting.push(
          ...rows.flatMap((row): [string, string][] => (gone.has(row.id) ? [] : [[table, row.id]])),
        );
      }
      await sql`DELETE FROM ${sql.table(table)} WHERE ${sql.ref(column)} = ${id}`.execute(trx);
    }
  }
  await trx.deleteFrom('riders').where('id', '=', riderId).execute();
  await trx.deleteFrom('heard').where('rider_id', '=', riderId).execute();
  return gone;
}

async function referencesOf(trx: Trx): Promise<Reference[]> {
  const { rows } = await sql<Reference>`
    SELECT s.name AS "table", f."from" AS "column", f."table" AS parent,
      EXISTS (SELECT 1 FROM pragma_table_info(s.name) c WHERE c.name = 'id') AS named
    FROM sqlite_schema s, pragma_foreign_key_list(s.name) f WHERE s.type = 'table'`.execute(trx);
  return rows;
}

/** Takes the rider's rows out of the journal; a step that held nothing else goes, and no label keeps the name. */
async function forget(
  trx: Trx,
  gone: ReadonlySet<string>,
  { id: riderId, name }: { id: string; name: string },
): Promise<void> {
  await sql`DELETE FROM journal_rows WHERE row_id IN (SELECT value FROM json_each(${JSON.stringify([...gone])}))`.execute(
    trx,
  );
  for (const { id, label, entries } of await trx
    .selectFrom('journal')
    .select(['id', 'label', 'entries'])
    .execute()) {
    if (id === undefined) continue;
    const all = readJsonOr(entries, anyEntries, []);
    const left = all.filter(
      (entry) => !JSON.stringify(entry).includes(riderId) && !speaksOf(entry, gone),
    );
    if (left.length === all.length && !label.includes(name)) continue;
    if (left.length === 0) await trx.deleteFrom('journal').where('id', '=', id).execute();
    else
      await trx
        .updateTable('journal')
        .set({ entries: JSON.stringify(left), label: label.replaceAll(name, 'a deleted rider') })
        .where('id', '=', id)
        .execute();
  }
}

/** Entries of any shape: a step of an older version is gone through as well. */
const anyEntries = z.array(z.unknown());

/** Whether any value in an entry is an id that went. */
function speaksOf(value: unknown, gone: ReadonlySet<string>): boolean {
  if (typeof value === 'string') return gone.has(value);
  return (
    typeof value === 'object' &&
    value !== null &&
    Object.values(value).some((each) => speaksOf(each, gone))
  );
}
