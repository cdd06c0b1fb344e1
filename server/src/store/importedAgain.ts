import type { Received } from '@uphill/api';
import type { Db } from '../database.ts';
import type { RecordingRow, RideRow } from '../tables.ts';
import { type Act, act } from './journal.ts';
import { compose, type Composer } from './pieces.ts';
import { fromRow, madeOfAny } from './recordings.ts';
import { type Made, madeOf, replace } from './remake.ts';
import { readRide } from './rides.ts';
import { type Piece, piecesOf } from './said.ts';
import { tieFor } from './tieRide.ts';

/** Less of a file is no ride. */
const SHORTEST_S = 60;

/** A ride that has seconds of a file. */
interface Holder {
  readonly ride: RideRow;
  readonly pieces: readonly Piece[];
}

/**
 * The same file again. What of it is on a ride that is there is not added twice; what was deleted meanwhile is back, in
 * a step that undo takes back: the whole ride, or the part of it that is on none.
 */
export async function importedAgain(
  db: Db,
  pool: Composer,
  known: RecordingRow,
): Promise<Received> {
  const holders = await holdersOf(db, known);
  const there = holders.filter(({ ride }) => ride.deleted_at === null);
  const lost = uncovered(
    known,
    there.flatMap(({ pieces }) => pieces),
  );
  const [first] = there;
  if (first && lost.length === 0)
    return {
      ...{ recording: fromRow(known), duplicate: true },
      ride: await readRide(db, first.ride.id),
    };
  const label = `imported ${known.file_name} again`;
  const back = await hiddenOf(db, known, holders, lost, first !== undefined);
  const made = back ? null : await madeOfLost(db, pool, known, holders, lost);
  return act(db, label, null, async (doing) => {
    if (made) await replace(doing, [], made);
    if (back)
      await doing.update('rides', back.id, {
        ...{ deleted_at: null, made_into: null, version: back.version + 1 },
      });
    const [ride] = back ? [back] : (made ?? []).map((each) => each.ride);
    const id = (ride as RideRow).id;
    await tie(doing, id, back ? known.seconds : (made?.[0]?.composed.seconds ?? 0));
    return { recording: fromRow(known), duplicate: false, ride: await readRide(doing.trx, id) };
  });
}

/** Every ride that has seconds of a file, whether it is there or hidden; the file's own first. */
async function holdersOf(db: Db, known: RecordingRow): Promise<Holder[]> {
  const recordings = [known, ...(await madeOfAny(db, [known.id]))];
  const rides = await db
    .selectFrom('rides')
    .selectAll()
    .where(
      'id',
      'in',
      recordings.map(({ ride_id: id }) => id),
    )
    .execute();
  return recordings.flatMap((recording) => {
    const ride = rides.find(({ id }) => id === recording.ride_id);
    const pieces = piecesOf(recording).filter(({ recordingId }) => recordingId === known.id);
    return ride ? [{ ride, pieces }] : [];
  });
}

/** Seconds of a file that none of some pieces has. */
function uncovered({ id, seconds }: RecordingRow, pieces: readonly Piece[]): Piece[] {
  const lost: Piece[] = [];
  let at = 0;
  for (const { fromS, toS } of [...pieces].sort((one, other) => one.fromS - other.fromS)) {
    if (fromS - at >= SHORTEST_S) lost.push({ recordingId: id, fromS: at, toS: fromS });
    at = Math.max(at, toS);
  }
  if (seconds - at >= SHORTEST_S || (at === 0 && seconds > 0))
    lost.push({ recordingId: id, fromS: at, toS: seconds });
  return lost;
}

/** The hidden ride that is just what is missing: the file's own where all of it is, else the part that was deleted. */
async function hiddenOf(
  db: Db,
  known: RecordingRow,
  holders: readonly Holder[],
  lost: readonly Piece[],
  partly: boolean,
): Promise<RideRow | null> {
  if (!partly) return holders.find(({ ride }) => ride.id === known.ride_id)?.ride ?? null;
  const [only, ...more] = lost;
  if (!only || more.length > 0) return null;
  const part = holders.find(
    ({ ride, pieces }) =>
      ride.deleted_at !== null &&
      ride.made_into === null &&
      pieces.length === 1 &&
      pieces[0]?.fromS === only.fromS &&
      pieces[0].toS === only.toS,
  );
  if (!part) return null;
  // One that is made of other files as well would bring those with it.
  const recordings = await db
    .selectFrom('recordings')
    .selectAll()
    .where('ride_id', '=', part.ride.id)
    .execute();
  return recordings.flatMap(piecesOf).length === 1 ? part.ride : null;
}

/** A ride of each part that is on none any more, like the file's own but for what was said of it. */
function madeOfLost(
  db: Db,
  pool: Composer,
  known: RecordingRow,
  holders: readonly Holder[],
  lost: readonly Piece[],
): Promise<Made[]> {
  const own = holders.find(({ ride }) => ride.id === known.ride_id) as Holder;
  const like = { ride: own.ride, recording: known, pieces: own.pieces };
  return Promise.all(
    lost.map(async (piece) =>
      madeOf(like, [piece], await compose(db, pool, [piece], 'file'), {
        ...{ fileName: known.file_name, kind: 'free', rpe: null, note: '', log: '{}' },
        read_at: null,
      }),
    ),
  );
}

/** What is back belongs to its day again, where that is still open. */
async function tie({ insert, trx, update }: Act, id: string, seconds: number): Promise<void> {
  const ride = await trx
    .selectFrom('rides')
    .selectAll()
    .where('id', '=', id)
    .executeTakeFirstOrThrow();
  const match = await tieFor(trx, ride, seconds);
  if (!match) return;
  await insert('ride_matches', match);
  if (ride.kind === 'free')
    await update('rides', id, { kind: 'session', version: ride.version + 1 });
}
