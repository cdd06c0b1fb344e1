import { randomUUID } from 'node:crypto';
import { type Hill, type HillFields, hillSchema } from '@uphill/api';
import type { Db } from '../database.ts';
import { badField, notFound } from '../refusal.ts';
import type { HillRow } from '../tables.ts';
import { act, orConflict } from './journal.ts';

export async function listHills(db: Db): Promise<Hill[]> {
  return (await db.selectFrom('hills').selectAll().orderBy('name').execute()).map(fromRow);
}

export async function createHill(db: Db, fields: HillFields): Promise<Hill> {
  const row: HillRow = {
    id: randomUUID(),
    ...toRow(fields),
    version: 1,
    created_at: new Date().toISOString(),
  };
  return act(db, `added the hill ${fields.name}`, hillSchema, async ({ insert, trx }) => {
    await refuseTaken(trx, fields.name, null);
    await insert('hills', row);
    return fromRow(row);
  });
}

export async function changeHill(
  db: Db,
  id: string,
  { version, ...fields }: HillFields & { version: number },
): Promise<Hill> {
  const read = () => readHill(db, id);
  await read();
  return orConflict({ ...fields, version }, read, () =>
    act(db, `changed the hill ${fields.name}`, hillSchema, async ({ update, trx }) => {
      await refuseTaken(trx, fields.name, id);
      await update('hills', id, { ...toRow(fields), version: version + 1 });
      return readHill(trx, id);
    }),
  );
}

/** Takes a hill away; sessions that go to its top keep its figures. */
export async function removeHill(db: Db, id: string, version: number): Promise<void> {
  const read = () => readHill(db, id);
  const { name } = await read();
  await orConflict({ version }, read, () =>
    act(db, `removed the hill ${name}`, null, async ({ remove, update, trx }) => {
      for (const goal of await trx
        .selectFrom('goals')
        .select(['id', 'version'])
        .where('hill_id', '=', id)
        .execute())
        await update('goals', goal.id, { hill_id: null, version: goal.version + 1 });
      await remove('hills', id, version);
    }),
  );
}

async function readHill(db: Db, id: string): Promise<Hill> {
  const row = await db.selectFrom('hills').selectAll().where('id', '=', id).executeTakeFirst();
  if (!row) throw notFound('hill');
  return fromRow(row);
}

async function refuseTaken(db: Db, name: string, id: string | null): Promise<void> {
  const taken = (await listHills(db)).find(
    (hill) => hill.id !== id && hill.name.toLowerCase() === name.toLowerCase(),
  );
  if (taken) throw badField('name', `There is a hill ${taken.name} already.`);
}

function toRow({ name, metres, gradientPercent, surface, note }: HillFields) {
  return { name, metres, gradient_percent: gradientPercent, surface, note };
}

function fromRow(row: HillRow): Hill {
  const { id, name, metres, note, version } = row;
  return {
    id,
    name,
    metres,
    gradientPercent: row.gradient_percent,
    surface: row.surface,
    note,
    version,
  };
}
