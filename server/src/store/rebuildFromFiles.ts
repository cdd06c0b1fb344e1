import { RIDE_NUMBERS_ALGORITHM } from '@uphill/core/review';
import { refused } from '@uphill/core/units';
import type { Db } from '../database.ts';
import { PACKING, unpackFile } from '../packs.ts';
import type { ImportPool } from '../workers/pool.ts';
import type { Imported } from '../workers/importRecording.ts';
import { bytesOf, recordingColumns, storeDerived } from './derivedOf.ts';
import { rereadMarks } from './markedEfforts.ts';
import type { Going, Rebuilt, ToRead } from './rebuild.ts';
import { recompose } from './pieces.ts';
import { readSaid } from './said.ts';
import { readSettings } from './schemes.ts';

/** Recordings read at the same time: as many as there are threads. */
const AT_ONCE = 2;

/** Reads recordings anew from the files as they were received; one that cannot be read any more keeps what it has. */
export async function readFromFiles(
  db: Db,
  pool: Pick<ImportPool, 'importRecording' | 'composeRide'>,
  all: readonly ToRead[],
  { next: done, signal }: Going,
  behindOnly: boolean,
): Promise<Pick<Rebuilt, 'changed' | 'left'>> {
  const house = await readSettings(db);
  const left: { fileName: string; reason: string }[] = [];
  let changed = 0;
  // What has no file of its own is made anew with those it is made of.
  const made = all.filter(({ columns }) => readSaid(columns).of !== null);
  const queue = all.filter((each) => !made.includes(each));
  const work = async (): Promise<void> => {
    for (let next = queue.shift(); next && !signal?.aborted; next = queue.shift()) {
      const stored = await db
        .selectFrom('recording_files')
        .selectAll()
        .where('recording_id', '=', next.id)
        .executeTakeFirstOrThrow();
      const bytes = unpackFile(stored);
      const read =
        bytes === null
          ? refused('The stored file is damaged.')
          : await pool.importRecording({
              ...{ bytes, ...readSaid(next.columns), ask: [] },
              timeZone: next.timeZone ?? house.timeZone,
            });
      if (signal?.aborted) return;
      if (read.ok) {
        if (await store(db, next, read.value)) {
          changed += 1;
          await recompose(db, pool, next.id);
        }
      } else if ('reason' in read) {
        left.push({ fileName: next.fileName, reason: read.reason });
        if (behindOnly) await leaveBehind(db, next);
      }
      done();
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, work));
  if (!signal?.aborted) made.forEach(done);
  return { changed, left };
}

/** Stores what was read anew where it is not what is there; tells whether it was not. */
async function store(db: Db, { id, rideId }: ToRead, read: Imported): Promise<boolean> {
  return db.transaction().execute(async (trx) => {
    const derived = (): Promise<string> => pictureOf(trx, id, rideId);
    const before = await derived();
    await trx.updateTable('recordings').set(recordingColumns(read)).where('id', '=', id).execute();
    await storeDerived(trx, { rideId, recordingId: id }, read);
    await trx
      .updateTable('recording_files')
      .set({ file: bytesOf(read.stored.file), packed: read.stored.packed })
      .where('recording_id', '=', id)
      .execute();
    const same = before === (await derived());
    if (!same) await rereadMarks(trx, rideId);
    return !same;
  });
}

/** Everything derived of a recording, as one text. */
async function pictureOf(db: Db, id: string, rideId: string): Promise<string> {
  const rows = [
    await db
      .selectFrom('recordings')
      .select(['seconds', 'kind', 'laps', 'notes'])
      .where('id', '=', id)
      .executeTakeFirst(),
    await db
      .selectFrom('recording_streams')
      .selectAll()
      .where('recording_id', '=', id)
      .executeTakeFirst(),
    await db
      .selectFrom('ride_numbers')
      .selectAll()
      .where('ride_id', '=', rideId)
      .executeTakeFirst(),
    await db.selectFrom('ride_packs').selectAll().where('ride_id', '=', rideId).executeTakeFirst(),
  ];
  return JSON.stringify(rows, (_, value: unknown) =>
    value instanceof Uint8Array ? Buffer.from(value).toString('base64') : value,
  );
}

/** A file that cannot be read any more keeps the bests it has, and is not tried again at every start. */
async function leaveBehind(db: Db, { id, rideId }: ToRead): Promise<void> {
  const none = {
    moving_s: 0,
    mean_w: null,
    surge_w: null,
    energy_kj: null,
    mean_bpm: null,
    highest_bpm: null,
    missing_share: 0,
  };
  await db.updateTable('recordings').set({ packing: PACKING }).where('id', '=', id).execute();
  await db
    .insertInto('ride_numbers')
    .values({ ride_id: rideId, algorithm: RIDE_NUMBERS_ALGORITHM, ...none })
    .onConflict((clash) =>
      clash.column('ride_id').doUpdateSet({ algorithm: RIDE_NUMBERS_ALGORITHM }),
    )
    .execute();
}
