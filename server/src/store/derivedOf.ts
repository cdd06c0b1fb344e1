import { RIDE_NUMBERS_ALGORITHM, type RideNumbers } from '@uphill/core/review';
import type { Transaction } from 'kysely';
import { type PackedRide, PACKING } from '../packs.ts';
import type { Tables } from '../tables.ts';
import type { Imported } from '../workers/importRecording.ts';

/** The columns of a recording's row that follow from its file. */
export function recordingColumns({ seconds, kind, laps, notes }: Imported) {
  return {
    ...{ seconds, kind, laps: JSON.stringify(laps), notes: JSON.stringify(notes) },
    packing: PACKING,
  };
}

/** Writes everything that follows from a recording's file: its streams, and the numbers of its ride. */
export async function storeDerived(
  trx: Transaction<Tables>,
  { rideId, recordingId }: { rideId: string; recordingId: string },
  { numbers, pack, streams }: Pick<Imported, 'numbers' | 'pack' | 'streams'>,
): Promise<void> {
  await trx
    .replaceInto('recording_streams')
    .values({ recording_id: recordingId, streams: bytesOf(streams) })
    .execute();
  await storeNumbers(trx, rideId, { numbers, pack });
}

/** Writes the numbers of a ride, and what is larger than a figure. */
export async function storeNumbers(
  trx: Transaction<Tables>,
  rideId: string,
  { numbers, pack }: { numbers: RideNumbers; pack: PackedRide },
): Promise<void> {
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
        missing_share: numbers.missingShare,
        highest_bpm: numbers.highestBpm === null ? null : Math.round(numbers.highestBpm),
      },
    })
    .execute();
  await trx
    .replaceInto('ride_packs')
    .values({
      ride_id: rideId,
      watts: pack.watts && bytesOf(pack.watts),
      bpm: pack.bpm && bytesOf(pack.bpm),
      bests: bytesOf(pack.bests),
      means: pack.means && bytesOf(pack.means),
      stretches: pack.stretches && bytesOf(pack.stretches),
      shape: pack.shape && bytesOf(pack.shape),
    })
    .execute();
}

/** Bytes that came from a thread, as the database takes them. */
export function bytesOf(bytes: Uint8Array): Buffer {
  return Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
}
