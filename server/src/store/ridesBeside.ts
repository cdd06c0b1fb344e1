import type { RideReading } from '@uphill/api';
import { placeParts } from '@uphill/core/review';
import type { RideRow } from '../tables.ts';
import { daysBefore } from '../today.ts';
import { lengthsOf } from './recordings.ts';
import { type Reader, rides } from './rides.ts';

/** Rides of the same rider around one that may be parts of it, and those that lie over it: ridden once, counted twice. */
export async function ridesBeside(
  db: Reader,
  ride: Pick<
    RideRow,
    'id' | 'rider_id' | 'date' | 'started_at' | 'origin' | 'withdrawn' | 'deleted_at'
  >,
): Promise<Pick<RideReading, 'joinable' | 'over'>> {
  const none = { joinable: [], over: [] };
  if (ride.started_at === null || ride.withdrawn !== null) return none;
  const around = await rides(db)
    .select(['id', 'date', 'started_at as startedAt'])
    .where('rider_id', '=', ride.rider_id)
    .where('date', '>=', daysBefore(ride.date, 1))
    .where('date', '<=', daysBefore(ride.date, -1))
    .where('id', '<>', ride.id)
    .where('origin', '=', ride.origin)
    .where('dated_by', '<>', 'assumed')
    .where('withdrawn', 'is', null)
    .where('started_at', 'is not', null)
    .orderBy('started_at')
    .execute();
  const lengths = await lengthsOf(db, [ride.id, ...around.map(({ id }) => id)]);
  const seconds = lengths.get(ride.id);
  if (seconds === undefined) return none;
  const start = Date.parse(`${ride.started_at.slice(0, 19)}Z`);
  const found: Pick<RideReading, 'joinable' | 'over'> = { joinable: [], over: [] };
  for (const { id: rideId, date, startedAt } of around) {
    const long = lengths.get(rideId);
    if (long === undefined || startedAt === null) continue;
    const beside = { rideId, date, startedAt, seconds: long };
    const placed = placeParts([
      { startedAt: ride.started_at, seconds },
      { startedAt, seconds: long },
    ]);
    if (placed.ok) found.joinable.push(beside);
    else {
      const other = Date.parse(`${startedAt.slice(0, 19)}Z`);
      if (other < start + seconds * 1000 && start < other + long * 1000) found.over.push(beside);
    }
  }
  return found;
}

/**
 * The ride that a new one is a part of: less than 2 h apart, and not each of a session of its own. Handbook section
 * 9.1.
 */
export async function partOfWhich(db: Reader, ride: RideRow): Promise<string | null> {
  if (ride.origin !== 'file' || ride.dated_by === 'assumed') return null;
  const { joinable, over } = await ridesBeside(db, ride);
  // Where it lies over another one somebody has to say which of them counts.
  if (over.length > 0) return null;
  const linked = await db
    .selectFrom('ride_matches')
    .select('ride_id')
    .where('ride_id', 'in', [ride.id, ...joinable.map(({ rideId }) => rideId)])
    .execute();
  const own = new Set(linked.map(({ ride_id: id }) => id));
  const may = joinable.filter(({ rideId }) => !own.has(ride.id) || !own.has(rideId));
  // To the one that has a session, else to the one before it.
  const [to] = [...may].sort((a, b) => Number(own.has(b.rideId)) - Number(own.has(a.rideId)));
  return to?.rideId ?? null;
}
