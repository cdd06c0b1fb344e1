import { createHash, randomUUID } from 'node:crypto';
import { gunzipSync } from 'node:zlib';
import type { RecordingSummary, RecordingWithStreams } from '@uphill/api';
import { dayRefusal } from '@uphill/core';
import type { Db } from '../database.ts';
import { packBests } from '../packedBests.ts';
import { badField, notFound, orNotSaved } from '../refusal.ts';
import { plusOneDay, today } from '../today.ts';
import type { ImportPool } from '../workers/pool.ts';
import { riderName } from './riders.ts';

export interface Streams {
  readonly watts: (number | null)[];
  readonly bpm: (number | null)[] | null;
  readonly rpm: (number | null)[] | null;
}

type SummaryRow = {
  id: string;
  rider_id: string;
  file_name: string;
  received_at: string;
  started_at: string | null;
  seconds: number;
  notes: string;
  kind: string;
  laps: string;
  power_source: string;
  bytes: number;
};

/** Keeps a recording as received, with its streams and best efforts beside it; the same file twice is one. */
export async function keepRecording(
  db: Db,
  pool: ImportPool,
  riderId: string,
  file: { name: string; bytes: Uint8Array },
): Promise<{ recording: RecordingSummary; duplicate: boolean }> {
  const rider = await db
    .selectFrom('riders')
    .select('power_source')
    .where('id', '=', riderId)
    .executeTakeFirst();
  if (!rider) throw notFound('rider');
  const sha256 = createHash('sha256').update(file.bytes).digest('hex');
  const known = await summaries(db)
    .where('rider_id', '=', riderId)
    .where('sha256', '=', sha256)
    .executeTakeFirst();
  if (known) return { recording: fromRow(known), duplicate: true };

  const read = await pool.importRecording(file.bytes);
  if (!read.ok) throw badField('file', read.reason);
  const { startedAt, seconds, notes, streams, bests, kind, laps } = read.value;
  const id = randomUUID();
  // A clock that was never set says nothing of the day.
  const told = startedAt?.slice(0, 10) ?? today();
  const refusal = dayRefusal(told, 'past', plusOneDay(today()));
  const date = refusal === null ? told : today();
  const doubt = refusal === null ? null : `${refusal} Filed under the day it was brought in.`;
  await orNotSaved(`the recording ${safeName(file.name)}`, () =>
    db.transaction().execute((trx) =>
      trx
        .insertInto('recordings')
        .values({
          id,
          rider_id: riderId,
          file_name: safeName(file.name),
          sha256,
          received_at: new Date().toISOString(),
          started_at: startedAt,
          date,
          seconds,
          notes: JSON.stringify(doubt === null ? notes : [...notes, doubt]),
          kind,
          laps: JSON.stringify(laps),
          power_source: rider.power_source,
          file: Buffer.from(file.bytes),
          streams: Buffer.from(streams),
          bests: packBests(bests),
        })
        // Two uploads of the same file at once: the second finds the first.
        .onConflict((clash) => clash.columns(['rider_id', 'sha256']).doNothing())
        .execute(),
    ),
  );
  const stored = await summaries(db)
    .where('rider_id', '=', riderId)
    .where('sha256', '=', sha256)
    .executeTakeFirstOrThrow();
  return { recording: fromRow(stored), duplicate: stored.id !== id };
}

export async function listRecordings(db: Db, riderId: string): Promise<RecordingSummary[]> {
  await riderName(db, riderId);
  return (
    await summaries(db).where('rider_id', '=', riderId).orderBy('date', 'desc').execute()
  ).map(fromRow);
}

export async function readRecording(db: Db, id: string): Promise<RecordingWithStreams> {
  const row = await summaries(db).where('id', '=', id).executeTakeFirst();
  if (!row) throw notFound('recording');
  return { ...fromRow(row), ...(await readStreams(db, row.rider_id, id)) };
}

export async function readStreams(db: Db, riderId: string, id: string): Promise<Streams> {
  const row = await db
    .selectFrom('recordings')
    .select('streams')
    .where('id', '=', id)
    .where('rider_id', '=', riderId)
    .executeTakeFirst();
  if (!row) throw notFound('recording');
  return JSON.parse(gunzipSync(row.streams).toString('utf8')) as Streams;
}

/** The file as it was received, byte for byte. */
export async function readFile(db: Db, id: string): Promise<{ name: string; bytes: Uint8Array }> {
  const row = await db
    .selectFrom('recordings')
    .select(['file', 'file_name'])
    .where('id', '=', id)
    .executeTakeFirst();
  if (!row) throw notFound('recording');
  return { name: row.file_name, bytes: row.file };
}

function summaries(db: Db) {
  return db
    .selectFrom('recordings')
    .select([
      'id',
      'rider_id',
      'file_name',
      'received_at',
      'started_at',
      'seconds',
      'notes',
      'kind',
      'laps',
      'power_source',
    ])
    .select(({ fn }) => fn<number>('length', ['file']).as('bytes'));
}

function fromRow(row: SummaryRow): RecordingSummary {
  return {
    id: row.id,
    riderId: row.rider_id,
    fileName: row.file_name,
    receivedAt: row.received_at,
    startedAt: row.started_at,
    seconds: row.seconds,
    bytes: row.bytes,
    kind: row.kind as RecordingSummary['kind'],
    powerSource: row.power_source as RecordingSummary['powerSource'],
    laps: JSON.parse(row.laps) as RecordingSummary['laps'],
    notes: JSON.parse(row.notes) as string[],
  };
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
