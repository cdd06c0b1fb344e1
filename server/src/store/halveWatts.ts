import type { Ride } from '@uphill/api';
import type { Db } from '../database.ts';
import { unpackFile } from '../packs.ts';
import { badField, conflict, Refusal } from '../refusal.ts';
import type { ImportPool } from '../workers/pool.ts';
import { storeAgain } from './keepRecording.ts';
import { filesOfRide } from './recordings.ts';
import { readRide } from './rides.ts';
import { readSaid, storedSaid } from './said.ts';
import { timeZoneOf } from './schemes.ts';

/**
 * Reads the files of a ride again with half their watts, or as they were recorded. The files stay as they are, so that
 * either can be had at any time; it is nothing that undo takes back.
 */
export async function halveWatts(
  db: Db,
  pool: Pick<ImportPool, 'importRecording'>,
  id: string,
  { version, halved }: { version: number; halved: boolean },
): Promise<Ride> {
  const ride = await readRide(db, id);
  if (ride.version !== version) throw conflict({ version, halved }, ride);
  if (ride.tests.length > 0)
    throw new Refusal('test-read-off', 'A test was read off this ride. Delete the test first.');
  const files = await filesOfRide(db, id);
  if (files.length === 0) throw badField('halved', 'This ride has no recording.');
  const rider = await db
    .selectFrom('riders')
    .select('time_zone')
    .where('id', '=', ride.riderId)
    .executeTakeFirstOrThrow();
  const timeZone = await timeZoneOf(db, rider);
  for (const { file, packed, ...row } of files) {
    const bytes = unpackFile({ file, packed });
    const said = { ...readSaid(row.columns), halved };
    const read = bytes && (await pool.importRecording({ ...said, bytes, ask: [], timeZone }));
    if (!read?.ok) throw badField('halved', `${row.file_name} cannot be read any more.`);
    await storeAgain(db, row, read.value, storedSaid(said));
  }
  return readRide(db, id);
}
