import type { RecordingSummary, RecordingWithStreams } from '@uphill/api';
import { z } from 'zod';
import type { Db } from '../database.ts';
import { unpackFile } from '../packs.ts';
import { notFound } from '../refusal.ts';
import { isPacked, unpackStreams } from '../streamPack.ts';
import type { RecordingRow } from '../tables.ts';
import { readJsonOr } from './json.ts';
import { CHANNELS, unpackOld } from '../oldStreams.ts';
import type { Reader } from './rides.ts';

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

/** Recordings of rides that are there. */
function present(db: Reader) {
  return db
    .selectFrom('recordings')
    .innerJoin('rides', 'rides.id', 'recordings.ride_id')
    .selectAll('recordings')
    .where('rides.deleted_at', 'is', null);
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

export function fromRow(row: RecordingRow): RecordingSummary {
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
  };
}
