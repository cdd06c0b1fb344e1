import type { CurveBest, Model } from '@uphill/api';
import { type Best, CURVE_DAYS, FRESH_DAYS, riderModel } from '@uphill/core';
import { formatISO, parseISO, subDays } from 'date-fns';
import type { Db } from '../database.ts';
import { unpackBests } from '../packedBests.ts';
import { riderName } from './riders.ts';
import { listTests } from './tests.ts';

/**
 * Best efforts within some days, each with the recording it came from: those that no longer and harder effort makes
 * idle, longest first.
 */
async function bestsOf(db: Db, riderId: string, { from, to }: { from: string; to: string }): Promise<CurveBest[]> {
  const rides = await db
    .selectFrom('recordings')
    .select(['id', 'date', 'power_source', 'bests'])
    .where('rider_id', '=', riderId)
    .where('date', '>=', from)
    .where('date', '<=', to)
    .orderBy('date')
    .execute();
  const best = new Map<number, { watts: number; ride: number }>();
  rides.forEach(({ bests }, ride) => {
    const pairs = bests === null ? new Float64Array() : unpackBests(bests);
    for (let at = 0; at < pairs.length; at += 2) {
      const [seconds, watts] = [pairs[at] as number, pairs[at + 1] as number];
      if (watts > (best.get(seconds)?.watts ?? 0)) best.set(seconds, { watts, ride });
    }
  });
  let highest = 0;
  return [...best]
    .sort(([a], [b]) => b - a)
    .flatMap(([seconds, { watts, ride }]): CurveBest[] => {
      const { id, date, power_source: source } = rides[ride] ?? {};
      if (watts <= highest || id === undefined || date === undefined) return [];
      highest = watts;
      return [{ seconds, watts, recordingId: id, date, powerSource: source as CurveBest['powerSource'] }];
    });
}

/** The curve of a rider within some days, shortest first. */
export async function curveOf(db: Db, riderId: string, days: { from: string; to: string }): Promise<CurveBest[]> {
  await riderName(db, riderId);
  return (await bestsOf(db, riderId, days)).reverse();
}

/** What some riders can hold on a day. */
export function modelsOn(db: Db, riderIds: readonly string[], on: string): Promise<Model[]> {
  return Promise.all([...new Set(riderIds)].map((riderId) => modelOn(db, riderId, on)));
}

/** What a rider can hold on a day: the bests of a year, and the fit or the pair of 90 days. */
export async function modelOn(db: Db, riderId: string, on: string): Promise<Model> {
  const since = (days: number) => ({ from: formatISO(subDays(parseISO(on), days), { representation: 'date' }), to: on });
  const [fresh, year, tests] = await Promise.all([curveOf(db, riderId, since(FRESH_DAYS)), curveOf(db, riderId, since(CURVE_DAYS)), listTests(db, riderId)]);
  const points = (bests: readonly CurveBest[]): Best[] => bests.map(({ seconds, watts }) => [seconds, watts]);
  const { bests, fit, pair, pmaxW } = riderModel(on, points(fresh), points(year), tests);
  return { riderId, bests: bests.map(([seconds, watts]) => [seconds, watts]), fit: fit && { cpW: fit.cpW, wPrimeJ: fit.wPrimeJ }, pair, pmaxW };
}
