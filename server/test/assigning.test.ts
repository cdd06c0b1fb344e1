import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  daysOf,
  type Ask,
  eights,
  GOAL,
  HEALTHY,
  house,
  newRider,
  rampFile,
  upload,
} from './support.ts';

let home: Awaited<ReturnType<typeof house>>;
let ask: Ask;
beforeEach(async () => {
  home = await house();
  ({ ask } = home);
});
afterEach(() => home.close());

const MILL = { name: 'Mill Rise', metres: 1200, gradientPercent: 8, surface: 'road', note: '' };

describe('giving a session to several riders', () => {
  it('is one action: all days or none, and one undo', async () => {
    const [ines, tomas] = [await newRider(ask), await newRider(ask, { name: 'Tomas Brandt' })];
    const session = (await ask('POST', '/sessions', { plan: eights() })).body;
    const wanted = [
      { riderId: ines.id, dates: ['2026-11-24', '2026-11-26', '2026-11-24'] },
      { riderId: tomas.id, dates: ['2026-11-25'] },
    ];
    const assigned = await ask('POST', '/days', { sessionId: session.id, riders: wanted });
    expect(assigned.status).toBe(201);
    // A day named twice is one day.
    expect(
      assigned.body.map(({ riderId, date }: any) => [riderId === ines.id ? 'Ines' : 'Tomas', date]),
    ).toEqual([
      ['Ines', '2026-11-24'],
      ['Ines', '2026-11-26'],
      ['Tomas', '2026-11-25'],
    ]);
    expect((await ask('GET', '/journal')).body.undo).toBe(
      'assigned 4 × 8:00 to 2 riders on 3 days',
    );
    await ask('POST', '/undo');
    expect(await daysOf(ask)).toEqual([]);
    await ask('POST', '/redo');
    expect(await daysOf(ask)).toHaveLength(3);

    const unknown = [
      ...wanted,
      { riderId: '00000000-0000-4000-8000-000000000000', dates: ['2026-11-24'] },
    ];
    expect((await ask('POST', '/days', { sessionId: session.id, riders: unknown })).status).toBe(
      404,
    );
    expect(await daysOf(ask)).toHaveLength(3);
  });

  it.each([
    ['nobody', [], 'Choose at least one rider.'],
    [
      'no day',
      [{ riderId: '00000000-0000-4000-8000-000000000000', dates: [] }],
      'Choose at least one day.',
    ],
    [
      'a day that is none',
      [{ riderId: '00000000-0000-4000-8000-000000000000', dates: ['2026-02-30'] }],
      'This is not a date',
    ],
  ])('%s is refused', async (_, wanted, says) => {
    const session = (await ask('POST', '/sessions', { plan: eights() })).body;
    const { status, body } = await ask('POST', '/days', { sessionId: session.id, riders: wanted });
    expect([status, JSON.stringify(body)]).toEqual([400, expect.stringContaining(says)]);
  });

  it('an unfuelled ride is held back by the health screen of one of them, and then nobody gets it', async () => {
    const [ines, tomas] = [await newRider(ask), await newRider(ask, { name: 'Tomas Brandt' })];
    await ask('POST', `/riders/${tomas.id}/health`, {
      ...HEALTHY,
      answers: { ...HEALTHY.answers, metabolic: 'yes' },
    });
    const easy = { ...eights('Before breakfast'), unfuelled: true };
    const session = (await ask('POST', '/sessions', { plan: easy })).body;
    const to = (...riders: any[]) =>
      ask('POST', '/days', {
        sessionId: session.id,
        riders: riders.map(({ id }) => ({ riderId: id, dates: ['2026-11-24'] })),
      });
    const refused = await to(ines, tomas);
    expect([refused.status, refused.body.detail]).toEqual([
      422,
      expect.stringContaining(
        'It is an unfuelled ride, which the health screen of Tomas rules out.',
      ),
    ]);
    expect(await daysOf(ask)).toEqual([]);
    expect((await to(ines)).status).toBe(201);
  });
});

