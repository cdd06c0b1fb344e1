import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import BetterSqlite from 'better-sqlite3';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { type Ask, eights, house, newRider, rampFile, ridesOf, upload } from './support.ts';

let home: Awaited<ReturnType<typeof house>>;
let ask: Ask;
beforeEach(async () => {
  home = await house();
  ({ ask } = home);
});
afterEach(() => home.close());

const OCTOBER = '2026-10-12';
const STEPS = [{ rep: 1, role: 'work', startS: 900, endS: 1380, lowW: 257, highW: 267 }];

/** A rider with a session on some days. */
async function withDays(dates: readonly string[], name = 'Ines Okafor') {
  const rider = await newRider(ask, { name });
  const session = (await ask('POST', '/sessions', { plan: eights() })).body;
  const days = (await ask('POST', `/riders/${rider.id}/days`, { sessionId: session.id, dates }))
    .body;
  return { rider, session, days };
}

async function imported(riderId: string, file = rampFile(), query = '') {
  return (await upload(home.app, riderId, 'ride.csv', file, query)).body;
}

const watts = (seconds: number, each = 200) =>
  `seconds,power\n${Array.from({ length: seconds }, (_, second) => `${second},${each}`).join('\n')}`;

/** Does something straight to the file, as no route would. */
function bySql(...statements: readonly string[]): void {
  const sqlite = new BetterSqlite(path.join(home.folder, 'test.sqlite'));
  for (const statement of statements) sqlite.exec(statement);
  sqlite.close();
}

