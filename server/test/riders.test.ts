import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { healthVerdict } from '@uphill/core/rider';
import { riderFigures } from '@uphill/core/sessions';
import { buildApp, openDatabase } from '@uphill/server';
import BetterSqlite from 'better-sqlite3';
import { sql } from 'kysely';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  DRAFT,
  eights,
  FIXTURE,
  GOAL,
  HEALTHY,
  house,
  newRider,
  rampFile,
  upload,
  ridesOf,
} from './support.ts';

let at: Awaited<ReturnType<typeof house>>;
beforeEach(async () => {
  at = await house();
});
afterEach(() => at.close());

/** A rider with something in every table that riders have things in. */
async function fullRider(name: string, sessionId: string): Promise<any> {
  const { id } = await newRider(at.ask, { name });
  const post = async (what: string, body: object) =>
    expect((await at.ask('POST', `/riders/${id}/${what}`, body)).status, what).toBe(201);
  await post('body-mass', { date: '2026-10-01', kg: 61 });
  await post('heart-rates', { date: '2026-10-01', kind: 'maximal', bpm: 188 });
  await post('health', { ...HEALTHY, answeredBy: name });
  await post('ftp', { testId: null, usedW: 255, countsFrom: '2026-10-02', reason: 'by hand' });
  await post('test-days', { protocol: 'ramp', draft: DRAFT });
  const { ride } = (await upload(at.app, id, 'ramp.csv', rampFile())).body;
  await post('marked-efforts', { rideId: ride.id, startS: 100, seconds: 60, note: '' });
  await post('goals', GOAL);
  await post('fixtures', FIXTURE);
  const week = Array.from({ length: 7 }, () => ({ hours: 1.5, fixedRest: false }));
  expect(
    (await at.ask('PUT', `/riders/${id}/availability`, { version: 0, days: week })).status,
  ).toBe(200);
  await post('days', { sessionId, dates: ['2026-11-30'] });
  return (await at.ask('GET', `/riders/${id}`)).body;
}

/** Every place of the folder, and every table of the database, that holds a text. */
function tracesOf(text: string, folder: string): string[] {
  const files = (
    readdirSync(folder, { recursive: true, withFileTypes: true }) as {
      isFile(): boolean;
      parentPath: string;
      name: string;
    }[]
  )
    .filter((each) => each.isFile())
    .map(({ parentPath, name }) => path.join(parentPath, name));
  const inFiles = files.filter((file) => readFileSync(file).includes(text));
  const database = new BetterSqlite(path.join(folder, 'test.sqlite'), { readonly: true });
  const tables = database
    .prepare("SELECT name FROM sqlite_schema WHERE type = 'table'")
    .pluck()
    .all() as string[];
  const inTables = tables.filter((table) =>
    (database.prepare(`SELECT * FROM "${table}"`).all() as Record<string, unknown>[]).some((row) =>
      Object.values(row).some((value) =>
        Buffer.isBuffer(value) ? value.includes(text) : String(value).includes(text),
      ),
    ),
  );
  database.close();
  return [...inFiles, ...inTables];
}

