import { setImmediate as others } from 'node:timers/promises';
import type { CurveBest, Model } from '@uphill/api';
import { CURVE_DAYS, FRESH_DAYS, riderModel } from '@uphill/core/power';
import { modelTest } from '@uphill/core/testing';
import { LRUCache } from 'lru-cache';
import type { Db } from '../database.ts';
import { daysBefore } from '../today.ts';
import { bestsWithin, curveFrom } from './curveMonths.ts';
import { listMarkedEfforts } from './markedEfforts.ts';
import { changesOf } from './riderChanges.ts';
import { riderName } from './riderName.ts';
import { listTests } from './tests.ts';

/** The curve of a rider within some days. */
export async function curveOf(
  db: Db,
  riderId: string,
  days: { from: string; to: string },
): Promise<CurveBest[]> {
  await riderName(db, riderId);
  return curveFrom(await bestsWithin(db, riderId, days));
}

/** A model as it was made, and at which state of what it comes from. */
interface Made {
  readonly changes: number;
  readonly model: Model;
}

/** Models made lately, of each open database by rider and day. What changes them is noticed by the number of changes. */
const lately = new WeakMap<Db, LRUCache<string, Made>>();
const MOST_KEPT = 2000;

/** What some riders can hold on a day; of all that are worked with where none are named. */
export async function modelsOn(
  db: Db,
  riderIds: readonly string[] | undefined,
  on: string,
): Promise<Model[]> {
  const ids = riderIds ?? (await activeIds(db));
  const changes = await changesOf(db, ids, 'models');
  const models: Model[] = [];
  for (const id of new Set(ids)) {
    const { model, made } = await keptModel(db, id, on, changes.get(id));
    models.push(model);
    // Whoever asks something else is answered between two that had to be made.
    if (made) await others();
  }
  return models;
}

/** What a rider can hold on a day. */
export async function modelOn(db: Db, riderId: string, on: string): Promise<Model> {
  const changes = (await changesOf(db, [riderId], 'models')).get(riderId);
  return (await keptModel(db, riderId, on, changes)).model;
}

/** What a rider can hold on a day, from before where nothing it comes from has changed since. */
async function keptModel(
  db: Db,
  riderId: string,
  on: string,
  changes: number | undefined,
): Promise<{ model: Model; made: boolean }> {
  // An action under way may be taken back: what it sees is kept nowhere.
  if (changes === undefined || db.isTransaction)
    return { model: await makeModel(db, riderId, on), made: true };
  const models = lately.get(db) ?? new LRUCache({ max: MOST_KEPT });
  lately.set(db, models);
  const key = `${riderId} ${on}`;
  const known = models.get(key);
  if (known?.changes === changes) return { model: known.model, made: false };
  const model = await makeModel(db, riderId, on);
  models.set(key, { changes, model });
  return { model, made: true };
}

/** The bests of a year, and the fit or the pair of 90 days. */
async function makeModel(db: Db, riderId: string, on: string): Promise<Model> {
  const [tests, marked, year, fresh] = await Promise.all([
    listTests(db, riderId, daysBefore(on, CURVE_DAYS)),
    listMarkedEfforts(db, riderId),
    bestsWithin(db, riderId, { from: daysBefore(on, CURVE_DAYS), to: on }),
    bestsWithin(db, riderId, { from: daysBefore(on, FRESH_DAYS), to: on }),
  ]);
  // Reading and reckoning are a moment each: whoever asks something else is answered between them.
  await others();
  const [bests, lately] = [curveFrom(year), curveFrom(fresh)];
  const points = (curve: readonly CurveBest[]): [number, number][] =>
    curve.map(({ seconds, watts }) => [seconds, watts]);
  const { fit, pair, pmaxW } = riderModel(
    on,
    points(lately),
    points(bests),
    tests.map(modelTest),
    marked.filter(({ idle }) => idle === null),
    lately.map(({ recordingId }) => recordingId),
  );
  return {
    riderId,
    bests: points(bests),
    fit: fit && { cpW: fit.cpW, wPrimeJ: fit.wPrimeJ },
    pair,
    pmaxW,
  };
}

/** Riders that are worked with. */
export async function activeIds(db: Db): Promise<string[]> {
  const rows = await db.selectFrom('riders').select('id').where('archived', '=', 0).execute();
  return rows.map(({ id }) => id);
}
