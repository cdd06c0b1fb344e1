import {
  type ListedReading,
  repEditsSchema,
  type RepEditsChange,
  type RideReading,
} from '@uphill/api';
import { READING_ALGORITHM } from '@uphill/core/review';
import type { Db } from '../database.ts';
import { badField, conflict, notFound } from '../refusal.ts';
import type { RideMatchRow, RideRow } from '../tables.ts';
import type { ImportPool } from '../workers/pool.ts';
import { fillFigures } from './dayFigures.ts';
import { act } from './journal.ts';
import { readJsonOr, readPlan } from './json.ts';
import { offeredDay } from './offeredDay.ts';
import { askedOf, readingFrom, readingOf, readSome, unreadRides } from './readings.ts';
import { alsoOf } from './recordings.ts';
import { riderName } from './riderName.ts';
import { type Reader, rides, rideRow } from './rides.ts';
import { ridesBeside } from './ridesBeside.ts';
import { planSeen } from './handed.ts';
import { rideWords } from './rideWords.ts';
import { recordsOf } from './suggestionRecords.ts';
import { familyBefore, suggestedAfter } from './suggestions.ts';

/** Rides of a list that are read before it is answered; more are read beside it, and follow. */
const MOST_AT_ONCE = 60;
const MOST_BEFORE = 5;
const NONE = { firstS: null, changes: [], said: [] };

type Pool = Pick<ImportPool, 'readRides'>;

/** A ride as it was read, what it leads to, and the same family before. */
export async function readRideReading(db: Db, pool: Pool, id: string): Promise<RideReading> {
  const row = await rideRow(db, id);
  const reading = await readingOf(db, pool, row);
  if (!reading) throw notFound('ride');
  const match = await matchOf(db, id);
  const asked = match ? await askedOf(db, row, match) : null;
  const before =
    reading.family === null
      ? []
      : await familyBefore(db, row, reading.family).limit(MOST_BEFORE).execute();
  return {
    rideId: id,
    reading,
    asked: asked && { plan: asked.plan, from: asked.from },
    version: match?.version ?? null,
    edits: match ? readJsonOr(match.edits, repEditsSchema, NONE) : NONE,
    suggested: await suggestedAfter(db, { row, reading }),
    before: await Promise.all(
      before.flatMap(({ id: rideId, date, rpe, reading: text, day_id: dayId }) => {
        const read = readingFrom(text);
        return read
          ? [nameOf(db, dayId).then((name) => ({ rideId, date, name, rpe, reading: read }))]
          : [];
      }),
    ),
    records: await recordsOf(db, row.rider_id),
    offered: match ? null : await offeredDay(db, row),
    alsoOf: await alsoOf(db, row),
    ...(await ridesBeside(db, row)),
    nextUnread: await nextUnread(db, row),
  };
}

async function nameOf(db: Reader, dayId: string): Promise<string> {
  const day = await db.selectFrom('days').select('plan').where('id', '=', dayId).executeTakeFirst();
  return day ? readPlan(day.plan).plan.name : '';
}

function matchOf(db: Reader, rideId: string): Promise<RideMatchRow | undefined> {
  return db
    .selectFrom('ride_matches')
    .selectAll()
    .where('ride_id', '=', rideId)
    .orderBy('tried')
    .executeTakeFirst();
}

/** The ride that nobody has opened yet, the latest first, of the same rider. */
async function nextUnread(db: Reader, row: RideRow): Promise<string | null> {
  const next = await rides(db)
    .select('rides.id')
    .where('rider_id', '=', row.rider_id)
    .where('read_at', 'is', null)
    .where('withdrawn', 'is', null)
    .where('id', '<>', row.id)
    .orderBy('date', 'desc')
    .orderBy('started_at', 'desc')
    .executeTakeFirst();
  return next?.id ?? null;
}

/** What a list shows of a rider's rides within some days; a few that are not read yet are read now. */
export async function listReadings(
  db: Db,
  pool: Pool,
  riderId: string,
  range: { from: string; to: string },
): Promise<ListedReading[]> {
  await riderName(db, riderId);
  const waiting = await unreadRides(db, { riderId, ...range });
  if (waiting.length > 0 && waiting.length <= MOST_AT_ONCE)
    await readSome(
      db,
      pool,
      riderId,
      waiting.map(({ id }) => id),
    );
  await fillFigures(db, [riderId], range);
  const rows = await rides(db)
    .leftJoin('ride_readings', (join) =>
      join
        .onRef('ride_readings.ride_id', '=', 'rides.id')
        .on('ride_readings.algorithm', '=', READING_ALGORITHM),
    )
    .leftJoin('ride_matches', 'ride_matches.ride_id', 'rides.id')
    .leftJoin('days', 'days.id', 'ride_matches.day_id')
    .leftJoin('day_figures', 'day_figures.day_id', 'days.id')
    .select(['rides.id', 'rides.read_at', 'rides.kind', 'ride_readings.reading'])
    .select(planSeen().as('plan'))
    .select(['day_figures.name', 'day_figures.load'])
    .where('rides.rider_id', '=', riderId)
    .where('rides.date', '>=', range.from)
    .where('rides.date', '<=', range.to)
    .orderBy('rides.date', 'desc')
    .orderBy('rides.started_at', 'desc')
    .execute();
  return rows.map((row) => {
    const plan = row.plan === null ? null : readPlan(row.plan).plan;
    return {
      rideId: row.id,
      unread: row.read_at === null,
      kind: row.kind,
      asked: plan && { name: plan.name || (row.name ?? ''), load: row.load },
      system: plan?.system ?? null,
      reading: row.reading === null ? null : readingFrom(row.reading),
    };
  });
}

/** Keeps what the coach said of a ride's reps. */
export async function editReps(
  db: Db,
  id: string,
  { version, edits }: RepEditsChange,
): Promise<void> {
  const row = await rideRow(db, id);
  const match = await matchOf(db, id);
  if (!match) throw badField('edits', 'This ride belongs to no day, so no reps were asked of it.');
  if (match.version !== version) throw conflict({ version }, { version: match.version });
  const name = await riderName(db, row.rider_id);
  const label = `corrected the reps of ${rideWords(name, row.date)}`;
  await act(db, label, null, async ({ update }) => {
    await update('ride_matches', match.id, { edits: JSON.stringify(edits), version: version + 1 });
  });
}

/** Notes that a ride was opened, or that it is to be looked at again. Nothing that undo takes back. */
export async function markRead(db: Db, id: string, read: boolean): Promise<void> {
  await rideRow(db, id);
  await db
    .updateTable('rides')
    .set({ read_at: read ? new Date().toISOString() : null })
    .where('id', '=', id)
    .execute();
}
