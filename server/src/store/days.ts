import { type BookDone, type Day, type MonthOfDays, riddenSchema, shapeOf } from '@uphill/api';
import { REASONS } from '@uphill/core/season';
import { planSchema } from '@uphill/core/sessions';
import { sql } from 'kysely';
import { z } from 'zod';
import type { Db } from '../database.ts';
import { notFound } from '../refusal.ts';
import type { DayRow } from '../tables.ts';
import { HANDED, isAsItStands } from './handed.ts';
import { grouped } from './grouped.ts';
import { readJsonOr, readPlan } from './json.ts';
import { riderName } from './riderName.ts';
import type { Reader } from './rides.ts';

/** A rider's days with their plans. */
export async function listDays(
  db: Db,
  riderId: string,
  range: { from: string; to: string },
): Promise<Day[]> {
  const rows = await inOrder(db)
    .where('rider_id', '=', riderId)
    .where('date', '>=', range.from)
    .where('date', '<=', range.to)
    .execute();
  return completeDays(db, rows);
}

/** One date of all riders that are worked with, with their plans. */
export async function listDaysOn(db: Db, date: string): Promise<Day[]> {
  const rows = await inOrder(db)
    .where('date', '=', date)
    .where('rider_id', 'in', (riders) =>
      riders.selectFrom('riders').select('id').where('archived', '=', 0),
    )
    .execute();
  return completeDays(db, rows);
}

function inOrder(db: Db) {
  return db
    .selectFrom('days')
    .selectAll()
    .orderBy('date')
    .orderBy('position')
    .orderBy('created_at');
}

/** The months in which a rider has days, the earliest first. */
export async function monthsOfDays(db: Db, riderId: string): Promise<MonthOfDays[]> {
  await riderName(db, riderId);
  const month = sql<string>`substr(date, 1, 7)`;
  return db
    .selectFrom('days')
    .select(({ fn }) => [
      month.as('month'),
      fn.countAll<number>().as('days'),
      fn.min<string>('date').as('first'),
      fn.max<string>('date').as('last'),
    ])
    .where('rider_id', '=', riderId)
    .groupBy(month)
    .orderBy(month)
    .execute();
}

/** What of the book a rider did as asked, and when last; found in the index alone. */
export async function bookDone(db: Db, riderId: string): Promise<BookDone[]> {
  await riderName(db, riderId);
  const { rows } = await sql<BookDone>`
    SELECT ${BOOK_ID} AS "bookId", max(date) AS date FROM days
    WHERE rider_id = ${riderId} AND state = 'done' AND ${BOOK_ID} IS NOT NULL
    GROUP BY ${BOOK_ID}`.execute(db);
  return rows;
}

export const offersSchema = z.array(shapeOf(planSchema));

/** As it stands in the index. */
const BOOK_ID = sql.raw("CASE WHEN json_valid(plan) THEN json_extract(plan, '$.bookId') END");

export async function readDay(db: Reader, id: string): Promise<Day> {
  const row = await db.selectFrom('days').selectAll().where('id', '=', id).executeTakeFirst();
  const [day] = row ? await completeDays(db, [row]) : [];
  if (!day) throw notFound('day');
  return day;
}

/** Days with what came of them: a handful of queries however many there are. */
export async function completeDays(db: Reader, rows: readonly DayRow[]): Promise<Day[]> {
  const ids = rows.map(({ id }) => id);
  const [rides, handovers] = await Promise.all([
    db
      .selectFrom('ride_matches')
      .innerJoin('rides', 'rides.id', 'ride_matches.ride_id')
      .leftJoin('recordings', 'recordings.ride_id', 'rides.id')
      .select([
        'ride_matches.day_id',
        'ride_matches.ride_id',
        'ride_matches.tried',
        'ride_matches.reps',
        'recordings.id as recording_id',
      ])
      .where('ride_matches.day_id', 'in', ids)
      .where('rides.deleted_at', 'is', null)
      .orderBy('ride_matches.tried')
      .orderBy('ride_matches.created_at')
      .execute(),
    db
      .selectFrom('handovers')
      .select(['day_id', 'at', ...HANDED])
      .where('day_id', 'in', ids)
      .orderBy('at')
      .execute(),
  ]);
  const ridesOf = grouped(rides, ({ day_id }) => day_id);
  // The latest of each day comes last, and stays.
  const handedOver = new Map(handovers.map((each) => [each.day_id, each]));
  return rows.map((row) => {
    const handover = handedOver.get(row.id);
    return {
      ...fromRow(row),
      rides: (ridesOf.get(row.id) ?? []).map(
        ({ ride_id: rideId, recording_id: recordingId, tried, reps }) => ({
          ...{ rideId, recordingId, tried: tried === 1 },
          reps: reps === null ? null : readJsonOr(reps, riddenSchema.nullable(), null),
        }),
      ),
      handedOver: handover ? { at: handover.at, asItStands: isAsItStands(handover, row) } : null,
    };
  });
}

function fromRow(row: DayRow): Omit<Day, 'rides' | 'handedOver'> {
  return {
    id: row.id,
    riderId: row.rider_id,
    sessionId: row.session_id,
    date: row.date,
    position: row.position,
    state: row.state,
    reason: REASONS.find((reason) => reason === row.reason) ?? null,
    rpe: row.rpe,
    minutes: row.minutes,
    note: row.note,
    version: row.version,
    ...readPlan(row.plan),
    follows: row.follows === 1,
    riddenFtpW: row.asked_ftp_w,
    celsius: row.celsius,
    optional: row.optional === 1,
    offers: readJsonOr(row.offers, offersSchema, []),
    taken: row.taken,
  };
}
