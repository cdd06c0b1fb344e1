import { type Arrivals, type Ride, rideLogSchema, type RideWhole, shapeOf } from '@uphill/api';
import type { Transaction } from 'kysely';
import { sql } from 'kysely';
import type { Db } from '../database.ts';
import { unpackHistogram } from '../packs.ts';
import { notFound } from '../refusal.ts';
import type { RideNumbersRow, RideRow, Tables } from '../tables.ts';
import { planSeen } from './handed.ts';
import { readJsonOr, readPlan } from './json.ts';
import { riderName } from './riderName.ts';

export type Reader = Db | Transaction<Tables>;

/** Rides that are there: everything but those that were deleted and only undo could bring back. */
export function rides(db: Reader) {
  return db.selectFrom('rides').where('rides.deleted_at', 'is', null);
}

/**
 * Rides that count: for bests, load, models and trends. Those on the stand-ins are nobody's, withdrawn ones the coach
 * took out, and a ride whose day is only assumed says nothing of any day.
 */
export function countingRides(db: Reader) {
  return rides(db)
    .where('rides.origin', '<>', 'standIns')
    .where('rides.withdrawn', 'is', null)
    .where('rides.dated_by', '<>', 'assumed');
}

export async function rideRow(db: Reader, id: string): Promise<RideRow> {
  const row = await rides(db).selectAll('rides').where('rides.id', '=', id).executeTakeFirst();
  if (!row) throw notFound('ride');
  return row;
}

/** Why a ride counts for nothing, as `countingRides` has it; null where it counts. */
export function whyIdle({
  origin,
  withdrawn,
  dated_by: datedBy,
}: Pick<RideRow, 'origin' | 'withdrawn' | 'dated_by'>): string | null {
  if (origin === 'standIns') return 'ridden on the stand-ins';
  if (withdrawn !== null) return 'its ride is withdrawn';
  return datedBy === 'assumed' ? 'the day of its ride is only assumed' : null;
}

/** A rider's rides within some days, the latest first. */
export async function listRides(
  db: Db,
  riderId: string,
  { from, to }: { from: string; to: string },
): Promise<Ride[]> {
  await riderName(db, riderId);
  const rows = await withNumbers(db)
    .where('rides.rider_id', '=', riderId)
    .where('rides.date', '>=', from)
    .where('rides.date', '<=', to)
    .orderBy('rides.date', 'desc')
    .orderBy('rides.started_at', 'desc')
    .execute();
  return complete(db, rows);
}

/** Arrivals that are shown of each kind. */
const MOST_ARRIVALS = 8;

/** What came in lately, and which rides wait to be dated or linked. */
export async function arrivalsOf(db: Db, riderId: string): Promise<Arrivals> {
  await riderName(db, riderId);
  const { rows: came } = await sql<{ id: string; rideId: string; at: string; name: string }>`
    SELECT c.id, c.ride_id AS "rideId", c.received_at AS at, c.file_name AS name FROM recordings c
    JOIN rides r ON r.id = c.ride_id AND r.deleted_at IS NULL
    WHERE c.rider_id = ${riderId} ORDER BY c.received_at DESC LIMIT ${MOST_ARRIVALS}`.execute(db);
  const { rows: waiting } = await sql<{ id: string }>`
    SELECT r.id FROM rides r
    WHERE r.rider_id = ${riderId} AND r.deleted_at IS NULL AND r.withdrawn IS NULL AND r.origin <> 'standIns'
      AND NOT EXISTS (SELECT 1 FROM ride_matches m WHERE m.ride_id = r.id)
      AND (r.dated_by = 'assumed' OR EXISTS (
        SELECT 1 FROM days d WHERE d.rider_id = r.rider_id AND d.date = r.date AND d.kind = 'session' AND d.state <> 'missed'
          AND NOT EXISTS (SELECT 1 FROM ride_matches m WHERE m.day_id = d.id AND m.tried = 0)))
    ORDER BY r.date DESC LIMIT ${MOST_ARRIVALS}`.execute(db);
  const ids = [...came.map(({ rideId }) => rideId), ...waiting.map(({ id }) => id)];
  const rows = await withNumbers(db).where('rides.id', 'in', ids).execute();
  const byId = new Map((await complete(db, rows)).map((ride) => [ride.id, ride]));
  return {
    lately: came.flatMap(({ id, rideId, at, name }) => {
      const ride = byId.get(rideId);
      return ride ? [{ receivedAt: at, recordingId: id, fileName: name, ride }] : [];
    }),
    waiting: waiting.flatMap(({ id }) => byId.get(id) ?? []),
  };
}

/** The months in which a rider has rides, the earliest first. */
export async function monthsRidden(db: Db, riderId: string) {
  await riderName(db, riderId);
  const month = sql<string>`substr(rides.date, 1, 7)`;
  return rides(db)
    .select(({ fn }) => [
      ...[month.as('month'), fn.countAll<number>().as('days')],
      ...[fn.min<string>('rides.date').as('first'), fn.max<string>('rides.date').as('last')],
    ])
    .where('rider_id', '=', riderId)
    .groupBy(month)
    .orderBy(month)
    .execute();
}

