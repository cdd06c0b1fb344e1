import type { LastMet } from '@uphill/api';
import type { Db } from '../database.ts';
import { unpackBests } from '../packs.ts';
import { daysBefore, today } from '../today.ts';
import { countingRides } from './rides.ts';

/** So far back it is looked for, days. */
const LOOKED_DAYS = 730;
/** So many rides are read at once: most rungs are found in the first. */
const AT_ONCE = 50;

/**
 * When a rider last held so many watts for so long, by the bests of rides that count, the latest first.
 *
 * @param rungs seconds and watts
 */
export async function lastMet(
  db: Db,
  riderId: string,
  rungs: readonly (readonly [seconds: number, watts: number])[],
): Promise<LastMet[]> {
  const found = rungs.map(([seconds, watts]): LastMet => ({ seconds, watts, date: null }));
  for (let from = 0; found.some(({ date }) => date === null); from += AT_ONCE) {
    const rides = await ridesBack(db, riderId, from);
    for (const { date, bests } of rides) {
      if (bests === null) continue;
      const pairs = unpackBests(bests);
      for (const rung of found) if (rung.date === null && holds(pairs, rung)) rung.date = date;
    }
    if (rides.length < AT_ONCE) break;
  }
  return found;
}

function ridesBack(db: Db, riderId: string, from: number) {
  return countingRides(db)
    .innerJoin('ride_packs', 'ride_packs.ride_id', 'rides.id')
    .select(['rides.date', 'ride_packs.bests'])
    .where('rides.rider_id', '=', riderId)
    .where('rides.date', '>=', daysBefore(today(), LOOKED_DAYS))
    .orderBy('rides.date', 'desc')
    .orderBy('rides.created_at', 'desc')
    .limit(AT_ONCE)
    .offset(from)
    .execute();
}

/** Seconds and watts in pairs, the shortest first: what was held for longer was held for as long too. */
function holds(pairs: Float64Array, { seconds, watts }: LastMet): boolean {
  for (let at = 0; at < pairs.length; at += 2)
    if ((pairs[at] as number) >= seconds && (pairs[at + 1] as number) >= watts) return true;
  return false;
}
