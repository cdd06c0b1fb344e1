import { gunzipSync } from 'node:zlib';
import type { RecordingSummary, RecordingWithStreams } from '@uphill/api';
import { z } from 'zod';
import type { Db } from '../database.ts';
import { notFound } from '../refusal.ts';
import type { RecordingRow } from '../tables.ts';
import { readJsonOr } from './json.ts';
import type { Reader } from './rides.ts';

type Channel = (number | null)[] | null;

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
    .select(['recording_files.file'])
    .where('recordings.id', '=', id)
    .executeTakeFirst();
  if (!row) throw notFound('recording');
  return { name: row.file_name, bytes: row.file };
}

/** Recordings of rides that are there. */
function present(db: Reader) {
  return db
    .selectFrom('recordings')
    .innerJoin('rides', 'rides.id', 'recordings.ride_id')
    .selectAll('recordings')
    .where('rides.deleted_at', 'is', null);
}

/** A list is taken as it lies: a day of seconds is too long to look at each of them. */
const list = z.custom<NonNullable<Channel>>((value) => Array.isArray(value));
/** Streams of before an update know fewer channels until they are read again. */
const streams = z
  .object({
    watts: list,
    bpm: list.nullable(),
    rpm: list.nullable(),
    metresPerSecond: list.nullable(),
    heightM: list.nullable(),
    latitude: list.nullable(),
    longitude: list.nullable(),
    celsius: list.nullable(),
    stops: z.custom<Streams['stops']>((value) => Array.isArray(value)),
  })
  .partial();

async function streamsOf(db: Reader, id: string): Promise<Streams> {
  const row = await db
    .selectFrom('recording_streams')
    .select('streams')
    .where('recording_id', '=', id)
    .executeTakeFirstOrThrow();
  const stored = readJsonOr(gunzipSync(row.streams).toString('utf8'), streams, {});
  const channel = (name: Exclude<keyof Streams, 'stops' | 'watts'>): Channel =>
    stored[name] ?? null;
  return {
    ...{
      watts: stored.watts ?? [],
      bpm: channel('bpm'),
      rpm: channel('rpm'),
      metresPerSecond: channel('metresPerSecond'),
    },
    ...{
      heightM: channel('heightM'),
      latitude: channel('latitude'),
      longitude: channel('longitude'),
      celsius: channel('celsius'),
    },
    stops: stored.stops ?? [],
  };
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
