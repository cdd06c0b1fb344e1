import { randomUUID } from 'node:crypto';
import { dayOfRide } from '@uphill/core/review';
import { measureAll } from '@uphill/core/sessions';
import type { Transaction } from 'kysely';
import type { RideMatchRow, RideRow, Tables } from '../tables.ts';
import { readPlan } from './json.ts';

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
): Promise<RideMatchRow | null> {
  if (ride.origin !== 'file' || ride.dated_by === 'assumed') return null;
  const rows = await trx
    .selectFrom('days')
    .select(['id', 'plan', 'position'])
    .where('rider_id', '=', ride.rider_id)
    .where('date', '=', ride.date)
    .where('kind', '=', 'session')
    .where('state', '<>', 'missed')
    .where('id', 'not in', (matched) =>
      matched.selectFrom('ride_matches').select('day_id').where('tried', '=', 0),
    )
    .execute();
  const open = rows.map(({ id, plan, position }) => ({
    id,
    position,
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
    version: 1,
    created_at: new Date().toISOString(),
  };
}

/** Links a ride that came in to its day. Nobody did it, so undo does not take it back; it can be unlinked. */
export async function tieRide(
  trx: Transaction<Tables>,
  ride: RideRow,
  seconds: number,
): Promise<void> {
  const match = await tieFor(trx, ride, seconds);
  if (match === null) return;
  await trx.insertInto('ride_matches').values(match).execute();
  await trx
    .updateTable('rides')
    .set({ kind: 'session' })
    .where('id', '=', ride.id)
    .where('kind', '=', 'free')
    .execute();
}
