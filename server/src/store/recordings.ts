import type { RecordingSummary, RecordingWithStreams } from '@uphill/api';
import { sql } from 'kysely';
import { z } from 'zod';
import type { Db } from '../database.ts';
import { unpackFile } from '../packs.ts';
import { notFound } from '../refusal.ts';
import { isPacked, unpackStreams } from '../streamPack.ts';
import type { RecordingRow, RideRow } from '../tables.ts';
import type { StoredPiece } from '../workers/composeRide.ts';
import type { StoredPart } from '../workers/readRides.ts';
import { readJsonOr } from './json.ts';
import { CHANNELS, unpackOld } from '../oldStreams.ts';
import type { Reader } from './rides.ts';
import { type Piece, readSaid } from './said.ts';

/** The 1 Hz streams of a recording, with the recorded stops that every reader cuts. */
export type Streams = Pick<
  RecordingWithStreams,
  | 'watts'
  | 'bpm'
  | 'rpm'
  | 'metresPerSecond'
  | 'heightM'
  | 'latitude'
  | 'longitude'
  | 'celsius'
  | 'stops'
>;

/** Files and streams as they were received: the one place that asks for recordings. What was ridden is a ride. */
export async function readRecording(db: Db, id: string): Promise<RecordingWithStreams> {
  const row = await present(db).where('recordings.id', '=', id).executeTakeFirst();
  if (!row) throw notFound('recording');
  return { ...fromRow(row), ...(await streamsOf(db, id)) };
}

/** The streams of a recording of a rider. */
export async function readStreams(db: Reader, riderId: string, id: string): Promise<Streams> {
  const row = await present(db)
    .where('recordings.id', '=', id)
    .where('recordings.rider_id', '=', riderId)
    .executeTakeFirst();
  if (!row) throw notFound('recording');
  return streamsOf(db, id);
}

/** The streams of a ride's recording; null for a ride without one. */
export async function streamsOfRide(db: Reader, rideId: string): Promise<Streams | null> {
  const row = await db
    .selectFrom('recordings')
    .select('id')
    .where('ride_id', '=', rideId)
    .orderBy('started_at')
    .executeTakeFirst();
  return row ? streamsOf(db, row.id) : null;
}

/** The file as it was received, byte for byte. */
export async function readFile(db: Db, id: string): Promise<{ name: string; bytes: Uint8Array }> {
  const row = await present(db)
    .innerJoin('recording_files', 'recording_files.recording_id', 'recordings.id')
    .select(['recording_files.file', 'recording_files.packed'])
    .where('recordings.id', '=', id)
    .executeTakeFirst();
  const bytes = row ? unpackFile(row) : null;
  if (!row || !bytes) throw notFound('recording');
  return { name: row.file_name, bytes };
}

/** Rides of other riders that count, and whose file is the very same. */
export function alsoOf(
  db: Reader,
  { id, rider_id: own }: Pick<RideRow, 'id' | 'rider_id'>,
): Promise<{ riderId: string; rideId: string; name: string }[]> {
  return (
    db
      .selectFrom('recordings as here')
      .innerJoin('recordings', 'recordings.sha256', 'here.sha256')
      .innerJoin('rides', 'rides.id', 'recordings.ride_id')
      .innerJoin('riders', 'riders.id', 'recordings.rider_id')
      .select(['riders.id as riderId', 'rides.id as rideId', 'riders.name'])
      .where('here.ride_id', '=', id)
      // As they stand in the index: by rider, then by file.
      .where('recordings.rider_id', 'in', (all) => all.selectFrom('riders').select('id'))
      .where('recordings.rider_id', '<>', own)
      .where('rides.deleted_at', 'is', null)
      .where('rides.withdrawn', 'is', null)
      .orderBy('riders.name')
      .execute()
  );
}

/** Recordings with their files as they are stored. */
export function filesOf(db: Db, ids: readonly string[]) {
  return db
    .selectFrom('recordings')
    .innerJoin('recording_files', 'recording_files.recording_id', 'recordings.id')
    .selectAll('recordings')
    .select(['recording_files.file', 'recording_files.packed'])
    .where('recordings.id', 'in', ids)
    .execute();
}

/** The recording of a ride; a ride that was joined or split has one as well. */
export function recordingOfRide(db: Reader, rideId: string): Promise<RecordingRow | undefined> {
  return db
    .selectFrom('recordings')
    .selectAll()
    .where('ride_id', '=', rideId)
    .orderBy('started_at')
    .executeTakeFirst();
}

