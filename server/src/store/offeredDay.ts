import type { OfferedDay } from '@uphill/api';
import { dayOfRide } from '@uphill/core/review';
import { daysFrom } from '@uphill/core/season';
import { measureAll } from '@uphill/core/sessions';
import type { Db } from '../database.ts';
import type { RideRow } from '../tables.ts';
import { daysBefore } from '../today.ts';
import { readPlan } from './json.ts';
import { streamsOfRide } from './recordings.ts';
import { matchesOf, openDays } from './tieRide.ts';

/** A ride may be the session of a day this far off. Source: handbook section 9.1. */
const AROUND_DAYS = 2;
/** Without reps to go by, a ride is no session of more than twice its length, or less than half. */
const LENGTH = 2;

/**
 * The session of the days around that a ride may be, which belongs to none: of those without a ride the one whose reps
 * are on it, else of those without reps the nearest in length. It is offered, never taken. Handbook section 9.1.
 */
export async function offeredDay(db: Db, ride: RideRow): Promise<OfferedDay | null> {
  if (ride.dated_by === 'assumed' || ride.origin !== 'file') return null;
  const days = await openDays(db, ride.rider_id)
    .where('date', '>=', daysBefore(ride.date, AROUND_DAYS))
    .where('date', '<=', daysBefore(ride.date, -AROUND_DAYS))
    .where('date', '<>', ride.date)
    .execute();
  const watts = days.length === 0 ? null : ((await streamsOfRide(db, ride.id))?.watts ?? null);
  if (watts === null) return null;
  const matches = await matchesOf(db, ride, days, watts);
  const may = days.flatMap(({ id, date, plan: text, position }) => {
    const { plan } = readPlan(text);
    const { seconds } = measureAll(plan.items);
    const match = matches.get(id) ?? null;
    const alike = seconds <= watts.length * LENGTH && watts.length <= seconds * LENGTH;
    const hasReps = plan.items.some(({ kind }) => kind === 'set');
    if (match === null && (hasReps || !alike)) return [];
    // Of equals the nearest day, then the earlier on it.
    const apart = Math.abs(daysFrom(ride.date, date));
    return [{ id, date, name: plan.name, seconds, match, position: apart * 100 + position }];
  });
  const dayId = dayOfRide(may, watts.length);
  const found = may.find(({ id }) => id === dayId);
  return found ? { dayId: found.id, date: found.date, name: found.name } : null;
}
