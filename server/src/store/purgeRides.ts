import { sql, type Transaction } from 'kysely';
import type { Tables } from '../tables.ts';
import { madeOfAny } from './recordings.ts';

/** Everything that hangs on a ride, in the order in which it can go. */
const OF_A_RIDE = [
  'suggestions',
  'ride_readings',
  'ride_matches',
  'marked_efforts',
  'ride_numbers',
  'ride_packs',
] as const;

/**
 * Deletes rides for good whose deletion can no longer be undone, with their files: no step of the journal speaks of
 * them any more.
 */
export async function purgeRides(trx: Transaction<Tables>): Promise<void> {
  const gone = await trx
    .selectFrom('rides')
    .select('id')
    .where('deleted_at', 'is not', null)
    .execute();
  for (const { id } of gone) {
    const told = await trx
      .selectFrom('journal')
      .select('id')
      .where(sql<boolean>`instr(entries, ${id}) > 0`)
      .executeTakeFirst();
    if (told) continue;
    const recordings = (
      await trx.selectFrom('recordings').select('id').where('ride_id', '=', id).execute()
    ).map((each) => each.id);
    // What another ride was made of is its file.
    if (recordings.length > 0 && (await madeOfAny(trx, recordings)).length > 0) continue;
    // A test that came back by undo still reads its recording.
    const read = await trx
      .selectFrom('tests')
      .select('id')
      .where('recording_id', 'in', recordings)
      .executeTakeFirst();
    if (read) continue;
    await trx.deleteFrom('recording_files').where('recording_id', 'in', recordings).execute();
    await trx.deleteFrom('recording_streams').where('recording_id', 'in', recordings).execute();
    await trx.deleteFrom('recordings').where('ride_id', '=', id).execute();
    for (const table of OF_A_RIDE) await trx.deleteFrom(table).where('ride_id', '=', id).execute();
    await trx.deleteFrom('rides').where('id', '=', id).execute();
  }
}
