import { RIDE_NUMBERS_ALGORITHM } from '@uphill/core/review';
import type { Transaction } from 'kysely';
import type { Db } from '../database.ts';
import { PACKING } from '../packs.ts';
import type { Tables } from '../tables.ts';
import type { ImportPool } from '../workers/pool.ts';
import type { Reckoned, ToReckon } from '../workers/rebuildNumbers.ts';
import { bytesOf, storeNumbers } from './derivedOf.ts';
import type { Going, ToRead } from './rebuild.ts';

/** Rides that go to a thread together, and threads at work: one lot is stored while the next is reckoned. */
const AT_ONCE = 16;
const LOTS = 3;

/** Works out the numbers of rides from their streams; what lies as it did before an update is packed on the way. */
export async function reckonFromStreams(
  db: Db,
  pool: Pick<ImportPool, 'rebuildNumbers'>,
  all: readonly ToRead[],
  { next, signal }: Going,
): Promise<{ changed: number }> {
  let [at, changed] = [0, 0];
  const work = async (): Promise<void> => {
    while (at < all.length && !signal?.aborted) {
      const lot = all.slice(at, at + AT_ONCE);
      at += lot.length;
      const reckoned = await pool.rebuildNumbers(await columnsOf(db, lot));
      if (signal?.aborted) return;
      changed += await db.transaction().execute((trx) => storeLot(trx, lot, reckoned));
      lot.forEach(next);
    }
  };
  await Promise.all(Array.from({ length: LOTS }, work));
  return { changed };
}

async function columnsOf(db: Db, lot: readonly ToRead[]): Promise<ToReckon[]> {
  const rows = await db
    .selectFrom('recording_streams')
    .selectAll()
    .where(
      'recording_id',
      'in',
      lot.map(({ id }) => id),
    )
    .execute();
  const behind = lot.filter(({ packing }) => packing < PACKING).map(({ id }) => id);
  const files =
    behind.length === 0
      ? []
      : await db
          .selectFrom('recording_files')
          .select(['recording_id', 'file'])
          .where('recording_id', 'in', behind)
          .where('packed', '=', 0)
          .execute();
  const fileOf = new Map(files.map(({ recording_id: id, file }) => [id, file]));
  return rows.map(({ recording_id: id, streams }) => ({
    ...{ id, streams, file: fileOf.get(id) ?? null },
  }));
}

async function storeLot(
  trx: Transaction<Tables>,
  lot: readonly ToRead[],
  all: readonly Reckoned[],
): Promise<number> {
  const rideOf = new Map(lot.map(({ id, rideId }) => [id, rideId]));
  const before = await storedOf(trx, [...rideOf.values()]);
  let changed = 0;
  for (const { id, streams, stored, ...reckoned } of all) {
    const rideId = rideOf.get(id) ?? '';
    if (!isAsStored(before.get(rideId), reckoned)) {
      changed += 1;
      await storeNumbers(trx, rideId, reckoned);
    }
    if (streams)
      await trx
        .updateTable('recording_streams')
        .set({ streams: bytesOf(streams) })
        .where('recording_id', '=', id)
        .execute();
    if (stored?.packed === 1)
      await trx
        .updateTable('recording_files')
        .set({ file: bytesOf(stored.file), packed: 1 })
        .where('recording_id', '=', id)
        .execute();
  }
  const behind = lot.filter(({ packing }) => packing < PACKING).map(({ id }) => id);
  if (behind.length > 0)
    await trx
      .updateTable('recordings')
      .set({ packing: PACKING })
      .where('id', 'in', behind)
      .execute();
  return changed;
}

async function storedOf(trx: Transaction<Tables>, rideIds: readonly string[]) {
  const rows = await trx
    .selectFrom('ride_numbers')
    .leftJoin('ride_packs', 'ride_packs.ride_id', 'ride_numbers.ride_id')
    .selectAll('ride_numbers')
    .select([
      'ride_packs.watts',
      'ride_packs.bpm',
      'ride_packs.bests',
      'ride_packs.means',
      'ride_packs.stretches',
      'ride_packs.shape',
    ])
    .where('ride_numbers.ride_id', 'in', rideIds)
    .execute();
  return new Map(rows.map((row) => [row.ride_id, row]));
}

type StoredNumbers = Awaited<ReturnType<typeof storedOf>> extends Map<string, infer R> ? R : never;

function isAsStored(
  row: StoredNumbers | undefined,
  { numbers, pack }: Pick<Reckoned, 'numbers' | 'pack'>,
): boolean {
  const same = (a: Uint8Array | null, b: Uint8Array | null): boolean =>
    a === null || b === null ? a === b : Buffer.compare(a, b) === 0;
  return (
    row !== undefined &&
    row.algorithm === RIDE_NUMBERS_ALGORITHM &&
    row.moving_s === numbers.movingS &&
    row.mean_w === numbers.meanW &&
    row.surge_w === numbers.surgeW &&
    row.energy_kj === numbers.energyKj &&
    row.mean_bpm === numbers.meanBpm &&
    row.missing_share === numbers.missingShare &&
    row.highest_bpm === (numbers.highestBpm === null ? null : Math.round(numbers.highestBpm)) &&
    same(row.watts, pack.watts) &&
    same(row.bpm, pack.bpm) &&
    same(row.bests, pack.bests) &&
    same(row.means, pack.means) &&
    same(row.stretches, pack.stretches) &&
    same(row.shape, pack.shape)
  );
}