describe('a ride that came in', () => {
  it('goes to the day of its date, the nearest in length, is told with the rider, and marks nothing', async () => {
    const { rider, days } = await withDays([OCTOBER, '2026-10-13']);
    const short = { ...eights('Short'), items: eights().items.slice(0, 1) };
    const spin = (await ask('POST', '/sessions', { plan: short })).body;
    const [nearer] = (
      await ask('POST', `/riders/${rider.id}/days`, { sessionId: spin.id, dates: [OCTOBER] })
    ).body;
    // The ramp lasts about half an hour: nearer to 15 minutes than to an hour.
    const { ride } = await imported(rider.id);
    expect(ride).toMatchObject({
      date: OCTOBER,
      datedBy: 'file',
      origin: 'file',
      kind: 'session',
      day: { id: nearer.id, tried: false, state: 'planned' },
    });
    expect((await ask('GET', `/riders/${rider.id}`)).body.unmarked).toEqual([
      { dayId: nearer.id, date: OCTOBER },
    ]);
    // A second one takes the day that is left; a third finds none.
    expect((await imported(rider.id, rampFile(2))).ride.day.id).toBe(days[0].id);
    expect((await imported(rider.id, rampFile(3))).ride.day).toBeNull();
    await ask('PUT', `/days/${nearer.id}/mark`, { state: 'done', rpe: 7 });
    expect((await ask('GET', `/riders/${rider.id}`)).body.unmarked).toEqual([
      { dayId: days[0].id, date: OCTOBER },
    ]);
  });

  it('without a date is asked for: it counts in nothing, is linked to nothing, until somebody types it', async () => {
    const { rider, days } = await withDays([OCTOBER]);
    const { ride } = await imported(rider.id, watts(3600));
    expect(ride).toMatchObject({ datedBy: 'assumed', day: null });
    const curve = async () =>
      (await ask('GET', `/riders/${rider.id}/curve?from=2020-01-01&to=2030-01-01`)).body;
    expect(await curve()).toEqual([]);
    expect(
      (await ask('PATCH', `/rides/${ride.id}`, { version: 1, date: '2099-01-01' })).body.fields,
    ).toMatchObject([{ field: 'date' }]);
    const dated = await ask('PATCH', `/rides/${ride.id}`, { version: 1, date: OCTOBER });
    expect(dated.body).toMatchObject({
      date: OCTOBER,
      datedBy: 'coach',
      day: { id: days[0].id },
      version: 2,
    });
    expect(
      (await curve()).every(({ date, rideId }: any) => date === OCTOBER && rideId === ride.id),
    ).toBe(true);
    expect((await ask('PATCH', `/rides/${ride.id}`, { version: 1, note: 'old' })).status).toBe(409);
    expect((await ask('POST', '/undo')).body.did).toMatch(
      /^dated Ines Okafor’s ride of .* to Mon 12 Oct$/,
    );
    expect((await ask('GET', `/rides/${ride.id}`)).body).toMatchObject({
      datedBy: 'assumed',
      day: null,
    });
  });

  it('on the stand-ins is tried: seen with its day, marks nothing, counts nowhere; of the demo’s own it is theirs', async () => {
    const { rider, days } = await withDays([OCTOBER]);
    const link = async (ride: any) =>
      (
        await ask('PUT', `/rides/${ride.id}/day`, {
          version: ride.version,
          dayId: days[0].id,
          reps: { from: 'room', steps: STEPS },
        })
      ).body;
    const { ride } = await imported(rider.id, rampFile(1), '?origin=standIns');
    expect(ride).toMatchObject({ origin: 'standIns', day: null });
    expect((await link(ride)).day).toMatchObject({ id: days[0].id, tried: true });
    expect((await ask('GET', `/days/${days[0].id}`)).body.rides).toMatchObject([
      { rideId: ride.id, tried: true, reps: { from: 'room', steps: STEPS } },
    ]);
    expect((await ask('GET', `/riders/${rider.id}`)).body.unmarked).toEqual([]);
    expect(
      (await ask('GET', `/riders/${rider.id}/curve?from=2020-01-01&to=2030-01-01`)).body,
    ).toEqual([]);
    // The day is still free for a ride.
    expect((await imported(rider.id, rampFile(2))).ride.day).toMatchObject({
      id: days[0].id,
      tried: false,
    });
    expect(
      (await ask('GET', `/days/${days[0].id}`)).body.rides.map(({ tried }: any) => tried),
    ).toEqual([false, true]);

    bySql(`UPDATE riders SET demo = 1`);
    const { rider: made, days: own } = await withDays([OCTOBER], 'Maud Tremblay');
    bySql(`UPDATE riders SET demo = 1`);
    const { ride: theirs } = await imported(made.id, rampFile(4), '?origin=standIns');
    const linked = await ask('PUT', `/rides/${theirs.id}/day`, { version: 1, dayId: own[0].id });
    expect(linked.body.day).toMatchObject({ id: own[0].id, tried: false });
  });

  it('is of one day, and a day of one ride: two tabs cannot both link, and no day of another rider is taken', async () => {
    const { rider, days } = await withDays(['2026-10-20', '2026-10-21']);
    const other = await withDays(['2026-10-20'], 'Tomas Brandt');
    const [one, two] = [
      (await imported(rider.id)).ride,
      (await imported(rider.id, rampFile(2))).ride,
    ];
    const link = (ride: any, dayId: string | null, version = 1) =>
      ask('PUT', `/rides/${ride.id}/day`, { version, dayId });
    const both = await Promise.all([link(one, days[0].id), link(two, days[0].id)]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
    const [won, lost] = both[0]?.status === 200 ? [one, two] : [two, one];
    expect(both.find(({ status }) => status === 409)?.body.detail).toContain('has a ride already');
    // The one that is linked moves on, and leaves its day free.
    expect((await link(won, days[1].id)).status).toBe(409);
    expect((await link(won, days[1].id, 2)).body.day.id).toBe(days[1].id);
    expect((await link(lost, days[0].id)).body.day.id).toBe(days[0].id);
    expect((await link(lost, other.days[0].id, 2)).body.fields).toEqual([
      { field: 'dayId', reason: 'That day is another rider’s.' },
    ]);
    expect((await link(lost, null, 2)).body.day).toBeNull();
    expect((await ask('POST', '/undo')).body.did).toContain(
      'unlinked Ines Okafor’s ride of Mon 12 Oct',
    );
    expect((await ask('GET', `/rides/${lost.id}`)).body.day.id).toBe(days[0].id);
  });
});

describe('a ride', () => {
  it('without a recording is typed: a run counts by its minutes and RPE, nonsense is refused by field', async () => {
    const rider = await newRider(ask);
    const run = { date: OCTOBER, kind: 'run', minutes: 45, rpe: 6, note: 'easy' };
    for (const [field, value] of [
      ['minutes', 0],
      ['minutes', 1441],
      ['rpe', 11],
      ['kind', 'walk'],
      ['date', 'soon'],
    ] as const)
      expect(
        (await ask('POST', `/riders/${rider.id}/rides`, { ...run, [field]: value })).body.fields,
        field,
      ).toMatchObject([{ field }]);
    expect(
      (await ask('POST', `/riders/${rider.id}/rides`, { ...run, date: '2099-01-01' })).body.fields,
    ).toMatchObject([{ field: 'date' }]);
    const { body: ride } = await ask('POST', `/riders/${rider.id}/rides`, run);
    expect(ride).toMatchObject({
      ...run,
      origin: 'hand',
      datedBy: 'coach',
      numbers: null,
      recordings: [],
    });
    expect((await ask('GET', `/riders/${rider.id}/rides/months`)).body).toEqual([
      { month: '2026-10', days: 1, first: OCTOBER, last: OCTOBER },
    ]);
    await ask('POST', '/undo');
    expect(await ridesOf(ask, rider.id)).toEqual([]);
  });

  it('withdrawn counts nowhere until it is back; deleted it is out of sight, and undo brings back all of it', async () => {
    const { rider, days } = await withDays([OCTOBER]);
    const { ride, recording } = await imported(rider.id);
    const curve = async () =>
      (await ask('GET', `/riders/${rider.id}/curve?from=2020-01-01&to=2030-01-01`)).body;
    const before = await curve();
    const change = (version: number, withdrawn: string | null) =>
      ask('PATCH', `/rides/${ride.id}`, { version, withdrawn });
    expect((await change(1, ' ')).status).toBe(400);
    await change(1, 'the meter was off');
    expect(await curve()).toEqual([]);
    await change(2, null);
    expect(await curve()).toEqual(before);

    expect((await ask('DELETE', `/rides/${ride.id}?version=1`)).status).toBe(409);
    expect((await ask('DELETE', `/rides/${ride.id}?version=3`)).status).toBe(204);
    expect([await ridesOf(ask, rider.id), await curve()]).toEqual([[], []]);
    for (const url of [`/rides/${ride.id}`, `/recordings/${recording.id}`])
      expect((await ask('GET', url)).status).toBe(404);
    expect((await ask('GET', `/days/${days[0].id}`)).body.rides).toEqual([]);
    expect((await ask('POST', '/undo')).body.did).toBe('deleted Ines Okafor’s ride of Mon 12 Oct');
    expect(await curve()).toEqual(before);
    expect((await ask('GET', `/days/${days[0].id}`)).body.rides).toMatchObject([
      { rideId: ride.id },
    ]);
    // Deleted again, and the same file sent again: it is back rather than there twice.
    await ask('POST', '/redo');
    expect(await imported(rider.id)).toMatchObject({
      duplicate: false,
      ride: { id: ride.id, day: { id: days[0].id } },
    });
  });

  it('that was deleted goes for good with its file once undo no longer reaches it, and one that a test was read off stays', async () => {
    const rider = await newRider(ask);
    const { ride, recording } = await imported(rider.id);
    await ask('DELETE', `/rides/${ride.id}?version=1`);
    const count = (table: string) => {
      const sqlite = new BetterSqlite(path.join(home.folder, 'test.sqlite'), { readonly: true });
      const rows = sqlite.prepare(`SELECT count(*) FROM ${table}`).pluck().get();
      sqlite.close();
      return rows;
    };
    expect([count('rides'), count('recording_files')]).toEqual([1, 1]);
    for (let number = 0; number < 201; number += 1)
      await ask('POST', `/riders/${rider.id}/body-mass`, { date: OCTOBER, kg: 50 + (number % 90) });
    expect(
      [
        'rides',
        'recordings',
        'recording_files',
        'recording_streams',
        'ride_numbers',
        'ride_packs',
      ].map(count),
    ).toEqual([0, 0, 0, 0, 0, 0]);

    const again = await imported(rider.id);
    expect(again.recording.id).not.toBe(recording.id);
    const effort = { recordingId: again.recording.id, startS: 900, endS: 1700, parts: [] };
    const test = {
      protocol: 'ramp',
      date: OCTOBER,
      powerSource: 'crank',
      ramp: { startW: 100, stepW: 20, stageS: 60 },
      readingW: 346,
      meanBpm: 151,
      expectedW: null,
    };
    await ask('POST', `/riders/${rider.id}/tests`, {
      ...test,
      effort,
      details: null,
      setup: null,
      testDayId: null,
      acceptThreshold: false,
      note: '',
      accept: null,
    });
    expect((await ask('GET', `/rides/${again.ride.id}`)).body).toMatchObject({
      kind: 'test',
      version: 2,
    });
    expect((await ask('DELETE', `/rides/${again.ride.id}?version=2`)).body.detail).toContain(
      'A test was read off this ride.',
    );
  }, 60_000);

  it('keeps what its file has of speed, height, place and temperature, and every reader cuts its stops', async () => {
    const rider = await newRider(ask);
    const stands = (second: number) => second >= 300 && second < 400;
    const rows = Array.from({ length: 900 }, (_, second) =>
      [
        second,
        stands(second) ? 40 : 200,
        stands(second) ? 0 : 90,
        stands(second) ? 0 : 8,
        412 + second / 10,
        47.1 + second / 1e4,
        11.4,
        18,
      ].join(),
    );
    const { ride, recording } = await imported(
      rider.id,
      `seconds,power,cadence,speed,altitude,lat,lon,temperature\n${rows.join('\n')}`,
    );
    const streams = (await ask('GET', `/recordings/${recording.id}`)).body;
    expect([
      streams.metresPerSecond[0],
      streams.heightM[10],
      streams.latitude[5],
      streams.longitude[5],
      streams.celsius[7],
    ]).toEqual([8, 413, 47.1005, 11.4, 18]);
    expect(streams.stops).toEqual([{ startS: 300, seconds: 100 }]);
    expect(ride.numbers).toMatchObject({
      movingS: 800,
      meanW: 200,
      surgeW: 200,
      energyKj: 160,
      meanBpm: null,
    });
    expect((await ask('GET', `/rides/${ride.id}`)).body.wattSeconds[200]).toBe(800);
    const marked = await ask('POST', `/riders/${rider.id}/marked-efforts`, {
      rideId: ride.id,
      startS: 250,
      seconds: 200,
      note: '',
    });
    expect(marked.body).toMatchObject({ meanW: 100, idle: 'the day of its ride is only assumed' });
  });

  it('is asked for in one place: no query looks at recordings but for files and streams', () => {
    const store = path.join(import.meta.dirname, '../src/store');
    // Who joins them asks for the file or the place of a ride, never for what was ridden when.
    const known = new Set([
      ...['recordings.ts', 'keepRecording.ts', 'purgeRides.ts'],
      // Where a file is imported again or a step is taken, hidden rides are asked for as well.
      ...['importedAgain.ts', 'journalGuards.ts'],
      ...['rebuild.ts', 'rebuildFromFiles.ts'],
    ]);
    for (const name of readdirSync(store, { recursive: true, encoding: 'utf8' })) {
      if (!name.endsWith('.ts')) continue;
      const text = readFileSync(path.join(store, name), 'utf8');
      if (!known.has(name) && name !== 'rides.ts')
        expect([name, /selectFrom\('recordings'\)/.test(text)]).toEqual([name, false]);
      if (name !== 'rides.ts' && !known.has(name) && name !== 'changeRide.ts')
        expect([name, /selectFrom\('rides'\)/.test(text)]).toEqual([name, false]);
    }
  });
});

describe('a day', () => {
  it('has its own plan: the session’s row changed by SQL changes none, and a change of this day is of this day alone', async () => {
    const { rider, session, days } = await withDays(['2026-12-02', '2026-12-09']);
    bySql(`UPDATE sessions SET plan = json_set(plan, '$.name', 'Other')`);
    expect((await ask('GET', `/days/${days[0].id}`)).body.plan.name).toBe('4 × 8:00');
    const own = { ...eights('Two for the day'), items: eights().items.slice(0, 1) };
    const put = (version: number, plan: unknown) =>
      ask('PUT', `/days/${days[0].id}/plan`, { version, plan });
    expect((await put(1, own)).body).toMatchObject({
      plan: { name: 'Two for the day' },
      follows: false,
      version: 2,
      // Putting a session on a day shows it to nobody yet.
      handedOver: null,
    });
    expect((await put(1, own)).status).toBe(409);
    // What is wrong with it, or forbidden, never comes onto a day.
    const empty = { ...own, items: [] };
    expect((await put(2, empty)).body.fields.length).toBeGreaterThan(0);
    const hard = eights('Too hard');
    (hard.items[1] as any).parts[0].target.effort = { kind: 'percent', low: 115, high: 120 };
    expect((await put(2, hard)).body.fields).toMatchObject([
      { field: 'plan', reason: expect.stringContaining('health screen') },
    ]);
    // Only the day that follows is behind; the session being too hard for the rider is said before anybody agrees to it.
    await ask('PUT', `/sessions/${session.id}`, { version: 1, plan: hard });
    const behind = (await ask('GET', `/sessions/${session.id}/behind`)).body;
    expect(behind).toMatchObject([
      { dayId: days[1].id, riderId: rider.id, refusal: expect.stringContaining('health screen') },
    ]);
    const follow = await ask('POST', `/sessions/${session.id}/behind`, {
      sessionVersion: 2,
      follow: [days[1].id],
      leave: [],
    });
    expect([follow.status, follow.body.fields[0].field]).toEqual([422, 'follow']);
    expect((await ask('GET', `/days/${days[1].id}`)).body.plan.name).toBe('4 × 8:00');
    await ask('POST', `/sessions/${session.id}/behind`, {
      sessionVersion: 2,
      follow: [],
      leave: [days[1].id],
    });
    expect((await ask('GET', `/sessions/${session.id}/behind`)).body).toEqual([]);
  });

  it('whose plan no longer fits is shown as such, like everything else that is stored, and breaks no list', async () => {
    const { rider, days } = await withDays([OCTOBER]);
    await ask('POST', `/riders/${rider.id}/health`, {
      date: '2026-01-05',
      answers: {},
      answeredBy: 'Ines',
      note: '',
      clearedBy: null,
      clearedOn: null,
    });
    await imported(rider.id);
    bySql(
      `UPDATE days SET plan = '{"name":"From the future","items":[{"kind":"loop"}]}'`,
      `UPDATE sessions SET plan = 'no json'`,
      `UPDATE recordings SET laps = 'no json', notes = '{"a":1}'`,
      `UPDATE riders SET bikes = '[{"wings":2}]'`,
      `UPDATE health_screens SET answers = '[1]'`,
      `UPDATE ride_matches SET reps = '{"from":"the moon"}'`,
    );
    const day = (await ask('GET', `/days/${days[0].id}`)).body;
    expect(day).toMatchObject({
      plan: { name: 'From the future', items: [] },
      unreadable: expect.stringContaining('kept as it was stored'),
    });
    expect((await ask('GET', '/sessions')).body).toMatchObject([
      { plan: { name: 'A session' }, unreadable: expect.any(String) },
    ]);
    for (const url of [
      '/riders',
      `/riders/${rider.id}/rides?from=2020-01-01&to=2030-01-01`,
      '/days?from=2020-01-01&to=2030-01-01',
      `/riders/${rider.id}/tests`,
    ])
      expect([url, (await ask('GET', url)).status]).toEqual([url, 200]);
  });
});

describe('the journal', () => {
  const asRider = async (method: 'PATCH' | 'POST' | 'PUT', url: string, payload?: object) => {
    const headers = { host: '127.0.0.1:4600', 'x-uphill-actor': 'rider' };
    const answer = await home.app.inject({
      method,
      url: `/api${url}`,
      headers,
      ...(payload ? { payload } : {}),
    });
    return {
      status: answer.statusCode,
      body: answer.json(),
      step: Number(answer.headers['x-uphill-step']),
    };
  };
  const asCoach = async (method: 'PATCH' | 'POST' | 'PUT', url: string, payload?: object) => {
    const answer = await home.app.inject({
      method,
      url: `/api${url}`,
      headers: { host: '127.0.0.1:4600' },
      ...(payload ? { payload } : {}),
    });
    return { body: answer.json(), step: Number(answer.headers['x-uphill-step']) };
  };

  it('an undo beside what was done takes back that very action, whatever came after elsewhere', async () => {
    const rider = await newRider(ask);
    const first = await asCoach('POST', `/riders/${rider.id}/body-mass`, { date: OCTOBER, kg: 61 });
    const second = await asCoach('PATCH', `/riders/${rider.id}`, { version: 1, notes: 'one' });
    const third = await asCoach('PATCH', `/riders/${rider.id}`, { version: 2, masters: true });
    expect((await ask('POST', `/undo?step=${first.step}`)).body.did).toBe('Ines Okafor: 61 kg');
    expect((await ask('POST', `/undo?step=${first.step}`)).body.detail).toBe(
      'That was undone already.',
    );
    // A later action on the same thing stands in the way, by its name, although it changed another column.
    const blocked = await ask('POST', `/undo?step=${second.step}`);
    expect([blocked.status, blocked.body.detail]).toEqual([
      409,
      '"changed Ines Okafor" cannot be undone: since then you changed Ines Okafor; undo that first.',
    ]);
    expect((await ask('POST', `/undo?step=${third.step}`)).status).toBe(200);
    expect((await ask('POST', `/undo?step=${second.step}`)).status).toBe(200);
    // Done again in the order in which they were undone, the last first.
    for (const did of ['changed Ines Okafor', 'changed Ines Okafor', 'Ines Okafor: 61 kg'])
      expect((await ask('POST', '/redo')).body.did).toBe(did);
    expect((await ask('GET', `/riders/${rider.id}`)).body).toMatchObject({
      notes: 'one',
      masters: true,
      bodyMass: [{ kg: 61 }],
    });
  });

  it('what the rider did is the rider’s to undo, and stands in the way of the coach’s undo below it', async () => {
    const { rider, days } = await withDays(['2026-11-24']);
    const moved = await asCoach('PATCH', `/days/${days[0].id}`, {
      version: 1,
      date: '2026-11-25',
    });
    const marked = await asRider('PUT', `/days/${days[0].id}/mark`, {
      state: 'done',
      rpe: 6,
    });
    expect((await ask('GET', '/journal')).body.undo).toMatch(/^moved 4 × 8:00/);
    const blocked = await ask('POST', '/undo');
    expect(blocked.body.detail).toBe(
      '"moved 4 × 8:00 of Ines Okafor to Wed 25 Nov" cannot be undone: since then the rider marked 4 × 8:00 of Ines Okafor as done.',
    );
    expect((await ask('POST', `/undo?step=${marked.step}`)).status).toBe(409);
    expect((await asRider('POST', `/undo?step=${marked.step}`)).status).toBe(200);
    expect((await ask('POST', `/undo?step=${moved.step}`)).status).toBe(200);
    expect((await ask('GET', `/days/${days[0].id}`)).body).toMatchObject({
      date: '2026-11-24',
      state: 'planned',
      riderId: rider.id,
    });
  });

  it('a step that no longer fits the tables says so, steps aside, and what lies below is undone', async () => {
    const rider = await newRider(ask);
    await ask('PATCH', `/riders/${rider.id}`, { version: 1, notes: 'one' });
    for (const entries of [
      '{}',
      '[{"table":"wheels","id":"1","before":null,"after":null}]',
      `[{"table":"riders","id":"${rider.id}","before":{"shoe":1},"after":{"shoe":2}}]`,
    ]) {
      bySql(
        `INSERT INTO journal (at, label, entries, undone) VALUES ('2026-01-01', 'changed the wheel', '${entries}', 0)`,
      );
      const { status, body } = await ask('POST', '/undo');
      expect([status, body.type]).toEqual([409, '/problems/undo-aside']);
      expect(body.detail).toContain(
        '"changed the wheel" cannot be undone: it is from before an update and no longer fits. It was set aside',
      );
    }
    expect((await ask('POST', '/undo')).body.did).toBe('changed Ines Okafor');
  });
});

describe('a rider’s file', () => {
  it('keeps goals, hours and what is fixed, each with its own version, and refuses what cannot be', async () => {
    const rider = await newRider(ask);
    const goal = {
      name: 'Salt Road',
      date: '2027-03-06',
      rank: 'main',
      watts: 285,
      seconds: 2280,
      km: null,
      climbM: null,
      hillId: null,
    };
    expect(
      (await ask('POST', `/riders/${rider.id}/goals`, { ...goal, date: '2020-01-01' })).body.fields,
    ).toMatchObject([{ field: 'date' }]);
    expect(
      (await ask('POST', `/riders/${rider.id}/goals`, { ...goal, hillId: rider.id })).body.fields,
    ).toMatchObject([{ field: 'hillId' }]);
    const hill = (
      await ask('POST', '/hills', {
        name: 'Mill Rise',
        metres: 1200,
        gradientPercent: 8,
        surface: 'road',
        note: '',
      })
    ).body;
    const [stored] = (await ask('POST', `/riders/${rider.id}/goals`, { ...goal, hillId: hill.id }))
      .body.goals;
    expect(
      (await ask('PUT', `/riders/${rider.id}/goals/${stored.id}`, { ...goal, version: 2 })).status,
    ).toBe(409);
    // A hill that goes is no goal's any more, and comes back with it.
    await ask('DELETE', `/hills/${hill.id}?version=1`);
    expect((await ask('GET', `/riders/${rider.id}`)).body.goals).toMatchObject([
      { hillId: null, version: 2 },
    ]);
    await ask('POST', '/undo');
    expect((await ask('GET', `/riders/${rider.id}`)).body.goals).toMatchObject([
      { hillId: hill.id, version: 3 },
    ]);

    const week = (hours: number, version = 0) =>
      ask('PUT', `/riders/${rider.id}/availability`, {
        version,
        days: Array.from({ length: 7 }, () => ({ hours, fixedRest: false })),
      });
    for (const hours of [-1, 30]) expect((await week(hours)).status).toBe(400);
    expect((await week(2)).body.availability).toMatchObject({ version: 1 });
    expect((await week(3)).status).toBe(409);
    expect((await week(3, 1)).body.availability.days[0]).toEqual({ hours: 3, fixedRest: false });

    const fixture = {
      name: 'Evening ride',
      weekday: 4,
      kind: 'group',
      minutes: 90,
      rpe: 6,
      from: '2026-10-01',
      to: '2026-09-01',
      squad: false,
    };
    expect((await ask('POST', `/riders/${rider.id}/fixtures`, fixture)).body.detail).toContain(
      'It ends before it begins.',
    );
    const other = await newRider(ask, { name: 'Tomas Brandt' });
    await ask('POST', `/riders/${rider.id}/fixtures`, { ...fixture, to: null, squad: true });
    expect((await ask('GET', `/riders/${other.id}`)).body.fixtures).toMatchObject([
      { name: 'Evening ride', squad: true },
    ]);
    const zone = (timeZone: string) =>
      ask('PATCH', `/riders/${rider.id}`, { version: 1, timeZone });
    expect([(await zone('Mars/Olympus')).status, (await zone('Asia/Tokyo')).status]).toEqual([
      400, 200,
    ]);
  });
});