describe('a rider', () => {
  it('who is deleted leaves nothing in any table or file, and takes nothing of others along', async () => {
    const session = (await at.ask('POST', '/sessions', { plan: eights() })).body;
    const ines = await fullRider('Ines Okafor', session.id);
    const tomas = await fullRider('Tomas Brandt', session.id);
    const both = [ines.id, tomas.id].map((riderId) => ({ riderId, dates: ['2026-12-02'] }));
    expect((await at.ask('POST', '/days', { sessionId: session.id, riders: both })).status).toBe(
      201,
    );
    expect(tracesOf(ines.id, at.folder).length).toBeGreaterThan(8);

    const goes = (await at.ask('GET', `/riders/${ines.id}/deletion`)).body;
    expect(goes).toEqual({
      counts: { tests: 0, rides: 1, days: 2, testDays: 1 },
      copiesUntil: null,
      otherCopies: [],
    });
    const wrong = await at.ask('POST', `/riders/${ines.id}/deletion`, {
      version: ines.version,
      name: 'Ines',
    });
    expect([wrong.status, wrong.body.fields[0].field]).toEqual([422, 'name']);
    expect(
      (await at.ask('POST', `/riders/${ines.id}/deletion`, { version: 9, name: 'Ines Okafor' }))
        .status,
    ).toBe(409);
    expect((await at.ask('GET', '/riders')).body).toHaveLength(2);

    const done = await at.ask('POST', `/riders/${ines.id}/deletion`, {
      version: ines.version,
      name: ' Ines  Okafor ',
    });
    expect([done.status, done.body.ids.includes(ines.id)]).toEqual([200, true]);
    // Ids are random, so a trace of one is a trace of the rider; so are the names in the journal.
    for (const gone of [ines.id, ines.health.id, ines.ftp[0].id, 'Ines Okafor'])
      expect(tracesOf(gone, at.folder), gone).toEqual([]);
    expect((await at.ask('GET', `/riders/${tomas.id}`)).body).toEqual(tomas);
    // What was done for both is undone for the one who is left; the rest of the journal is the other's own.
    expect((await at.ask('POST', '/undo')).status).toBe(200);
    expect(
      (await at.ask('GET', `/riders/${tomas.id}/days?from=2026-11-01&to=2026-12-31`)).body,
    ).toHaveLength(1);
  });

  it('whom copies still hold is named with the day on which the last of them goes', async () => {
    const { id } = await newRider(at.ask);
    await at.ask('POST', '/backup');
    const [byHand] = readdirSync(path.join(at.folder, 'copies'));
    const daily = path.join(at.folder, 'copies', 'test daily 2026-11-20.sqlite');
    await at.app.copyDatabase(path.join(at.folder, 'test.sqlite'), daily);
    expect((await at.ask('GET', `/riders/${id}/deletion`)).body).toMatchObject({
      copiesUntil: '2027-01-22',
      otherCopies: [byHand],
    });
  });

  it('who is archived takes no sessions, and comes back with everything', async () => {
    const session = (await at.ask('POST', '/sessions', { plan: eights() })).body;
    const before = await fullRider('Ines Okafor', session.id);
    const archived = (
      await at.ask('PATCH', `/riders/${before.id}`, { version: before.version, archived: true })
    ).body;
    expect(archived).toEqual({ ...before, archived: true, version: before.version + 1 });
    const given = await at.ask('POST', `/riders/${before.id}/days`, {
      sessionId: session.id,
      dates: ['2026-12-01'],
    });
    expect([given.status, given.body.detail]).toEqual([
      422,
      'Ines Okafor is archived. Restore Ines Okafor first.',
    ]);
    const undone = (await at.ask('POST', '/undo')).body;
    expect(undone.did).toBe('archived Ines Okafor');
    expect((await at.ask('GET', `/riders/${before.id}`)).body).toEqual({
      ...before,
      version: before.version + 2,
    });
  });

  it('has body mass and heart rates that can be put right, with undo, and not from an old version', async () => {
    const { id } = await newRider(at.ask);
    const [mass] = (
      await at.ask('POST', `/riders/${id}/body-mass`, { date: '2026-10-01', kg: 611 / 10 })
    ).body.bodyMass;
    const [heart] = (
      await at.ask('POST', `/riders/${id}/heart-rates`, {
        date: '2026-10-01',
        kind: 'resting',
        bpm: 84,
      })
    ).body.heartRates;
    const put = (entry: { id: string; version: number }, body: object) =>
      at.ask('PUT', `/riders/${id}/body-mass/${entry.id}`, { version: 1, ...body });
    expect((await put(mass, { date: '2026-10-02', kg: 61.4 })).body.bodyMass).toEqual([
      { id: mass.id, date: '2026-10-02', kg: 61.4, version: 2 },
    ]);
    expect((await put(mass, { date: '2026-10-02', kg: 62 })).status).toBe(409);
    expect((await put(heart, { date: '2026-10-02', kg: 62 })).status).toBe(404);
    expect(
      (await at.ask('DELETE', `/riders/${id}/heart-rates/${heart.id}?version=1`)).body.heartRates,
    ).toEqual([]);
    expect((await at.ask('POST', '/undo')).body.did).toBe(
      'Ines Okafor: removed resting heart rate 84 bpm',
    );
    await at.ask('POST', '/undo');
    const { bodyMass, heartRates } = (await at.ask('GET', `/riders/${id}`)).body;
    expect([bodyMass, heartRates]).toEqual([[{ ...mass, version: 3 }], [{ ...heart, version: 2 }]]);
  });

  it('keeps who answered the health screen and when, and every screen of before', async () => {
    const { id } = await newRider(at.ask);
    expect(
      (await at.ask('POST', `/riders/${id}/health`, { ...HEALTHY, answeredBy: '' })).body.fields[0]
        .reason,
    ).toContain('Write who answered');
    await at.ask('POST', `/riders/${id}/health`, HEALTHY);
    const { health, healthBefore } = (
      await at.ask('POST', `/riders/${id}/health`, {
        ...HEALTHY,
        date: '2026-06-01',
        answeredBy: 'her mother',
      })
    ).body;
    expect([health.answeredBy, health.date]).toEqual(['her mother', '2026-06-01']);
    expect(healthBefore).toMatchObject([{ answeredBy: 'Ines Okafor', date: '2026-01-05' }]);
  });
});

