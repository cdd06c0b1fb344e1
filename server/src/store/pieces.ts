import type { Db } from '../database.ts';
import { badField } from '../refusal.ts';
import type { RecordingRow, RideRow, Tables } from '../tables.ts';
import type { Composed } from '../workers/composeRide.ts';
import type { ImportPool } from '../workers/pool.ts';
import type { Transaction } from 'kysely';
import { PACKING } from '../packs.ts';
import { storeDerived } from './derivedOf.ts';
import { rereadMarks } from './markedEfforts.ts';
import { madeOfAny, recordingOfRide, storedPieces } from './recordings.ts';
import { type Piece, piecesOf, readSaid, storedMadeOf } from './said.ts';
import { rideRow } from './rides.ts';

export type Composer = Pick<ImportPool, 'composeRide'>;

/** A ride with its one recording, and of what that is made. */
export interface Whole {
  readonly ride: RideRow;
  readonly recording: RecordingRow;
  readonly pieces: readonly Piece[];
}

/** A ride that can be joined or split. */
export async function wholeOf(db: Db, id: string, field: string): Promise<Whole> {
  const ride = await rideRow(db, id);
  const recording = await recordingOfRide(db, id);
  if (!recording) throw badField(field, 'This ride has no recording.');
  return { ride, recording, pieces: piecesOf(recording) };
}

/** Lays pieces on one clock and reckons the ride they are. */
export async function compose(
  db: Db,
  pool: Composer,
  pieces: readonly Piece[],
  field: string,
): Promise<Composed> {
  const composed = await pool.composeRide(await storedPieces(db, pieces));
  if (!composed.ok) throw badField(field, composed.reason);
  return composed.value;
}

/** The columns of a recording that follow from its pieces. */
export function composedColumns(
  pieces: readonly Piece[],
  { seconds, laps, between }: Composed,
  halved: boolean,
) {
  return {
    ...{ seconds, laps: JSON.stringify(laps), packing: PACKING },
    columns: storedMadeOf({ pieces: [...pieces], between: [...between] }, halved),
  };
}

/** Everything that is made of a recording is made again, because that recording was read in another way. */
export async function recompose(
  db: Db,
  pool: Composer,
  recordingId: string,
  halved?: boolean,
): Promise<void> {
  for (const made of await madeOfAny(db, [recordingId])) {
    const said = readSaid(made.columns);
    if (!said.of) continue;
    const composed = await compose(db, pool, said.of.pieces, 'file');
    await db.transaction().execute(async (trx) => {
      await trx
        .updateTable('recordings')
        .set(composedColumns(said.of?.pieces ?? [], composed, halved ?? said.halved))
        .where('id', '=', made.id)
        .execute();
      await storeComposed(trx, made, composed);
      await rereadMarks(trx, made.ride_id);
    });
  }
}

/** Writes what follows from the pieces of a recording. */
export function storeComposed(
  trx: Transaction<Tables>,
  { id, ride_id: rideId }: Pick<RecordingRow, 'id' | 'ride_id'>,
  composed: Composed,
): Promise<void> {
  return storeDerived(trx, { rideId, recordingId: id }, composed);
}