/** The months between two, both included, in which a rider has rides; found in the index alone. `yyyy-mm` */
export async function monthsBetween(
  db: Db,
  riderId: string,
  first: string,
  last: string,
): Promise<string[]> {
  const rows = await db
    .selectFrom('rides')
    .select('date')
    .distinct()
    .where('rider_id', '=', riderId)
    .where('date', '>=', `${first}-01`)
    .where('date', '<=', `${last}-31`)
    .execute();
  return [...new Set(rows.map(({ date }) => date.slice(0, 7)))].sort();
}

export async function readRide(db: Reader, id: string): Promise<Ride> {
  const row = await withNumbers(db).where('rides.id', '=', id).executeTakeFirst();
  if (!row) throw notFound('ride');
  const [found] = await complete(db, [row]);
  return found as Ride;
}

/** A ride, or the one it is a part of by now; null where there is neither. */
export async function whatItBecame(db: Reader, id: string): Promise<Ride | null> {
  const row = await db
    .selectFrom('rides')
    .select(['deleted_at', 'made_into'])
    .where('id', '=', id)
    .executeTakeFirst();
  if (!row) return null;
  if (row.deleted_at === null) return readRide(db, id);
  return row.made_into === null ? null : whatItBecame(db, row.made_into);
}

/** A ride with the seconds at each watt and beat. */
export async function readRideWhole(db: Db, id: string): Promise<RideWhole> {
  const found = await readRide(db, id);
  const pack = await db
    .selectFrom('ride_packs')
    .select(['watts', 'bpm'])
    .where('ride_id', '=', id)
    .executeTakeFirst();
  return {
    ...found,
    wattSeconds: unpackHistogram(pack?.watts ?? null),
    bpmSeconds: unpackHistogram(pack?.bpm ?? null),
  };
}

type NumberedRow = RideRow & {
  [K in keyof Omit<RideNumbersRow, 'ride_id'>]: RideNumbersRow[K] | null;
};

function withNumbers(db: Reader) {
  return rides(db)
    .leftJoin('ride_numbers', 'ride_numbers.ride_id', 'rides.id')
    .selectAll('rides')
    .select([
      ...([
        'ride_numbers.algorithm',
        'ride_numbers.moving_s',
        'ride_numbers.mean_w',
        'ride_numbers.surge_w',
      ] as const),
      ...(['ride_numbers.energy_kj', 'ride_numbers.mean_bpm', 'ride_numbers.highest_bpm'] as const),
      'ride_numbers.missing_share',
    ]);
}

/** Rides with what hangs on them: a handful of queries however many there are. */
async function complete(db: Reader, rows: readonly NumberedRow[]): Promise<Ride[]> {
  const ids = rows.map(({ id }) => id);
  const [recordings, matches, tests] = await Promise.all([
    db
      .selectFrom('recordings')
      .select(['id', 'ride_id', 'file_name', 'seconds', 'kind'])
      .where('ride_id', 'in', ids)
      .orderBy('started_at')
      .execute(),
    db
      .selectFrom('ride_matches')
      .innerJoin('days', 'days.id', 'ride_matches.day_id')
      .select([
        'ride_matches.ride_id',
        'ride_matches.tried',
        'days.id',
        'days.date',
        'days.state',
        'days.rpe',
      ])
      .select(planSeen().as('plan'))
      .where('ride_matches.ride_id', 'in', ids)
      .orderBy('ride_matches.tried')
      .execute(),
    db
      .selectFrom('tests')
      .innerJoin('recordings', 'recordings.id', 'tests.recording_id')
      .select(['tests.id', 'recordings.ride_id'])
      .where('recordings.ride_id', 'in', ids)
      .execute(),
  ]);
  return rows.map((row) => {
    const match = matches.find(({ ride_id }) => ride_id === row.id);
    return {
      ...fromRow(row),
      recordings: recordings
        .filter(({ ride_id }) => ride_id === row.id)
        .map(({ id, file_name: fileName, seconds, kind }) => ({ id, fileName, seconds, kind })),
      day: match
        ? {
            id: match.id,
            date: match.date,
            name: match.plan === null ? 'your session' : readPlan(match.plan).plan.name,
            tried: match.tried === 1,
            state: match.state,
            rpe: match.rpe,
          }
        : null,
      tests: tests.filter(({ ride_id }) => ride_id === row.id).map(({ id }) => id),
    };
  });
}

function fromRow(row: NumberedRow): Omit<Ride, 'recordings' | 'day' | 'tests'> {
  return {
    id: row.id,
    riderId: row.rider_id,
    date: row.date,
    datedBy: row.dated_by,
    startedAt: row.started_at,
    origin: row.origin,
    kind: row.kind,
    powerSource: row.power_source,
    minutes: row.minutes,
    rpe: row.rpe,
    note: row.note,
    withdrawn: row.withdrawn,
    log: readJsonOr(row.log, shapeOf(rideLogSchema), {}),
    unread: row.read_at === null,
    version: row.version,
    numbers:
      row.moving_s === null
        ? null
        : {
            ...{
              movingS: row.moving_s,
              meanW: row.mean_w,
              surgeW: row.surge_w,
              energyKj: row.energy_kj,
            },
            ...{ meanBpm: row.mean_bpm, highestBpm: row.highest_bpm },
            missingShare: row.missing_share ?? 0,
          },
  };
}
