import { RIDE_NUMBERS_ALGORITHM } from '@uphill/core/review';
import type { Transaction } from 'kysely';
import { packBests, packHistogram } from '../packs.ts';
import type { Tables } from '../tables.ts';
import type { Imported } from '../workers/importRecording.ts';

/** The columns of a recording's row that follow from its file. */
export function recordingColumns({ seconds, kind, laps, notes }: Imported) {
  return { seconds, kind, laps: JSON.stringify(laps), notes: JSON.stringify(notes) };
}

/** Writes everything that follows from a recording's file: its streams, and the numbers of its ride. */
export async function storeDerived(
  trx: Transaction<Tables>,
  { rideId, recordingId }: { rideId: string; recordingId: string },
  read: Imported,
): Promise<void> {
  const { numbers, pack } = read;
  await trx
    .replaceInto('recording_streams')
    .values({ recording_id: recordingId, streams: Buffer.from(read.streams) })
    .execute();
  await trx
    .replaceInto('ride_numbers')
    .values({
      ...{
        ride_id: rideId,
        algorithm: RIDE_NUMBERS_ALGORITHM,
        moving_s: numbers.movingS,
        mean_w: numbers.meanW,
        surge_w: numbers.surgeW,
      },
      ...{
        energy_kj: numbers.energyKj,
        mean_bpm: numbers.meanBpm,
        highest_bpm: numbers.highestBpm === null ? null : Math.round(numbers.highestBpm),
      },
    })
    .execute();
  await trx
    .replaceInto('ride_packs')
    .values({
      ride_id: rideId,
      watts: packHistogram(pack.watts),
      bpm: packHistogram(pack.bpm),
      bests: packBests(pack.bests),
    })
    .execute();
}
