import { type CurveBest, powerSourceSchema } from '@uphill/api';
import { z } from 'zod';
import type { Db } from '../database.ts';
import { unpackBests } from '../packs.ts';
import { daysBefore } from '../today.ts';
import { readJsonOr } from './json.ts';
import { changesOf, keepUnlessChanged } from './riderChanges.ts';
import { countingRides, monthsBetween } from './rides.ts';

/** Best efforts with the rides they come from, shortest first: those that no longer and harder effort makes idle. */
export interface Bests {
  readonly rides: readonly RideOfBest[];
  /** Seconds, watts and the place of the ride in the list, in threes. */
  readonly threes: Float64Array;
}

const rideOfBest = z.object({
  rideId: z.string(),
  recordingId: z.string(),
  date: z.string(),
  powerSource: powerSourceSchema,
});
type RideOfBest = z.infer<typeof rideOfBest>;
const ridesOfBests = z.array(rideOfBest);

/**
 * The best of some days, whole months from what was worked out of them before. A month that is asked for the first
 * time, or since something in it changed, is read from its rides and kept.
 *
 * @param days from and to, `yyyy-mm-dd`
 */
export async function bestsWithin(
  db: Db,
  riderId: string,
  { from, to }: { from: string; to: string },
): Promise<Bests> {
  const parts: Bests[] = [];
  const [first, last] = [wholeFrom(from), wholeTo(to)];
  if (first > last) return bestOfRides(db, riderId, { from, to });
  if (from.slice(0, 7) < first)
    parts.push(await bestOfRides(db, riderId, { from, to: daysBefore(`${first}-01`, 1) }));
  parts.push(...(await monthsOf(db, riderId, first, last)));
  if (to.slice(0, 7) > last)
    parts.push(await bestOfRides(db, riderId, { from: `${to.slice(0, 7)}-01`, to }));
  return joined(parts);
}

/** The curve as it is sent. */
export function curveFrom({ rides, threes }: Bests): CurveBest[] {
  return Array.from({ length: threes.length / 3 }, (_, index) => ({
    seconds: threes[3 * index] as number,
    watts: threes[3 * index + 1] as number,
    ...(rides[threes[3 * index + 2] as number] as RideOfBest),
  }));
}

/** The first month that lies wholly behind a day, and the last that lies wholly before one; `yyyy-mm`. */
function wholeFrom(day: string): string {
  return day.endsWith('-01') ? day.slice(0, 7) : nextMonth(day.slice(0, 7));
}

function wholeTo(day: string): string {
  const month = day.slice(0, 7);
  const isLast = daysBefore(`${nextMonth(month)}-01`, 1) === day;
  return isLast ? month : daysBefore(`${month}-01`, 1).slice(0, 7);
}

function nextMonth(month: string): string {
  const [year = 0, number = 1] = month.split('-').map(Number);
  return number === 12 ? `${year + 1}-01` : `${year}-${String(number + 1).padStart(2, '0')}`;
}

async function monthsOf(db: Db, riderId: string, first: string, last: string): Promise<Bests[]> {
  const [kept, ridden] = await Promise.all([
    db
      .selectFrom('curve_months')
      .select(['month', 'rides', 'bests'])
      .where('rider_id', '=', riderId)
      .where('month', '>=', first)
      .where('month', '<=', last)
      .execute(),
    monthsBetween(db, riderId, first, last),
  ]);
  const known = new Map(
    kept.map(({ month, rides, bests }) => [
      month,
      { rides: readJsonOr(rides, ridesOfBests, []), threes: unpackBests(bests) },
    ]),
  );
  const months: Bests[] = [];
  for (const month of ridden)
    months.push(known.get(month) ?? (await keepMonth(db, riderId, month)));
  return months;
}

async function keepMonth(db: Db, riderId: string, month: string): Promise<Bests> {
  const before = (await changesOf(db, [riderId], 'models')).get(riderId);
  const bests = await bestOfRides(db, riderId, { from: `${month}-01`, to: `${month}-31` });
  const row = {
    rider_id: riderId,
    month,
    rides: JSON.stringify(bests.rides),
    bests: Buffer.from(bests.threes.buffer),
  };
  await keepUnlessChanged(db, riderId, 'models', before, (trx) =>
    trx.replaceInto('curve_months').values(row).execute(),
  );
  return bests;
}

/** The best of rides that count within some days, read one by one. */
async function bestOfRides(
  db: Db,
  riderId: string,
  { from, to }: { from: string; to: string },
): Promise<Bests> {
  const rows = await countingRides(db)
    .innerJoin('ride_packs', 'ride_packs.ride_id', 'rides.id')
    .innerJoin('recordings', 'recordings.ride_id', 'rides.id')
    .select([
      'rides.id as rideId',
      'recordings.id as recordingId',
      'rides.date',
      'rides.power_source as powerSource',
      'ride_packs.bests',
    ])
    .where('rides.rider_id', '=', riderId)
    .where('rides.date', '>=', from)
    .where('rides.date', '<=', to)
    .orderBy('rides.date')
    .orderBy('rides.created_at')
    .execute();
  return joined(
    rows.flatMap(({ bests, ...ride }): Bests[] => {
      if (bests === null) return [];
      const pairs = unpackBests(bests);
      const threes = new Float64Array((pairs.length / 2) * 3);
      for (let at = 0; at < pairs.length / 2; at += 1) {
        threes[3 * at] = pairs[2 * at] as number;
        threes[3 * at + 1] = pairs[2 * at + 1] as number;
      }
      return [{ rides: [ride], threes }];
    }),
  );
}

/** The best of several, each with the ride it came from; of equals the earlier ride's. */
function joined(parts: readonly Bests[]): Bests {
  const longest = parts.reduce((most, { threes }) => Math.max(most, threes.at(-3) ?? 0), 0);
  const watts = new Float64Array(longest + 1);
  const places = new Int32Array(longest + 1);
  const all: RideOfBest[] = [];
  for (const { rides, threes } of parts) {
    for (let at = 0; at < threes.length; at += 3) {
      const [seconds, best] = [threes[at] as number, threes[at + 1] as number];
      if (best <= (watts[seconds] as number)) continue;
      watts[seconds] = best;
      places[seconds] = all.length + (threes[at + 2] as number);
    }
    all.push(...rides);
  }
  return withoutIdle(watts, places, all);
}

function withoutIdle(watts: Float64Array, places: Int32Array, all: readonly RideOfBest[]): Bests {
  const kept: number[] = [];
  let highest = 0;
  for (let seconds = watts.length - 1; seconds > 0; seconds -= 1) {
    const best = watts[seconds] as number;
    if (best <= highest) continue;
    highest = best;
    kept.push(seconds);
  }
  kept.reverse();
  const rides: RideOfBest[] = [];
  const numbered = new Map<number, number>();
  const threes = new Float64Array(kept.length * 3);
  for (const [index, seconds] of kept.entries()) {
    const place = places[seconds] as number;
    let number = numbered.get(place);
    if (number === undefined) {
      number = rides.length;
      numbered.set(place, number);
      rides.push(all[place] as RideOfBest);
    }
    threes.set([seconds, watts[seconds] as number, number], 3 * index);
  }
  return { rides, threes };
}
