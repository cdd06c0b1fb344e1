import { randomUUID } from 'node:crypto';
import { correlationWith, dayOfRide, plannedReps } from '@uphill/core/review';
import { expand, measureAll } from '@uphill/core/sessions';
import type { Transaction } from 'kysely';
import type { Db } from '../database.ts';
import type { RideMatchRow, RideRow, Tables } from '../tables.ts';
import { climbingOn, houseOf } from './climbingOn.ts';
import { readPlan } from './json.ts';
import { readRider } from './riders.ts';
import type { Reader } from './rides.ts';

/** How well each open day of a ride's date goes with it, by their ids. */
export type Matches = ReadonlyMap<string, number | null>;

/**
 * How well the sessions of a ride's date go up and down with it; nothing is asked where there are not several.
 *
 * @param watts 1 Hz, as the recording has them; asked for only where several days stand there
 */
export async function matchesOn(
  db: Db,
  ride: Pick<RideRow, 'rider_id' | 'date'>,
  watts: () => readonly (number | null)[],
): Promise<Matches> {
  const days = await db
    .selectFrom('days')
    .select(['id', 'plan'])
    .where('rider_id', '=', ride.rider_id)
    .where('date', '=', ride.date)
    .where('kind', '=', 'session')
    .where('state', '<>', 'missed')
    .execute();
  return days.length < 2 ? new Map() : matchesOf(db, ride, days, watts());
}

/**
 * How well each of some days goes up and down with a ride; null where it has no reps, or they are not on it.
 *
 * @param watts 1 Hz, as the recording has them
 */
export async function matchesOf(
  db: Db,
  ride: Pick<RideRow, 'rider_id' | 'date'>,
  days: readonly { readonly id: string; readonly plan: string }[],
  watts: readonly (number | null)[],
): Promise<Matches> {
  const rider = await readRider(db, ride.rider_id);
  const climbing = await climbingOn(db, rider, ride.date, await houseOf(db, rider));
  return new Map(
    days.map(({ id, plan: text }) => {
      const { plan } = readPlan(text);
      const segments = expand(plan, climbing.rider);
      return [id, correlationWith(segments, plannedReps(segments, plan), { watts })];
    }),
  );
}

/** A rider's sessions that have no ride yet. */
export function openDays(db: Reader, riderId: string) {
  return db
    .selectFrom('days')
    .select(['id', 'date', 'plan', 'position'])
    .where('rider_id', '=', riderId)
    .where('kind', '=', 'session')
    .where('id', 'not in', (matched) =>
      matched.selectFrom('ride_matches').select('day_id').where('tried', '=', 0),
    );
}

/**
 * The day that a ride belongs to which came in: of the rider's sessions on its date that have no ride, the nearest in
 * length. It marks nothing by itself, and can be unlinked.
 *
 * @returns the link, to be stored; null where there is no such day
 */
export async function tieFor(
  trx: Transaction<Tables>,
  ride: Pick<RideRow, 'id' | 'rider_id' | 'date' | 'dated_by' | 'origin'>,
  seconds: number,
  matches: Matches = new Map(),
): Promise<RideMatchRow | null> {
  if (ride.origin !== 'file' || ride.dated_by === 'assumed') return null;
  const rows = await openDays(trx, ride.rider_id)
    .where('date', '=', ride.date)
    .where('state', '<>', 'missed')
    .execute();
  const open = rows.map(({ id, plan, position }) => ({
    id,
    position,
    match: matches.get(id) ?? null,
    seconds: measureAll(readPlan(plan).plan.items).seconds,
  }));
  const dayId = dayOfRide(open, seconds);
  if (dayId === null) return null;
  return {
    id: randomUUID(),
    day_id: dayId,
    ride_id: ride.id,
    tried: 0,
    reps: null,
    edits: '{}',
    version: 1,
    created_at: new Date().toISOString(),
  };
}

/** Links a ride that came in for the first time to its day. Nobody did it, so undo does not take it back; it can be unlinked. */
export async function tieRide(
  trx: Transaction<Tables>,
  ride: RideRow,
  seconds: number,
  matches?: Matches,
): Promise<void> {
  const match = await tieFor(trx, ride, seconds, matches);
  if (match === null) return;
  await trx.insertInto('ride_matches').values(match).execute();
  if (ride.kind === 'free')
    await trx.updateTable('rides').set({ kind: 'session' }).where('id', '=', ride.id).execute();
}
