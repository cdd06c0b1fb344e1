import { randomUUID } from 'node:crypto';
import { type MarkedEffortEntry, markedEffortSchema, type NewMarkedEffort } from '@uphill/api';
import { bestWindows, meanOf, preparePower } from '@uphill/core/power';
import { printClock, roundHalfUp } from '@uphill/core/units';
import type { Transaction } from 'kysely';
import type { Db } from '../database.ts';
import { badField, notFound } from '../refusal.ts';
import type { MarkedEffortRow, RideRow, Tables } from '../tables.ts';
import { act, orConflict } from './journal.ts';
import { streamsOfRide } from './recordings.ts';
import { riderName } from './riderName.ts';
import { rides, whyIdle } from './rides.ts';

/** Efforts that the coach marked maximal, in the order in which they were marked. */
export async function listMarkedEfforts(db: Db, riderId: string): Promise<MarkedEffortEntry[]> {
  await riderName(db, riderId);
  return (await joined(db).where('marked_efforts.rider_id', '=', riderId).execute()).map(fromRow);
}

export async function markEffort(
  db: Db,
  riderId: string,
  { rideId, startS, seconds, note }: NewMarkedEffort,
): Promise<MarkedEffortEntry> {
  const name = await riderName(db, riderId);
  const ride = await rides(db)
    .select('id')
    .where('id', '=', rideId)
    .where('rider_id', '=', riderId)
    .executeTakeFirst();
  const streams = ride ? await streamsOfRide(db, rideId) : null;
  if (!streams) throw notFound('ride');
  const watts = preparePower(streams.watts, streams.stops).clock;
  const start = startS ?? bestWindows(watts, [seconds])[0]?.startS;
  if (start === undefined || start + seconds > watts.length)
    throw badField(
      'seconds',
      `The effort reaches past the end of its ride at ${printClock(watts.length)}.`,
    );
  const meanW = meanOf(watts.subarray(start, start + seconds));
  if (meanW === 0) throw badField('startS', 'There are no watts in this effort.');
  const row: MarkedEffortRow = {
    ...{
      id: randomUUID(),
      rider_id: riderId,
      ride_id: rideId,
      start_s: start,
      seconds,
      mean_w: meanW,
      protocol: null,
    },
    ...{ note, withdrawn: null, version: 1, created_at: new Date().toISOString() },
  };
  const label = `marked ${printClock(seconds)} at ${roundHalfUp(meanW)} W of ${name} as maximal`;
  return act(db, label, markedEffortSchema, async ({ insert, trx }) => {
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
  const label = `${change.withdrawn === null ? 'restored' : 'withdrew'} the marked ${printClock(seconds)} at ${roundHalfUp(meanW)} W of ${name}`;
  return orConflict(change, read, () =>
    act(db, label, markedEffortSchema, async ({ update, trx }) => {
      await update('marked_efforts', id, {
        withdrawn: change.withdrawn,
        version: change.version + 1,
      });
      return readOne(trx, riderId, id);
    }),
  );
}

/** What a mark's watts are, after its ride was read again. */
export async function rereadMarks(trx: Transaction<Tables>, rideId: string): Promise<void> {
  const marks = await trx
    .selectFrom('marked_efforts')
    .selectAll()
    .where('ride_id', '=', rideId)
    .execute();
  const streams = marks.length === 0 ? null : await streamsOfRide(trx, rideId);
  if (!streams) return;
  const watts = preparePower(streams.watts, streams.stops).clock;
  for (const { id, start_s: start, seconds } of marks) {
    const meanW = meanOf(watts.subarray(start, Math.min(start + seconds, watts.length)));
    await trx.updateTable('marked_efforts').set({ mean_w: meanW }).where('id', '=', id).execute();
  }
}

/** One point an effort: what overlaps a mark that counts is the same effort. */
async function refuseOverlap(
  trx: Transaction<Tables>,
  { ride_id: rideId, start_s: start, seconds }: MarkedEffortRow,
): Promise<void> {
  const other = await trx
    .selectFrom('marked_efforts')
    .select(['start_s', 'seconds'])
    .where('ride_id', '=', rideId)
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
  return (
    db
      .selectFrom('marked_efforts')
      .innerJoin('rides', 'rides.id', 'marked_efforts.ride_id')
      .innerJoin('recordings', 'recordings.ride_id', 'rides.id')
      .selectAll('marked_efforts')
      .select([
        'rides.date',
        'rides.power_source',
        'rides.origin',
        'rides.dated_by',
        'recordings.id as recording_id',
      ])
      .select('rides.withdrawn as ride_withdrawn')
      // Of a ride that was deleted nothing is told.
      .where('rides.deleted_at', 'is', null)
      .orderBy('marked_efforts.created_at')
  );
}

type Joined = MarkedEffortRow &
  Pick<RideRow, 'date' | 'power_source' | 'origin' | 'dated_by'> & {
    recording_id: string;
    ride_withdrawn: string | null;
  };

async function readOne(db: Db, riderId: string, id: string): Promise<MarkedEffortEntry> {
  const row = await joined(db)
    .where('marked_efforts.id', '=', id)
    .where('marked_efforts.rider_id', '=', riderId)
    .executeTakeFirst();
  if (!row) throw notFound('marked effort');
  return fromRow(row);
}

function fromRow(row: Joined): MarkedEffortEntry {
  return {
    id: row.id,
    riderId: row.rider_id,
    rideId: row.ride_id,
    recordingId: row.recording_id,
    date: row.date,
    powerSource: row.power_source,
    startS: row.start_s,
    seconds: row.seconds,
    meanW: row.mean_w,
    note: row.note,
    withdrawn: row.withdrawn,
    idle: whyIdle({ ...row, withdrawn: row.ride_withdrawn }),
    version: row.version,
  };
}
