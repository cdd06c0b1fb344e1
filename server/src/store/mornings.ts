import { randomUUID } from 'node:crypto';
import type { MorningChange, MorningSaid } from '@uphill/api';
import { format, parseISO } from 'date-fns';
import type { Db } from '../database.ts';
import { conflict, refuseDay } from '../refusal.ts';
import type { MorningRow } from '../tables.ts';
import { act, orConflict } from './journal.ts';
import { riderName } from './riderName.ts';
import type { Reader } from './rides.ts';

/** What a rider wrote down of the mornings of some days, the earliest first. */
export async function listMornings(
  db: Reader,
  riderId: string,
  { from, to }: { readonly from: string; readonly to: string },
): Promise<MorningSaid[]> {
  const rows = await db
    .selectFrom('mornings')
    .selectAll()
    .where('rider_id', '=', riderId)
    .where('date', '>=', from)
    .where('date', '<=', to)
    .orderBy('date')
    .execute();
  return rows.map(fromRow);
}

/** Writes one morning down whole; with nothing in it, it is no morning any more. */
export async function writeMorning(
  db: Db,
  { riderId, date }: { readonly riderId: string; readonly date: string },
  { version, ...said }: MorningChange,
): Promise<void> {
  const name = await riderName(db, riderId);
  refuseDay('date', date, 'past');
  const read = () =>
    db
      .selectFrom('mornings')
      .selectAll()
      .where('rider_id', '=', riderId)
      .where('date', '=', date)
      .executeTakeFirst();
  const stored = await read();
  if ((stored?.version ?? 0) !== version)
    throw conflict({ version, ...said }, stored ? fromRow(stored) : null);
  const columns = {
    ...{ mass_kg: said.massKg, resting_bpm: said.restingBpm, sleep_h: said.sleepH },
    ...{ legs: said.legs, pain: said.pain },
  };
  const isEmpty = Object.values(said).every((value) => value === null);
  if (isEmpty && !stored) return;
  const label = `${name}: the morning of ${format(parseISO(date), 'EEE d MMM')}`;
  await orConflict({ version, ...said }, read, () =>
    act(db, label, null, async ({ insert, update, remove }) => {
      if (stored && isEmpty) await remove('mornings', stored.id, version);
      else if (stored) await update('mornings', stored.id, { ...columns, version: version + 1 });
      else
        await insert('mornings', {
          ...{ id: randomUUID(), rider_id: riderId, date, version: 1 },
          ...columns,
        });
    }),
  );
}

function fromRow(row: MorningRow): MorningSaid {
  return {
    ...{ date: row.date, massKg: row.mass_kg, restingBpm: row.resting_bpm },
    ...{ sleepH: row.sleep_h, legs: row.legs, pain: row.pain, version: row.version },
  };
}
