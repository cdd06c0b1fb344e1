import type { CurveBest, Model } from '@uphill/api';
import { CURVE_DAYS, FRESH_DAYS, riderModel } from '@uphill/core/power';
import { modelTest } from '@uphill/core/testing';
import { formatISO, parseISO, subDays } from 'date-fns';
import type { Db } from '../database.ts';
import { unpackBests } from '../packs.ts';
import { listMarkedEfforts } from './markedEfforts.ts';
import { riderName } from './riders.ts';
import { countingRides } from './rides.ts';
import { listTests } from './tests.ts';

interface RideBests {
  readonly id: string;
  readonly recordingId: string;
  readonly date: string;
  readonly powerSource: CurveBest['powerSource'];
  /** Seconds and watts, in turn. */
  readonly pairs: Float64Array;
}

/** The best efforts of every ride within some days that counts. */
async function ridesOf(
  db: Db,
  riderId: string,
  { from, to }: { from: string; to: string },
): Promise<RideBests[]> {
  const rows = await countingRides(db)
    .innerJoin('ride_packs', 'ride_packs.ride_id', 'rides.id')
    .innerJoin('recordings', 'recordings.ride_id', 'rides.id')
    .select([
      'rides.id',
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
  return rows.flatMap(({ bests, ...ride }) =>
    bests === null ? [] : [{ ...ride, pairs: unpackBests(bests) }],
  );
}

/** The best of several rides, each with the one it came from, shortest first: those that no longer and harder effort makes idle. */
function bestOf(rides: readonly RideBests[]): CurveBest[] {
  const best = new Map<number, { watts: number; ride: RideBests }>();
  for (const ride of rides) {
    for (let at = 0; at < ride.pairs.length; at += 2) {
      const [seconds, watts] = [ride.pairs[at] as number, ride.pairs[at + 1] as number];
      if (watts > (best.get(seconds)?.watts ?? 0)) best.set(seconds, { watts, ride });
    }
  }
  let highest = 0;
  return [...best]
    .sort(([a], [b]) => b - a)
    .flatMap(([seconds, { watts, ride }]): CurveBest[] => {
      if (watts <= highest) return [];
      highest = watts;
      return [
        {
          seconds,
          watts,
          rideId: ride.id,
          recordingId: ride.recordingId,
          date: ride.date,
          powerSource: ride.powerSource,
        },
      ];
    })
    .reverse();
}

/** The curve of a rider within some days. */
export async function curveOf(
  db: Db,
  riderId: string,
  days: { from: string; to: string },
): Promise<CurveBest[]> {
  await riderName(db, riderId);
  return bestOf(await ridesOf(db, riderId, days));
}

/** What some riders can hold on a day. */
export function modelsOn(db: Db, riderIds: readonly string[], on: string): Promise<Model[]> {
  return Promise.all([...new Set(riderIds)].map((riderId) => modelOn(db, riderId, on)));
}

/** What a rider can hold on a day: the bests of a year, and the fit or the pair of 90 days. */
export async function modelOn(db: Db, riderId: string, on: string): Promise<Model> {
  const [tests, marked, rides] = await Promise.all([
    listTests(db, riderId),
    listMarkedEfforts(db, riderId),
    ridesOf(db, riderId, { from: daysBefore(on, CURVE_DAYS), to: on }),
  ]);
  const since = daysBefore(on, FRESH_DAYS);
  const points = (bests: readonly CurveBest[]): [number, number][] =>
    bests.map(({ seconds, watts }) => [seconds, watts]);
  const year = points(bestOf(rides));
  const fresh = bestOf(rides.filter(({ date }) => date >= since));
  const from = fresh.map(({ recordingId }) => recordingId);
  const counting = marked.filter(({ idle }) => idle === null);
  const { fit, pair, pmaxW } = riderModel(
    on,
    points(fresh),
    year,
    tests.map(modelTest),
    counting,
    from,
  );
  return { riderId, bests: year, fit: fit && { cpW: fit.cpW, wPrimeJ: fit.wPrimeJ }, pair, pmaxW };
}

function daysBefore(day: string, days: number): string {
  return formatISO(subDays(parseISO(day), days), { representation: 'date' });
}
