import { afterEach, beforeEach, expect, it } from 'vitest';
import { trendsOf } from '@uphill/core/review';
import path from 'node:path';
import { openDatabase } from '../dist/database.js';
import { readSome } from '../dist/store/readings.js';
import { startPool } from '../dist/workers/pool.js';
import { type Ask, day, eights, fileOf, house, newRider, upload } from './support.ts';

let home: Awaited<ReturnType<typeof house>>;
let ask: Ask;
beforeEach(async () => {
  home = await house();
  ({ ask } = home);
});
afterEach(() => home.close());

it('trends follow what the coach says of rides: withdrawn ones are gone, another mass moves tired legs', async () => {
  const rider = await newRider(ask);
  await ask('POST', `/riders/${rider.id}/ftp`, {
    ...{ testId: null, usedW: 260, countsFrom: '2026-01-01', reason: '' },
  });
  const session = (await ask('POST', '/sessions', { plan: eights() })).body;
  const days = [-36, -29, -22, -15, -8, -1].map(day);
  await ask('POST', `/riders/${rider.id}/days`, { sessionId: session.id, dates: days });
  const rides: { id: string; version: number }[] = [];
  for (const [week, date] of days.entries())
    rides.push(
      (
        await upload(
          home.app,
          rider.id,
          `${date}.csv`,
          fileOf(date, () => 1 + week / 200),
        )
      ).body.ride,
    );
  await home.app.keeper.rested();
  const span = { from: day(-60), to: day(0) };
  const read = async () => {
    const { body } = await ask('GET', `/riders/${rider.id}/trends?from=${day(-400)}&to=${day(0)}`);
    expect(body.waiting).toBe(0);
    return { rides: body.rides, shown: trendsOf(body.rides, span) };
  };
  const before = await read();
  const [family] = before.shown.families;
  expect(family).toMatchObject({ sets: { length: 6 }, slope: { real: true } });
  // 260 W × 0.5 % a week.
  expect(family?.slope?.perMonth).toBeCloseTo((260 / 200 / 7) * 30.44, 0);
  // Without a mass nobody knows how much was ridden before.
  expect(before.shown.legs[0]?.steps).toEqual([null, null, null, null]);

  const last = (await ask('GET', `/rides/${rides[5]?.id}`)).body;
  await ask('PATCH', `/rides/${last.id}`, { version: last.version, withdrawn: 'a friend rode it' });
  await home.app.keeper.rested();
  expect((await read()).shown.families[0]?.sets).toHaveLength(5);
  await ask('POST', '/undo');
  const efforts = async (kg: number, date: string) => {
    const { status } = await ask('POST', `/riders/${rider.id}/body-mass`, { date, kg });
    expect(status).toBe(201);
    await home.app.keeper.rested();
    const { shown } = await read();
    return shown.legs[0]?.steps.map((step) => step?.efforts ?? 0);
  };
  // The last of four eights began after some 550 kJ: over 10 kJ/kg of the lighter rider alone.
  expect(await efforts(50, day(-50))).toEqual([6, 6, 0, 0]);
  expect(await efforts(80, day(-49))).toEqual([6, 0, 0, 0]);
});

it('what changes while a ride is read is not missed: by older figures nothing is kept', async () => {
  const rider = await newRider(ask);
  const ftp = (usedW: number, countsFrom: string) =>
    ask('POST', `/riders/${rider.id}/ftp`, { testId: null, usedW, countsFrom, reason: 'measured' });
  await ftp(260, '2026-01-01');
  const date = day(-8);
  const { ride } = (
    await upload(
      home.app,
      rider.id,
      'ride.csv',
      fileOf(date, () => 1),
    )
  ).body;
  await home.app.keeper.rested();
  const ftpRead = async (): Promise<number[]> => {
    const { body } = await ask('GET', `/riders/${rider.id}/trends?from=${day(-30)}&to=${day(0)}`);
    return body.rides.map(({ trend }: { trend: { ftpW: number } }) => trend.ftpW);
  };
  expect(await ftpRead()).toEqual([260]);
  const db = await openDatabase(path.join(home.folder, 'test.sqlite'));
  const pool = startPool();
  try {
    // Read by 260 W; before that is kept, it is 280 W.
    const interrupted = {
      readRides: async (lot: Parameters<typeof pool.readRides>[0]) => {
        const read = await pool.readRides(lot);
        await ftp(280, day(-20));
        return read;
      },
    };
    await readSome(db, interrupted, rider.id, [ride.id]);
    await home.app.keeper.rested();
    expect(await ftpRead()).toEqual([280]);
    // Two who read it at once keep one reading, and it is kept.
    await Promise.all([1, 2].map(() => readSome(db, pool, rider.id, [ride.id])));
    expect(await ftpRead()).toEqual([280]);
  } finally {
    await pool.close();
    await db.destroy();
  }
});

it('a morning is written down whole, corrected, emptied and undone; mass beside it is not told where it is hidden', async () => {
  const rider = await newRider(ask);
  const at = (date: string) => `/riders/${rider.id}/mornings/${date}`;
  const NOTHING = { massKg: null, restingBpm: null, sleepH: null, legs: null, pain: null };
  const kept = async () =>
    (await ask('GET', `/riders/${rider.id}/mornings?from=${day(-30)}&to=${day(0)}`)).body;
  for (const ago of [-3, -2])
    expect(
      (await ask('PUT', at(day(ago)), { ...NOTHING, massKg: 61, restingBpm: 47, version: 0 }))
        .status,
    ).toBe(204);
  expect(await kept()).toMatchObject([{ massKg: 61, version: 1 }, { restingBpm: 47 }]);
  // Another tab wrote meanwhile.
  const stale = await ask('PUT', at(day(-2)), { ...NOTHING, legs: 2, version: 0 });
  expect(stale.status).toBe(409);
  for (const [field, value] of Object.entries({ restingBpm: 8, legs: 6, pain: 4.5, massKg: 1e9 }))
    expect(
      (await ask('PUT', at(day(-1)), { ...NOTHING, [field]: value, version: 0 })).body.detail,
    ).toMatch(/runs from|whole number/);
  expect((await ask('PUT', at(day(1)), { ...NOTHING, legs: 3, version: 0 })).status).toBe(422);

  await ask('PUT', at(day(-2)), { ...NOTHING, version: 1 });
  expect(await kept()).toHaveLength(1);
  await ask('POST', '/undo');
  expect(await kept()).toHaveLength(2);

  await ask('POST', `/riders/${rider.id}/rides`, {
    ...{ date: day(0), kind: 'free', minutes: 60, rpe: 5, note: '' },
  });
  const [ride] = (await ask('GET', `/riders/${rider.id}/rides?from=${day(0)}&to=${day(0)}`)).body;
  const log = { massBeforeKg: 60.2, sleepH: 5 };
  await ask('PATCH', `/rides/${ride.id}`, { version: ride.version, log });
  const read = async () => {
    await home.app.keeper.rested();
    const { body } = await ask('GET', `/riders/${rider.id}/trends?from=${day(-9)}&to=${day(0)}`);
    return body.rides[0];
  };
  expect(await read()).toMatchObject({ sleepH: 5, massOffKg: expect.closeTo(-0.8, 6) });
  const { version } = (await ask('GET', `/riders/${rider.id}`)).body;
  await ask('PATCH', `/riders/${rider.id}`, { version, hideMass: true });
  expect(await read()).toMatchObject({ sleepH: 5, massOffKg: null });
});