/** How long the recordings of some rides are, s. */
export async function lengthsOf(
  db: Reader,
  rideIds: readonly string[],
): Promise<ReadonlyMap<string, number>> {
  const rows = await db
    .selectFrom('recordings')
    .select(['ride_id', 'seconds'])
    .where('ride_id', 'in', rideIds)
    .execute();
  return new Map(rows.map(({ ride_id: id, seconds }) => [id, seconds]));
}

/** Pieces of recordings, with what is stored of them. */
export async function storedPieces(db: Reader, pieces: readonly Piece[]): Promise<StoredPiece[]> {
  return Promise.all(
    pieces.map(async ({ recordingId, fromS, toS }) => {
      const row = await db
        .selectFrom('recordings')
        .innerJoin('recording_streams', 'recording_streams.recording_id', 'recordings.id')
        .select(['recordings.started_at', 'recordings.laps', 'recording_streams.streams'])
        .where('recordings.id', '=', recordingId)
        .executeTakeFirstOrThrow();
      return {
        ...{ fromS, toS, streams: row.streams, laps: readJsonOr(row.laps, laps, []) },
        startedAt: secondsLater(row.started_at, fromS),
      };
    }),
  );
}

/** When the recordings of some pieces began. */
export async function startsOf(db: Reader, pieces: readonly Piece[]): Promise<(string | null)[]> {
  const rows = await db
    .selectFrom('recordings')
    .select(['id', 'started_at'])
    .where(
      'id',
      'in',
      pieces.map(({ recordingId }) => recordingId),
    )
    .execute();
  const starts = new Map(rows.map(({ id, started_at: at }) => [id, at]));
  return pieces.map(({ recordingId }) => starts.get(recordingId) ?? null);
}

/** A local time some seconds later. */
export function secondsLater(local: string | null, seconds: number): string | null {
  return local === null
    ? null
    : new Date(Date.parse(`${local.slice(0, 19)}Z`) + seconds * 1000).toISOString().slice(0, 19);
}

/** Recordings that are made of any of some. */
export function madeOfAny(db: Reader, ids: readonly string[]): Promise<RecordingRow[]> {
  return db
    .selectFrom('recordings')
    .selectAll()
    .where('columns', 'is not', null)
    .where((check) => check.or(ids.map((id) => sql<boolean>`instr(recordings.columns, ${id}) > 0`)))
    .execute();
}

/** Recordings of rides that are there, or of which one is made that is. */
function present(db: Reader) {
  return db
    .selectFrom('recordings')
    .innerJoin('rides', 'rides.id', 'recordings.ride_id')
    .selectAll('recordings')
    .where((check) =>
      check.or([check('rides.deleted_at', 'is', null), check('rides.made_into', 'is not', null)]),
    );
}

async function streamsOf(db: Reader, id: string): Promise<Streams> {
  const { streams } = await db
    .selectFrom('recording_streams')
    .select('streams')
    .where('recording_id', '=', id)
    .executeTakeFirstOrThrow();
  const { stops, channels } = isPacked(streams)
    ? unpackStreams(streams, CHANNELS)
    : unpackOld(streams);
  return { ...channels, watts: channels.watts ?? [], stops };
}

const laps = z.array(z.object({ startS: z.number(), seconds: z.number() }));
const notes = z.array(z.string());

/** The recordings of some rides as they are stored, with their laps, the earliest first. */
export async function partsOf(
  db: Reader,
  rideIds: readonly string[],
): Promise<(StoredPart & { readonly rideId: string })[]> {
  const rows = await db
    .selectFrom('recordings')
    .innerJoin('recording_streams', 'recording_streams.recording_id', 'recordings.id')
    .select(['recordings.ride_id', 'recordings.started_at', 'recordings.laps'])
    .select('recordings.columns')
    .select('recording_streams.streams')
    .where('recordings.ride_id', 'in', rideIds)
    .orderBy('recordings.started_at')
    .execute();
  return rows.map(({ ride_id: rideId, started_at: startedAt, laps: stored, streams, columns }) => ({
    ...{ rideId, startedAt, streams, between: readSaid(columns).of?.between ?? [] },
    laps: readJsonOr(stored, laps, []),
  }));
}

export function fromRow(row: RecordingRow): RecordingSummary {
  const { halved, of } = readSaid(row.columns);
  return {
    id: row.id,
    riderId: row.rider_id,
    rideId: row.ride_id,
    fileName: row.file_name,
    receivedAt: row.received_at,
    startedAt: row.started_at,
    seconds: row.seconds,
    bytes: row.bytes,
    kind: row.kind,
    powerSource: row.power_source,
    laps: readJsonOr(row.laps, laps, []),
    notes: readJsonOr(row.notes, notes, []),
    ...{ halved, madeOf: of },
  };
}