describe('what a rider can hold', () => {
  const FOUR_EFFORTS = {
    ...{
      protocol: 'four-efforts',
      date: '2026-10-20',
      powerSource: 'crank',
      ramp: null,
      readingW: null,
      meanBpm: null,
      expectedW: null,
      effort: null,
    },
    details: {
      kind: 'fourEfforts',
      sprintPeakW: 905,
      sprintPeakS: 7,
      seated: true,
      threeW: 340,
      sixW: 300,
      tenW: 285,
    },
    ...{ setup: null, testDayId: null, acceptThreshold: false, note: '', accept: null },
  };
  const modelOn = async (on: string, ...riders: any[]) =>
    (await ask('GET', `/models?on=${on}&riders=${riders.map(({ id }) => id).join(',')}`)).body;

  it('is the fit and the pair of 90 days and the bests of a year, for several riders at once', async () => {
    const [ines, tomas] = [await newRider(ask), await newRider(ask, { name: 'Tomas Brandt' })];
    await ask('POST', `/riders/${ines.id}/health`, HEALTHY);
    await upload(home.app, ines.id, 'ramp.csv', rampFile());
    const test = (await ask('POST', `/riders/${ines.id}/tests`, FOUR_EFFORTS)).body;
    const [hers, his] = await modelOn('2026-11-24', ines, tomas);
    // work = W′ + CP × t through 340 W × 180 s, 300 W × 360 s, 285 W × 600 s.
    expect(hers).toMatchObject({
      riderId: ines.id,
      fit: { cpW: expect.closeTo(261.4, 0), wPrimeJ: expect.closeTo(14_035, -2) },
    });
    expect(hers.pair.best60W).toBeGreaterThan(hers.pair.best300W);
    expect(hers.bests.length).toBeGreaterThan(50);
    expect(his).toEqual({ riderId: tomas.id, bests: [], fit: null, pair: null, pmaxW: null });
    // The ramp of 12 October carries a pair up to 10 January, and the bests of a year up to the next October.
    expect((await modelOn('2027-01-10', ines))[0]).toMatchObject({
      pair: hers.pair,
      fit: hers.fit,
    });
    expect((await modelOn('2027-01-11', ines))[0]).toMatchObject({ pair: null, bests: hers.bests });
    expect((await modelOn('2027-10-13', ines))[0]).toMatchObject({
      pair: null,
      fit: null,
      bests: [],
    });
    expect((await modelOn('2026-10-01', ines))[0]).toMatchObject({
      pair: null,
      fit: null,
      bests: [],
    });
    await ask('PATCH', `/riders/${ines.id}/tests/${test.id}`, {
      version: 1,
      withdrawn: 'The 3:00 was typed wrong.',
    });
    expect((await modelOn('2026-11-24', ines))[0].fit).toBeNull();
  });

  it.each([
    ['no day', 'riders=', 400],
    ['a day that is none', 'on=2026-13-01&riders=', 400],
    ['something that is no id', 'on=2026-11-24&riders=ines,', 400],
    ['a rider nobody knows', 'on=2026-11-24&riders=00000000-0000-4000-8000-000000000000,', 404],
  ])('%s is refused', async (_, query, status) => {
    const ines = await newRider(ask);
    expect((await ask('GET', `/models?${query}${ines.id}`)).status).toBe(status);
  });

  it('a share of goal power counts by the goal where the server decides too: above 105 % of FTP it waits for the health screen', async () => {
    const goal = (watts: number) => ({ ...GOAL, watts });
    const [hard, mild] = [await newRider(ask), await newRider(ask, { name: 'Tomas Brandt' })];
    for (const [{ id }, watts] of [
      [hard, 320],
      [mild, 240],
    ] as const)
      expect((await ask('POST', `/riders/${id}/goals`, goal(watts))).status).toBe(201);
    for (const { id } of [hard, mild])
      await ask('POST', `/riders/${id}/ftp`, {
        testId: null,
        usedW: 262,
        countsFrom: '2026-10-01',
        reason: '',
      });
    const plan = eights();
    const set = plan.items[1] as { parts: { target: unknown }[] };
    if (set.parts[0])
      set.parts[0].target = { kind: 'steady', effort: { kind: 'goal', low: 100, high: 100 } };
    const session = (await ask('POST', '/sessions', { plan })).body;
    const to = async ({ id }: any) =>
      (
        await ask('POST', '/days', {
          sessionId: session.id,
          riders: [{ riderId: id, dates: ['2026-11-24'] }],
        })
      ).status;
    expect([await to(hard), await to(mild)]).toEqual([422, 201]);
  });
});

describe('hills', () => {
  it('are added, changed with their version, taken away, and all of it undone', async () => {
    const hill = (await ask('POST', '/hills', MILL)).body;
    expect(hill).toMatchObject({ ...MILL, version: 1 });
    const taken = await ask('POST', '/hills', { ...MILL, name: 'mill rise' });
    expect([taken.status, taken.body.detail]).toEqual([422, 'There is a hill Mill Rise already.']);
    const changed = await ask('PUT', `/hills/${hill.id}`, { ...MILL, metres: 1300, version: 1 });
    expect(changed.body).toMatchObject({ metres: 1300, version: 2 });
    const stale = await ask('PUT', `/hills/${hill.id}`, { ...MILL, metres: 1400, version: 1 });
    expect([stale.status, stale.body.theirs.metres]).toEqual([409, 1300]);
    expect((await ask('DELETE', `/hills/${hill.id}?version=1`)).body.theirs.metres).toBe(1300);
    expect((await ask('DELETE', `/hills/${hill.id}?version=2`)).status).toBe(204);
    expect((await ask('GET', '/hills')).body).toEqual([]);
    await ask('POST', '/undo');
    expect((await ask('GET', '/hills')).body).toHaveLength(1);
  });

  it.each([
    ['no name', { name: ' ' }, 'The hill needs a name.'],
    ['letters for metres', { metres: 'long' }, 'The length is a number of metres.'],
    ['a bump', { metres: 20 }, 'A hill under 50 m is a bump.'],
    ['a wall', { gradientPercent: 45 }, 'The gradient is over 30 %.'],
    ['a surface of ice', { surface: 'ice' }, 'surface'],
  ])('%s is refused by field', async (_, over, says) => {
    const { status, body } = await ask('POST', '/hills', { ...MILL, ...over });
    expect([status, JSON.stringify(body)]).toEqual([400, expect.stringContaining(says)]);
    expect((await ask('GET', '/hills')).body).toEqual([]);
  });
});