describe('a health screen of before', () => {
  it('keeps what it ruled out when its one question becomes five, and can still be cleared', async () => {
    const file = path.join(at.folder, 'older.sqlite');
    const older = await openDatabase(file, '0005-marked-efforts');
    const riders = ['11111111-1111-4111-8111-111111111111', '22222222-2222-4222-8222-222222222222'];
    for (const [index, answer] of ['yes', 'no'].entries()) {
      const id = riders[index] ?? '';
      await sql`INSERT INTO riders (id, name, birth_year, sex, power_source, masters, goal, notes, version, created_at)
        VALUES (${id}, ${`Rider ${index}`}, 1990, NULL, 'crank', 0, NULL, '', 1, '2026-01-01T00:00:00Z')`.execute(
        older,
      );
      const {
        under18: _,
        over45: __,
        lostPeriods,
        boneInjury,
        weightLoss,
        lowMood,
        ...answers
      } = HEALTHY.answers as Record<string, string>;
      await sql`INSERT INTO health_screens (id, rider_id, date, answers, note, cleared_by, cleared_on, created_at)
        VALUES (${id}, ${id}, '2026-01-05', ${JSON.stringify({ ...answers, eating: answer })}, '', NULL, NULL, '2026-01-05T00:00:00Z')`.execute(
        older,
      );
    }
    await older.destroy();
    const app = await buildApp({ database: file });
    const get = async (id: string | undefined) =>
      (
        await app.inject({ url: `/api/riders/${id ?? ''}`, headers: { host: '127.0.0.1:4600' } })
      ).json();
    const [yes, no] = [await get(riders[0]), await get(riders[1])];
    const on = (rider: any) => healthVerdict(rider.health, rider, '2026-02-01');
    expect([on(yes).maximal, on(yes).unfuelled, yes.health.answers.eatingOrLike]).toEqual([
      false,
      false,
      'yes',
    ]);
    expect([on(no).maximal, on(no).unfuelled, no.health.answers.lowMood]).toEqual([
      true,
      true,
      'no',
    ]);
    const { id: _, ...screen } = yes.health;
    const cleared = await app.inject({
      method: 'POST',
      url: `/api/riders/${yes.id}/health`,
      headers: { host: '127.0.0.1:4600' },
      payload: {
        ...screen,
        answeredBy: 'the rider',
        clearedBy: 'the club doctor',
        clearedOn: '2026-01-20',
      },
    });
    expect([on(cleared.json()).maximal, on(cleared.json()).unfuelled]).toEqual([true, false]);
    await app.close();
  });
});

