import { createHash, randomUUID } from 'node:crypto';
import type { Received, Ride } from '@uphill/api';
import type { ColumnChoice } from '@uphill/core/formats';
import { dayRefusal } from '@uphill/core/units';
import type { Db } from '../database.ts';
import { badField, notFound, orNotSaved, Refusal } from '../refusal.ts';
import type { RecordingRow, RideRow, RiderRow } from '../tables.ts';
import { unpackStreams } from '../streamPack.ts';
import { plusOneDay, today } from '../today.ts';
import type { Imported } from '../workers/importRecording.ts';
import type { ImportPool } from '../workers/pool.ts';
import { bytesOf, recordingColumns, storeDerived } from './derivedOf.ts';
import { importedAgain } from './importedAgain.ts';
import { rereadMarks } from './markedEfforts.ts';
import { joinRides } from './joinRides.ts';
import { recompose } from './pieces.ts';
import { fromRow } from './recordings.ts';
import { partOfWhich } from './ridesBeside.ts';
import { readRide } from './rides.ts';
import { readSaid, storedSaid } from './said.ts';
import { timeZoneOf } from './schemes.ts';
import { matchesOn, tieRide } from './tieRide.ts';

const ASKS =
  'The headings do not say which column is which. Choose the column, then send the file again.';

/** How a file came, and what the coach said of it. */
interface Sending {
  readonly choice: ColumnChoice;
  readonly again: boolean;
  readonly origin: 'file' | 'standIns';
}

/** Keeps a recording as received, with the ride it is of; the same file twice is one. A ride that has a day finds it. */
export async function keepRecording(
  db: Db,
  pool: ImportPool,
  riderId: string,
  file: { name: string; bytes: Uint8Array },
  { choice, again, origin }: Sending,
): Promise<Received> {
  const rider = await db
    .selectFrom('riders')
    .select(['power_source', 'time_zone'])
    .where('id', '=', riderId)
    .executeTakeFirst();
  if (!rider) throw notFound('rider');
  const sha256 = createHash('sha256').update(file.bytes).digest('hex');
  const known = await bySha(db, riderId, sha256);
  const { halved } = readSaid(known?.columns ?? null);
  const chosen = Object.keys(choice).length > 0;
  const said = storedSaid({ choice, halved });
  // What the coach said of the columns can be put right by sending the file again; anything else is there already.
  const asksAgain =
    known !== undefined && known.columns !== null && (chosen ? said !== known.columns : again);
  if (known && !asksAgain) return importedAgain(db, pool, known);

  const timeZone = await timeZoneOf(db, rider);
  const read = await pool.importRecording({
    bytes: file.bytes,
    choice,
    halved,
    ask: rider.power_source === 'none' ? ['bpm'] : ['watts', 'bpm'],
    timeZone,
  });
  if ('question' in read) throw new Refusal('which-column', ASKS, { question: read.question });
  if (!read.ok) throw badField('file', read.reason);
  if (known) {
    const now = await storeAgain(db, known, read.value, said);
    await recompose(db, pool, known.id);
    // Where its ride was deleted meanwhile, it is back.
    const { ride } = await importedAgain(db, pool, known);
    return { recording: fromRow(now), duplicate: false, ride };
  }
  const rows = rowsOf(rider, { riderId, origin, sha256, columns: said, file }, read.value);
  if (await store(db, rows, read.value))
    return {
      recording: fromRow(rows.recording),
      duplicate: false,
      ride: await withItsParts(db, pool, rows.ride),
    };
  const first = await bySha(db, riderId, sha256);
  if (!first) throw notFound('recording');
  return { recording: fromRow(first), duplicate: true, ride: await readRide(db, first.ride_id) };
}

interface Rows {
  readonly ride: RideRow;
  readonly recording: RecordingRow;
}

/** How a file came, for the rows it becomes. */
interface Came {
  readonly riderId: string;
  readonly origin: Sending['origin'];
  readonly sha256: string;
  /** What the coach said of its columns, as stored. */
  readonly columns: string | null;
  readonly file: { readonly name: string; readonly bytes: Uint8Array };
}

