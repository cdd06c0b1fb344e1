import { randomUUID } from 'node:crypto';
import { type Rider, riderSchema } from '@uphill/api';
import type { Db } from '../database.ts';
import { notFound, refuseDay } from '../refusal.ts';
import type { BodyMassRow, HeartRateRow } from '../tables.ts';
import { act, orConflict } from './journal.ts';
import { riderName } from './riderName.ts';
import { readRider } from './riders.ts';

/** Tables of dated figures of a rider: added, corrected and removed in the same way. */
interface Entries {
  body_mass: Omit<BodyMassRow, 'id' | 'rider_id' | 'version'>;
  heart_rates: Omit<HeartRateRow, 'id' | 'rider_id' | 'version'>;
}
type Table = keyof Entries;
type Of<T extends Table> = Entries[T] & { date: string };

export async function addEntry<T extends Table>(
  db: Db,
  table: T,
  riderId: string,
  entry: Of<T>,
): Promise<Rider> {
  const name = await riderName(db, riderId);
  refuseDay('date', entry.date, 'past');
  return act(db, `${name}: ${wordsFor(entry)}`, riderSchema, async ({ insert, trx }) => {
    await insert(table as 'body_mass', {
      id: randomUUID(),
      rider_id: riderId,
      ...(entry as Entries['body_mass']),
      version: 1,
    });
    return readRider(trx, riderId);
  });
}

/** Puts a slip right: the day or the figure of an entry. */
export async function correctEntry<T extends Table>(
  db: Db,
  table: T,
  at: At,
  { version, ...entry }: Of<T> & { version: number },
): Promise<Rider> {
  const name = await riderName(db, at.riderId);
  const stored = await readEntry(db, table, at);
  if (entry.date !== stored.date) refuseDay('date', entry.date, 'past');
  return orConflict(
    entry,
    () => Promise.resolve(stored),
    () =>
      act(db, `${name}: corrected to ${wordsFor(entry)}`, riderSchema, async ({ update, trx }) => {
        await update(table as 'body_mass', at.entryId, {
          ...(entry as unknown as Entries['body_mass']),
          version: version + 1,
        });
        return readRider(trx, at.riderId);
      }),
  );
}

export async function removeEntry(db: Db, table: Table, at: At, version: number): Promise<Rider> {
  const name = await riderName(db, at.riderId);
  const stored = await readEntry(db, table, at);
  return orConflict(
    { version },
    () => Promise.resolve(stored),
    () =>
      act(
        db,
        `${name}: removed ${wordsFor(stored as Of<Table>)}`,
        riderSchema,
        async ({ remove, trx }) => {
          await remove(table, at.entryId, version);
          return readRider(trx, at.riderId);
        },
      ),
  );
}

interface At {
  readonly riderId: string;
  readonly entryId: string;
}

async function readEntry(
  db: Db,
  table: Table,
  { riderId, entryId }: At,
): Promise<{ date: string }> {
  const row = await db
    .selectFrom(table as 'body_mass')
    .selectAll()
    .where('id', '=', entryId)
    .where('rider_id', '=', riderId)
    .executeTakeFirst();
  if (!row) throw notFound('entry');
  return row;
}

function wordsFor(entry: object): string {
  const { kg, kind, bpm } = entry as Partial<BodyMassRow & HeartRateRow>;
  return kg === undefined ? `${kind ?? ''} heart rate ${bpm ?? ''} bpm` : `${kg} kg`;
}