describe('a CSV file whose headings say nothing', () => {
  const rows = Array.from({ length: 120 }, (_, second) =>
    [second, 200 + (second % 7), 140 + (second % 5), second * 9].join(','),
  );
  const file = (header: string) => [header, ...rows].join('\n');

  it('is asked about with its first rows, read by the answer, and read so again by a rebuild', async () => {
    const { id } = await newRider(at.ask);
    const asked = await upload(at.app, id, 'x.csv', gzipSync(file('time,foo,bar,far')));
    expect([asked.status, asked.body.type]).toEqual([422, '/problems/which-column']);
    expect(asked.body.question).toEqual({
      headings: ['"time"', '"foo"', '"bar"', '"far"'],
      rows: expect.arrayContaining([['0', '200', '140', '0']]),
      // Distance only ever rises, so it comes last; 200 W could be beats too.
      asks: [
        { field: 'watts', candidates: [1, 2, 3] },
        { field: 'bpm', candidates: [1, 2, 3] },
      ],
    });
    expect(await ridesOf(at.ask, id)).toEqual([]);
    const { recording } = (
      await upload(at.app, id, 'x.csv', gzipSync(file('time,foo,bar,far')), '?watts=1&bpm=none')
    ).body;
    expect(recording.notes).toEqual([
      '"foo" is read as power, as you chose. Import the file again to choose another.',
      '2 columns are not used: "bar", "far".',
      'Heart rate is missing.',
    ]);
    const streams = async () => (await at.ask('GET', `/recordings/${recording.id}`)).body;
    expect([(await streams()).watts[6], (await streams()).bpm]).toEqual([206, null]);
    expect(
      (await upload(at.app, id, 'x.csv', gzipSync(file('time,foo,bar,far')))).body.duplicate,
    ).toBe(true);
    // A slip in the choice is put right by sending the file again: it is asked once more, and stays one recording.
    expect(
      (await upload(at.app, id, 'x.csv', gzipSync(file('time,foo,bar,far')), '?again=true')).body
        .type,
    ).toBe('/problems/which-column');
    const again = await upload(
      at.app,
      id,
      'x.csv',
      gzipSync(file('time,foo,bar,far')),
      '?watts=1&bpm=2',
    );
    expect([again.body.recording.id, again.body.duplicate]).toEqual([recording.id, false]);
    expect([(await streams()).watts[6], (await streams()).bpm[6]]).toEqual([206, 141]);
    expect(
      (await upload(at.app, id, 'x.csv', gzipSync(file('time,foo,bar,far')), '?watts=1&bpm=2')).body
        .duplicate,
    ).toBe(true);
  });

  it('asks only for what is missing and could be there, and nothing of a rider without a power meter but beats', async () => {
    const { id } = await newRider(at.ask);
    const asks = async (rider: string, header: string) =>
      (await upload(at.app, rider, 'x.csv', file(header))).body.question?.asks ?? null;
    expect(await asks(id, 'time,Leistung (W),bar,distance')).toEqual([
      { field: 'bpm', candidates: [2] },
    ]);
    expect(await asks(id, 'Zeit,P_out,HR (1/min),distance')).toBeNull();
    const { id: maud } = await newRider(at.ask, { name: 'Maud Tremblay', powerSource: 'none' });
    expect(await asks(maud, 'time,foo,bar,distance')).toEqual([
      { field: 'bpm', candidates: [1, 2, 3] },
    ]);
    expect((await upload(at.app, id, 'y.csv', file('a,b,c,d'), '?watts=200')).status).toBe(400);
    expect(
      (await upload(at.app, id, 'y.csv', file('a,b,c,d'), '?watts=none&bpm=none')).body.detail,
    ).toContain('neither a power nor a heart-rate column');
  });
});

describe('the settings', () => {
  it('hold how the coach writes: what is left out stays, what no longer fits is as usual, and undo takes it back', async () => {
    const { ask, folder } = at;
    const get = async () => (await ask('GET', '/settings')).body;
    const { choices, defaultSchemeId } = await get();
    expect(choices).toMatchObject({ mass: 'kg', dates: 'dayFirst', retestWeeks: 6 });
    const put = (change: object) => ask('PATCH', '/settings', { choices: change });
    // In one breath, as a field that is left and a list that is chosen from send them: both are kept.
    await Promise.all([put({ mass: 'lb' }), ask('PATCH', '/settings', { timeZone: 'Asia/Tokyo' })]);
    expect(await get()).toMatchObject({
      ...{ choices: { ...choices, mass: 'lb' }, timeZone: 'Asia/Tokyo', defaultSchemeId },
    });
    expect((await put({ weekStart: 'sunday' })).body.choices).toMatchObject({
      ...{ mass: 'lb', weekStart: 'sunday' },
    });
    expect((await put({ mass: 'stone' })).status).toBe(400);
    expect((await put({ retestWeeks: 1 })).body.detail).toMatch(/retest/);
    expect((await ask('PATCH', '/settings', { timeZone: 'Mars/Olympus' })).status).toBe(400);
    expect((await put({ ownShare: 1 })).body.detail).toMatch(/share is at most 0.97/i);
    expect((await put({ longerTimes: 'often' })).body.detail).toMatch(/stretch is a number/i);
    expect((await ask('POST', '/undo')).body.did).toBe('changed the settings');
    expect((await get()).choices).toMatchObject({ mass: 'lb', weekStart: 'monday' });
    const sqlite = new BetterSqlite(path.join(folder, 'test.sqlite'));
    sqlite.exec(`UPDATE settings SET choices = '{"mass":"stone","dates":"monthFirst"}'`);
    sqlite.close();
    expect((await get()).choices).toEqual({ ...choices, dates: 'monthFirst' });
  });
});

