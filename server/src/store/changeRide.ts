import { randomUUID } from 'node:crypto';
import { type NewRide, type Ride, rideSchema, type RideChange, type RideLink } from '@uphill/api';
import { format, parseISO } from 'date-fns';
import type { Db } from '../database.ts';
import { badField, notFound, Refusal, refuseDay } from '../refusal.ts';
import type { RideRow } from '../tables.ts';
import { type Act, act, orConflict } from './journal.ts';
import { readPlan } from './json.ts';
import { riderName } from './riderName.ts';
import { readRide, rides } from './rides.ts';
import { rideWords } from './rideWords.ts';
import { tieFor } from './tieRide.ts';

/** Adds a ride without a recording, as it is typed. */
export async function addRide(
  db: Db,
  riderId: string,
  { date, kind, minutes, rpe, note }: NewRide,
): Promise<Ride> {
  const name = await riderName(db, riderId);
  refuseDay('date', date, 'past');
  const row: RideRow = {
    ...{
      id: randomUUID(),
      rider_id: riderId,
      date,
      dated_by: 'coach',
      started_at: null,
      origin: 'hand',
      kind,
      power_source: 'none',
    },
    ...{
      minutes,
      rpe,
      note,
      withdrawn: null,
      // The coach typed it, so there is nothing to open.
      read_at: new Date().toISOString(),
      log: '{}',
      deleted_at: null,
      made_into: null,
      version: 1,
      created_at: new Date().toISOString(),
    },
  };
  return act(db, `added ${rideWords(name, date)}`, rideSchema, async ({ insert, trx }) => {
    await insert('rides', row);
    return readRide(trx, row.id);
  });
}

/** Dates a ride, says of what kind it was and how it felt, withdraws it or brings it back. */
export async function changeRide(db: Db, id: string, change: RideChange): Promise<Ride> {
  const read = () => readRide(db, id);
  const stored = await read();
  const name = await riderName(db, stored.riderId);
  const { version, date, withdrawn, powerSource, log, ...said } = change;
  if (date !== undefined) refuseDay('date', date, 'past');
  if (said.minutes !== undefined && stored.origin !== 'hand')
    throw badField('minutes', 'How long it was is in its recording.');
  if (said.minutes === null) throw badField('minutes', 'Say how long it was.');
  let label: string;
  if (withdrawn !== undefined && (withdrawn === null) !== (stored.withdrawn === null))
    label = `${withdrawn === null ? 'restored' : 'withdrew'} ${rideWords(name, stored.date)}`;
  else if (date !== undefined && date !== stored.date)
    label = `dated ${rideWords(name, stored.date)} to ${format(parseISO(date), 'EEE d MMM')}`;
  else label = `changed ${rideWords(name, stored.date)}`;
  const given = Object.fromEntries(
    Object.entries(said).filter(([, value]) => value !== undefined),
  ) as Partial<RideRow>;
  return orConflict(change, read, () =>
    act(db, label, rideSchema, async ({ insert, update, trx }) => {
      await update('rides', id, {
        ...given,
        ...(powerSource === undefined ? {} : { power_source: powerSource }),
        ...(withdrawn === undefined ? {} : { withdrawn }),
        ...(log === undefined ? {} : { log: JSON.stringify({ ...stored.log, ...log }) }),
        // A date that somebody gave is no longer assumed, also where it is the one that was.
        ...(date === undefined
          ? {}
          : {
              date,
              dated_by:
                date === stored.startedAt?.slice(0, 10) ? ('file' as const) : ('coach' as const),
            }),
        version: version + 1,
      });
      // Now that its day is known it may belong to what stands on it.
      const match = date !== undefined && stored.day === null ? await tieOf(trx, id, stored) : null;
      if (match) await insert('ride_matches', match);
      return readRide(trx, id);
    }),
  );
}

async function tieOf(trx: Act['trx'], id: string, { recordings }: Ride) {
  const row = await trx
    .selectFrom('rides')
    .selectAll()
    .where('id', '=', id)
    .executeTakeFirstOrThrow();
  return tieFor(
    trx,
    row,
    recordings.reduce((sum, { seconds }) => sum + seconds, 0),
  );
}

