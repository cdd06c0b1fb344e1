import { randomUUID } from 'node:crypto';
import { type MarkedEffortEntry, markedEffort, type NewMarkedEffort } from '@uphill/api';
import { bestWindows, meanOf, preparePower, printClock, roundHalfUp } from '@uphill/core';
import type { Transaction } from 'kysely';
import type { Db } from '../database.ts';
import { badField, notFound } from '../refusal.ts';
import type { MarkedEffortRow, Tables } from '../tables.ts';
import { act, orConflict } from './journal.ts';
import { readStreams } from './recordings.ts';
import { riderName } from './riders.ts';

/** Efforts that the coach marked maximal, in the order in which they were marked. */
export async function listMarkedEfforts(db: Db, riderId: string): Promise<MarkedEffortEntry[]> {
  await riderName(db, riderId);
  return (await joined(db).where('marked_efforts.rider_id', '=', riderId).execute()).map(fromRow);
}

export async function markEffort(
  db: Db,
  riderId: string,
  { recordingId, startS, seconds, note }: NewMarkedEffort,
): Promise<MarkedEffortEntry> {
  const name = await riderName(db, riderId);
  const watts = preparePower((await readStreams(db, riderId, recordingId)).watts).clock;
  const start = startS ?? bestWindows(watts, [seconds])[0]?.startS;
  if (start === undefined || start + seconds > watts.length)
    throw badField(
      'seconds',
      `The effort reaches past the end of its recording at ${printClock(watts.length)}.`,
    );
  const meanW = meanOf(watts.subarray(start, start + seconds));
  if (meanW === 0) throw badField('startS', 'There are no watts in this effort.');
  const row: MarkedEffortRow = {
    ...{
      id: randomUUID(),
      rider_id: riderId,
      recording_id: recordingId,
      start_s: start,
      seconds,
      mean_w: meanW,
    },
    ...{ note, withdrawn: null, version: 1, created_at: new Date().toISOString() },
  };
  const label = `marked ${printClock(seconds)} at ${roundHalfUp(meanW)} W of ${name} as maximal`;
  return act(db, label, markedEffort, async ({ insert, trx }) => {
    await refuseOverlap(trx, row);
    await insert('marked_efforts', row);
    return readOne(trx, riderId, row.id);
  });
}

/** Withdraws a mark with its reason, or brings it back. */
export async function withdrawMark(
  db: Db,
  riderId: string,
  id: string,
  change: { version: number; withdrawn: string | null },
): Promise<MarkedEffortEntry> {
  const read = () => readOne(db, riderId, id);
  const { seconds, meanW } = await read();
  const name = await riderName(db, riderId);
  const label = `${change.withdrawn === null ? 'brought back' : 'withdrew'} the marked ${printClock(seconds)} at ${roundHalfUp(meanW)} W of ${name}`;
  return orConflict(change, read, () =>
    act(db, label, markedEffort, async ({ update, trx }) => {
      await update('marked_efforts', id, {
        withdrawn: change.withdrawn,
        version: change.version + 1,
      });
      return readOne(trx, riderId, id);
    }),
  );
}

/** What a mark's watts are, after its recording was read again. */
export async function rereadMarks(
  trx: Transaction<Tables>,
  riderId: string,
  recordingId: string,
): Promise<void> {
  const marks = await trx
    .selectFrom('marked_efforts')
    .selectAll()
    .where('recording_id', '=', recordingId)
    .execute();
  if (marks.length === 0) return;
  const watts = preparePower((await readStreams(trx, riderId, recordingId)).watts).clock;
  for (const { id, start_s: start, seconds } of marks) {
    const meanW = meanOf(watts.subarray(start, Math.min(start + seconds, watts.length)));
    await trx.updateTable('marked_efforts').set({ mean_w: meanW }).where('id', '=', id).execute();
  }
}

/** One point an effort: what overlaps a mark that counts is the same effort. */
async function refuseOverlap(
  trx: Transaction<Tables>,
  { recording_id: recordingId, start_s: start, seconds }: MarkedEffortRow,
): Promise<void> {
  const other = await trx
    .selectFrom('marked_efforts')
    .select(['start_s', 'seconds'])
    .where('recording_id', '=', recordingId)
    .where('withdrawn', 'is', null)
    .where('start_s', '<', start + seconds)
    .where(({ eb }) => eb(eb('start_s', '+', eb.ref('seconds')), '>', start))
    .executeTakeFirst();
  if (other)
    throw badField(
      'startS',
      `It overlaps the ${printClock(other.seconds)} marked from ${printClock(other.start_s)}: one effort counts once.`,
    );
}

function joined(db: Db) {
  return db
    .selectFrom('marked_efforts')
    .innerJoin('recordings', 'recordings.id', 'marked_efforts.recording_id')
    .selectAll('marked_efforts')
    .select(['recordings.date', 'recordings.power_source'])
    .orderBy('marked_efforts.created_at');
}

async function readOne(db: Db, riderId: string, id: string): Promise<MarkedEffortEntry> {
  const row = await joined(db)
    .where('marked_efforts.id', '=', id)
    .where('marked_efforts.rider_id', '=', riderId)
    .executeTakeFirst();
  if (!row) throw notFound('marked effort');
  return fromRow(row);
}

function fromRow(row: MarkedEffortRow & { date: string; power_source: string }): MarkedEffortEntry {
  return {
    id: row.id,
    riderId: row.rider_id,
    recordingId: row.recording_id,
    date: row.date,
    powerSource: row.power_source as MarkedEffortEntry['powerSource'],
    startS: row.start_s,
    seconds: row.seconds,
    meanW: row.mean_w,
    note: row.note,
    withdrawn: row.withdrawn,
    version: row.version,
  };
}
