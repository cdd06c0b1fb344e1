import type { Ride } from '@uphill/api';
import type { Db } from '../database.ts';
import { unpackFile } from '../packs.ts';
import { badField, conflict, Refusal } from '../refusal.ts';
import type { ImportPool } from '../workers/pool.ts';
import { storeAgain } from './keepRecording.ts';
import { recompose, wholeOf } from './pieces.ts';
import { filesOf } from './recordings.ts';
import { readRide } from './rides.ts';
import { readSaid, storedSaid } from './said.ts';
import { timeZoneOf } from './schemes.ts';

/**
 * Reads the files of a ride again with half their watts, or as they were recorded. The files stay as they are, so that
 * either can be had at any time; it is nothing that undo takes back.
 */
export async function halveWatts(
  db: Db,
  pool: Pick<ImportPool, 'importRecording' | 'composeRide'>,
  id: string,
  { version, halved }: { version: number; halved: boolean },
): Promise<Ride> {
  const ride = await readRide(db, id);
  if (ride.version !== version) throw conflict({ version, halved }, ride);
  if (ride.tests.length > 0)
    throw new Refusal('test-read-off', 'A test was read off this ride. Delete the test first.');
  const { pieces } = await wholeOf(db, id, 'halved');
  const files = await filesOf(
    db,
    pieces.map(({ recordingId }) => recordingId),
  );
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
    await recompose(db, pool, row.id, halved);
  }
  return readRide(db, id);
}