describe('what moves ceiling work', () => {
  it('is a choice of a rider’s own, and nothing else than one of the schools', async () => {
    const { ask } = at;
    const { id, version, ceilingSchool } = await newRider(ask);
    expect(ceilingSchool).toBeNull();
    const changed = await ask('PATCH', `/riders/${id}`, { version, ceilingSchool: 'minutes' });
    expect(changed.body.ceilingSchool).toBe('minutes');
    const wrong = await ask('PATCH', `/riders/${id}`, { version: 2, ceilingSchool: 'luck' });
    expect(wrong.status).toBe(400);
    expect((await ask('POST', '/undo')).status).toBe(200);
    expect((await ask('GET', `/riders/${id}`)).body.ceilingSchool).toBeNull();
  });

  it('figures of days follow the shares by which own numbers are reckoned', async () => {
    const { ask, folder } = at;
    const sqlite = new BetterSqlite(path.join(folder, 'test.sqlite'));
    const kept = (byModel: number): number =>
      (
        sqlite.prepare('SELECT count(*) AS n FROM day_figures WHERE by_model = ?').get(byModel) as {
          n: number;
        }
      ).n;
    sqlite.exec(`PRAGMA foreign_keys = OFF; INSERT INTO day_figures (rider_id, day_id, name, load, seconds, by_model, good_on)
      VALUES ('r', 'd', 'x', 1, 1, 1, NULL), ('r', 'e', 'x', 1, 1, 0, NULL)`);
    expect([kept(1), kept(0)]).toEqual([1, 1]);
    await ask('PATCH', '/settings', { choices: { ownShare: 0.9 } });
    expect([kept(1), kept(0)]).toEqual([0, 1]);
    sqlite.close();
  });
});

describe('the list of riders', () => {
  it('holds of each history what counts on the days it is about: on each of them every figure is the whole rider’s', async () => {
    const { ask } = at;
    const rider = await newRider(ask);
    const post = (what: string, body: object) => ask('POST', `/riders/${rider.id}/${what}`, body);
    for (const [month, usedW] of [240, 250, 245, 260].entries())
      await post('ftp', {
        ...{ testId: null, usedW, reason: '' },
        countsFrom: `2026-0${3 + 2 * month}-04`,
      });
    for (const [month, kg] of [62, 61.5, 60.8].entries())
      await post('body-mass', { date: `2026-0${2 + 3 * month}-11`, kg });
    for (const kind of ['maximal', 'threshold'])
      for (const month of [2, 6])
        await post('heart-rates', { date: `2026-0${month}-01`, kind, bpm: 150 + month });
    await post('goals', { ...GOAL, date: '2026-05-02', watts: 270 });
    await post('goals', GOAL);
    const whole = (await ask('GET', `/riders/${rider.id}`)).body;
    for (let month = 1; month <= 12; month += 1)
      for (const day of [1, 4, 5, 11, 28]) {
        const date = `2026-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
        const [listed] = (await ask('GET', `/riders?from=${date}&to=${date}`)).body;
        expect([date, riderFigures(listed, date, null)]).toEqual([
          date,
          riderFigures(whole, date, null),
        ]);
        expect(listed.ftp.length).toBeLessThanOrEqual(2);
      }
  });
});