/** Links a ride to a day of its rider, in place of what it was linked to; null unlinks it. */
export async function linkRide(
  db: Db,
  id: string,
  { version, dayId, reps = null }: RideLink,
): Promise<Ride> {
  const read = () => readRide(db, id);
  const stored = await read();
  const name = await riderName(db, stored.riderId);
  const day =
    dayId === null
      ? null
      : await db.selectFrom('days').selectAll().where('id', '=', dayId).executeTakeFirst();
  if (day === undefined) throw notFound('day');
  if (day && day.rider_id !== stored.riderId)
    throw badField('dayId', 'That day is another rider’s.');
  const tried = day ? await isTried(db, stored) : false;
  const label = day
    ? `linked ${rideWords(name, stored.date)} to ${readPlan(day.plan).plan.name}`
    : `unlinked ${rideWords(name, stored.date)}`;
  // Linked once more to where it belongs already, it keeps what was said of its reps.
  const stays = day !== null && reps === null && stored.day?.id === day.id;
  return orConflict({ version, dayId }, read, () =>
    act(db, label, rideSchema, async (doing) => {
      if (!stays) await unlink(doing, id);
      await doing.update('rides', id, {
        ...(day && stored.kind === 'free' ? { kind: 'session' as const } : {}),
        version: version + 1,
      });
      if (day && !stays) {
        // Asked under the lock of the action: two tabs cannot both link it.
        const other = tried
          ? undefined
          : await doing.trx
              .selectFrom('ride_matches')
              .select('ride_id')
              .where('day_id', '=', day.id)
              .where('tried', '=', 0)
              .executeTakeFirst();
        if (other)
          throw new Refusal(
            'ridden-already',
            `${readPlan(day.plan).plan.name} on ${format(parseISO(day.date), 'EEE d MMM')} has a ride already. Unlink that one first.`,
          );
        await doing.insert('ride_matches', {
          ...{
            id: randomUUID(),
            day_id: day.id,
            ride_id: id,
            tried: tried ? 1 : 0,
            reps: reps === null ? null : JSON.stringify(reps),
            edits: '{}',
          },
          ...{ version: 1, created_at: new Date().toISOString() },
        });
      }
      return readRide(doing.trx, id);
    }),
  );
}

/** On the stand-ins nobody rode, unless the rider is made up as well: then it is that rider's ride. */
async function isTried(db: Db, { origin, riderId }: Ride): Promise<boolean> {
  if (origin !== 'standIns') return false;
  const rider = await db
    .selectFrom('riders')
    .select('demo')
    .where('id', '=', riderId)
    .executeTakeFirst();
  return rider?.demo !== 1;
}

async function unlink({ remove, trx }: Act, rideId: string): Promise<void> {
  for (const match of await trx
    .selectFrom('ride_matches')
    .select('id')
    .where('ride_id', '=', rideId)
    .execute())
    await remove('ride_matches', match.id);
}

/**
 * Deletes a ride. Row and file stay out of sight until the step that undoes it has left the journal; then they go for
 * good.
 */
export async function deleteRide(db: Db, id: string, version: number): Promise<void> {
  const read = () => readRide(db, id);
  const stored = await read();
  const name = await riderName(db, stored.riderId);
  if (stored.tests.length > 0)
    throw new Refusal(
      'test-read-off',
      `${stored.tests.length === 1 ? 'A test was' : `${stored.tests.length} tests were`} read off this ride. Delete the test first, or withdraw the ride.`,
    );
  await orConflict({ version }, read, () =>
    act(db, `deleted ${rideWords(name, stored.date)}`, null, async (doing) => {
      if (!(await rides(doing.trx).select('id').where('id', '=', id).executeTakeFirst()))
        throw notFound('ride');
      await unlink(doing, id);
      await doing.update('rides', id, {
        deleted_at: new Date().toISOString(),
        version: version + 1,
      });
    }),
  );
}