/** A ride and its recording, ready to be written. */
function rowsOf(
  rider: Pick<RiderRow, 'power_source'>,
  { riderId, origin, sha256, columns, file }: Came,
  read: Imported,
): Rows {
  const { date, datedBy } = dateOf(read.startedAt);
  const now = new Date().toISOString();
  const common = {
    rider_id: riderId,
    started_at: read.startedAt,
    power_source: rider.power_source,
  };
  const ride: RideRow = {
    ...common,
    ...{ id: randomUUID(), date, dated_by: datedBy, origin, kind: 'free' },
    ...{ minutes: null, rpe: null, note: '', withdrawn: null, deleted_at: null, made_into: null },
    ...{ read_at: null, log: '{}' },
    ...{ version: 1, created_at: now },
  };
  const recording: RecordingRow = {
    ...common,
    ...{ id: randomUUID(), ride_id: ride.id, file_name: safeName(file.name), sha256 },
    ...{ received_at: now, bytes: file.bytes.byteLength, columns },
    ...recordingColumns(read),
  };
  return { ride, recording };
}

/** Writes a ride with its recording; false where the same file came in a moment earlier. */
async function store(db: Db, { ride, recording }: Rows, read: Imported): Promise<boolean> {
  const matches = await matchesOn(
    db,
    ride,
    () => unpackStreams(read.streams, ['watts']).channels.watts ?? [],
  );
  return orNotSaved(`the recording ${recording.file_name}`, () =>
    db.transaction().execute(async (trx) => {
      await trx.insertInto('rides').values(ride).execute();
      // Two uploads of the same file at once: the second finds the first.
      const { numInsertedOrUpdatedRows } = await trx
        .insertInto('recordings')
        .values(recording)
        .onConflict((clash) => clash.columns(['rider_id', 'sha256']).doNothing())
        .executeTakeFirstOrThrow();
      if (numInsertedOrUpdatedRows === 0n) {
        await trx.deleteFrom('rides').where('id', '=', ride.id).execute();
        return false;
      }
      await trx
        .insertInto('recording_files')
        .values({
          recording_id: recording.id,
          file: bytesOf(read.stored.file),
          packed: read.stored.packed,
        })
        .execute();
      await storeDerived(trx, { rideId: ride.id, recordingId: recording.id }, read);
      await tieRide(trx, ride, read.seconds, matches);
      return true;
    }),
  );
}

/** A ride that came in; where it is a part of another it is joined to that one, in a step that undo takes back. */
async function withItsParts(db: Db, pool: ImportPool, row: RideRow): Promise<Ride> {
  const ride = await readRide(db, row.id);
  const otherId = await partOfWhich(db, row);
  if (otherId === null) return ride;
  try {
    return await joinRides(db, pool, ride.id, { version: ride.version, otherId });
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    // Two parts that came in at once find each other: whoever is second has been joined already. What cannot be joined
    // by itself stays as it came in: the coach can still do it, or see why not.
    const { made_into: made } = await db
      .selectFrom('rides')
      .select('made_into')
      .where('id', '=', ride.id)
      .executeTakeFirstOrThrow();
    return made === null ? ride : readRide(db, made);
  }
}

/** The day of a file; a clock that was never set says nothing of it. */
function dateOf(startedAt: string | null): Pick<Received['ride'], 'date' | 'datedBy'> {
  const told = startedAt?.slice(0, 10);
  const known = told !== undefined && dayRefusal(told, 'past', plusOneDay(today())) === null;
  return known ? { date: told, datedBy: 'file' } : { date: today(), datedBy: 'assumed' };
}

function bySha(db: Db, riderId: string, sha256: string): Promise<RecordingRow | undefined> {
  return db
    .selectFrom('recordings')
    .selectAll()
    .where('rider_id', '=', riderId)
    .where('sha256', '=', sha256)
    .executeTakeFirst();
}

/** A recording of which the coach said something else: what is derived from it is stored anew. */
export async function storeAgain(
  db: Db,
  known: RecordingRow,
  read: Imported,
  columns: string | null,
): Promise<RecordingRow> {
  const changed = { ...recordingColumns(read), columns };
  await orNotSaved(`the recording ${known.file_name}`, () =>
    db.transaction().execute(async (trx) => {
      await trx.updateTable('recordings').set(changed).where('id', '=', known.id).execute();
      await storeDerived(trx, { rideId: known.ride_id, recordingId: known.id }, read);
      await rereadMarks(trx, known.ride_id);
    }),
  );
  return { ...known, ...changed };
}

/** The last part of a file name, without anything that could mean a path or cannot be printed. */
function safeName(name: string): string {
  const last = name.split(/[/\\]/).at(-1) ?? '';
  const printable = last
    .replace(/[\u0000-\u001F\u007F<>:"|?*]/g, '')
    .replace(/^\.+/, '')
    .trim();
  return printable.slice(-120) || 'recording.csv';
}
