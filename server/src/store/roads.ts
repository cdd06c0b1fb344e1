import { randomUUID } from 'node:crypto';
import { type NewRoad, type Road, roadSchema } from '@uphill/api';
import { metresAlong } from '@uphill/core/review';
import type { Db } from '../database.ts';
import { badField, notFound } from '../refusal.ts';
import type { RoadRow } from '../tables.ts';
import { act, orConflict } from './journal.ts';
import { streamsOfRide } from './recordings.ts';
import { riderName } from './riderName.ts';
import type { Reader } from './rides.ts';
import { rideRow } from './rides.ts';

/** A road is longer than its ends are wide. */
const SHORTEST_M = 200;

/** The roads of a rider, by name. */
export async function roadsOf(db: Reader, riderId: string): Promise<Road[]> {
  const rows = await db
    .selectFrom('roads')
    .selectAll()
    .where('rider_id', '=', riderId)
    .orderBy('name')
    .execute();
  return rows.map(fromRow);
}

/** Names a stretch of a ride: it is found again on all of the rider's rides, as soon as they are read again. */
export async function nameRoad(
  db: Db,
  riderId: string,
  { name, rideId, startS, endS }: NewRoad,
): Promise<Road> {
  const who = await riderName(db, riderId);
  const ride = await rideRow(db, rideId);
  if (ride.rider_id !== riderId) throw badField('rideId', 'That ride is another rider’s.');
  const streams = await streamsOfRide(db, rideId);
  const { latitude, longitude } = streams ?? {};
  if (!latitude || !longitude)
    throw badField('rideId', 'This recording does not say where it was ridden.');
  const ends = [startS, endS].map((second) => ({
    lat: latitude[second] ?? null,
    lon: longitude[second] ?? null,
  }));
  const [start, end] = ends;
  if (start?.lat == null || start.lon === null || end?.lat == null || end.lon === null)
    throw badField('endS', 'Where it was is not recorded at one of its ends.');
  const along = metresAlong({ latitude, longitude });
  const metres = (along[endS] ?? 0) - (along[startS] ?? 0);
  if (metres < SHORTEST_M) throw badField('endS', 'A road to find again is at least 200 m long.');
  const row: RoadRow = {
    ...{ id: randomUUID(), rider_id: riderId, name, metres },
    ...{ start_lat: start.lat, start_lon: start.lon, end_lat: end.lat, end_lon: end.lon },
    ...{ version: 1, created_at: new Date().toISOString() },
  };
  return act(db, `named the road ${name} of ${who}`, roadSchema, async ({ insert, trx }) => {
    const taken = await trx
      .selectFrom('roads')
      .select('id')
      .where('rider_id', '=', riderId)
      .where('name', '=', name)
      .executeTakeFirst();
    if (taken) throw badField('name', `There is a road called ${name} already.`);
    await insert('roads', row);
    return fromRow(row);
  });
}

export async function removeRoad(db: Db, id: string, version: number): Promise<void> {
  const read = async () => {
    const row = await db.selectFrom('roads').selectAll().where('id', '=', id).executeTakeFirst();
    if (!row) throw notFound('road');
    return fromRow(row);
  };
  const { name } = await read();
  await orConflict({ version }, read, () =>
    act(db, `removed the road ${name}`, null, ({ remove }) => remove('roads', id, version)),
  );
}

function fromRow(row: RoadRow): Road {
  return {
    ...{ id: row.id, riderId: row.rider_id, name: row.name, metres: row.metres },
    ...{ startLat: row.start_lat, startLon: row.start_lon },
    ...{ endLat: row.end_lat, endLon: row.end_lon, version: row.version },
  };
}
