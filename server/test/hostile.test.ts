import { mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { buildApp } from '@uphill/server';
import BetterSqlite from 'better-sqlite3';
import { Kysely, type Migration, Migrator, SqliteDialect } from 'kysely';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openDatabase } from '../dist/database.js';
import { type Ask, eights, house, newRider, rampFile, upload, ridesOf, markOf } from './support.ts';

let app: Awaited<ReturnType<typeof house>>['app'];
let ask: Ask;
let folder: string;
let close: () => Promise<void>;

beforeAll(async () => {
  ({ app, ask, folder, close } = await house());
});
afterAll(() => close());

/** Bodies that are nearly right, and bodies that are nothing of the kind. */
function bodies() {
  const value = fc.oneof(
    fc.string(),
    fc.integer(),
    fc.double(),
    fc.boolean(),
    fc.constant(null),
    fc.constant('2026-10-01'),
    fc.constant([]),
    fc.constant({}),
  );
  const keys = [
    'name',
    'version',
    'kg',
    'bpm',
    'kind',
    'date',
    'usedW',
    'testId',
    'countsFrom',
    'reason',
    'plan',
    'dates',
    'sessionId',
    'state',
    'rpe',
    'note',
    'protocol',
    'readingW',
  ];
  return fc.oneof(
    fc.dictionary(fc.constantFrom(...keys, '__proto__', 'constructor'), value, { maxKeys: 8 }),
    fc.jsonValue(),
  );
}

describe('no request breaks the server', () => {
  it('any body to any address is answered, and never with an error of the server’s own', async () => {
    const rider = await newRider(ask);
    const { body: session } = await ask('POST', '/sessions', { plan: eights() });
    const [day] = (
      await ask('POST', `/riders/${rider.id}/days`, {
        sessionId: session.id,
        dates: ['2026-12-01'],
      })
    ).body;
    const { body: ride } = await ask('POST', `/riders/${rider.id}/rides`, {
      date: '2026-10-01',
      kind: 'run',
      minutes: 40,
      rpe: 5,
      note: '',
    });
    const targets = fc.constantFrom(
      ['POST', '/riders'],
      ['PATCH', `/riders/${rider.id}`],
      ['POST', `/riders/${rider.id}/body-mass`],
      ['POST', `/riders/${rider.id}/heart-rates`],
      ['POST', `/riders/${rider.id}/ftp`],
      ['POST', `/riders/${rider.id}/tests`],
      ['POST', `/riders/${rider.id}/days`],
      ['POST', '/sessions'],
      ['PUT', `/sessions/${session.id}`],
      ['PATCH', `/days/${day.id}`],
      ['PUT', `/days/${day.id}/mark`],
      ['PUT', `/days/${day.id}/taken`],
      ['PUT', `/days/${day.id}/plan`],
      ['POST', `/sessions/${session.id}/behind`],
      ['POST', `/riders/${rider.id}/goals`],
      ['POST', `/riders/${rider.id}/fixtures`],
      ['PUT', `/riders/${rider.id}/availability`],
      ['POST', `/riders/${rider.id}/rides`],
      ['PATCH', `/rides/${ride.id}`],
      ['PUT', `/rides/${ride.id}/day`],
    );
    await fc.assert(
      fc.asyncProperty(targets, bodies(), async ([method, url], body) => {
        const answer = await app.inject({
          method: method as 'POST',
          url: `/api${url}`,
          headers: { host: '127.0.0.1:4600', 'content-type': 'application/json' },
          payload: JSON.stringify(body),
        });
        expect(answer.statusCode).toBeLessThan(500);
        if (answer.statusCode >= 400)
          expect(answer.json()).toMatchObject({
            status: answer.statusCode,
            detail: expect.stringMatching(/.{10}/),
          });
      }),
      { numRuns: 400 },
    );
    expect((await ask('GET', `/riders/${rider.id}`)).status).toBe(200);
  });

  it('any file is kept or refused with a sentence', async () => {
    const rider = await newRider(ask);
    const content = fc.oneof(
      fc.uint8Array({ maxLength: 500 }),
      fc.string({ maxLength: 300 }).map((text) => Buffer.from(`power\n${text}`)),
    );
    await fc.assert(
      fc.asyncProperty(
        content,
        fc.constantFrom('a.csv', '../x', '....//', 'CON', 'ride\u0007.csv', 'ü'.repeat(300)),
        async (bytes, name) => {
          const answer = await upload(app, rider.id, name.replaceAll('"', ''), bytes);
          expect([201, 422]).toContain(answer.status);
          if (answer.status === 201)
            expect(answer.body.recording.fileName).not.toMatch(/[/\\\u0000-\u001F]|^\.\./);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('while a day of riding comes in, others are answered', async () => {
    const rider = await newRider(ask);
    const rows = `seconds,power\n${Array.from({ length: 80_000 }, (_, second) => `${second},${second % 400}`).join('\n')}`;
    let finished = false;
    const importing = upload(app, rider.id, 'long.csv', rows).finally(() => {
      finished = true;
    });
    let answered = 0;
    while (!finished) {
      expect((await ask('GET', '/health')).status).toBe(200);
      if (!finished) answered += 1;
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
    expect((await importing).body.recording.seconds).toBe(80_000);
    // On the server's own thread the import would have let nobody in between.
    expect(answered).toBeGreaterThan(5);
  });

  it('the same file sent twice at the same moment is one recording', async () => {
    const rider = await newRider(ask);
    const file = rampFile(8);
    const answers = await Promise.all([
      upload(app, rider.id, 'a.csv', file),
      upload(app, rider.id, 'b.csv', file),
      upload(app, rider.id, 'c.csv', file),
    ]);
    expect(new Set(answers.map(({ body }) => body.recording.id)).size).toBe(1);
    expect(await ridesOf(ask, rider.id)).toHaveLength(1);
  });

  it('one rider’s recording cannot be read as another’s test', async () => {
    const [ines, leila] = [await newRider(ask), await newRider(ask, { name: 'Leila Haddad' })];
    const { body } = await upload(app, ines.id, 'a.csv', rampFile(9));
    const effort = { recordingId: body.recording.id, startS: 600, endS: 1200, parts: [] };
    const test = {
      protocol: 'ramp',
      date: '2026-10-12',
      powerSource: 'hub',
      ramp: null,
      readingW: 300,
      meanBpm: null,
      expectedW: null,
      details: null,
      setup: null,
      testDayId: null,
      acceptThreshold: false,
      note: '',
      accept: null,
    };
    expect((await ask('POST', `/riders/${leila.id}/tests`, { ...test, effort })).status).toBe(404);
    expect(
      await ask('POST', `/riders/${ines.id}/tests`, {
        ...test,
        effort: { ...effort, endS: 86_000 },
      }),
    ).toMatchObject({
      status: 422,
      body: { fields: [{ field: 'effort' }] },
    });
    expect(
      (await ask('POST', `/riders/${ines.id}/tests`, { ...test, effort: { ...effort, endS: 500 } }))
        .body.detail,
    ).toContain('ends before it starts');
  });
});

describe('days', () => {
  it('a day is moved, marked, marked anew and planned again; the copy it keeps comes and goes with the mark', async () => {
    const rider = await newRider(ask);
    await ask('POST', `/riders/${rider.id}/ftp`, {
      testId: null,
      usedW: 250,
      countsFrom: '2026-01-01',
      reason: '',
    });
    const { body: session } = await ask('POST', '/sessions', { plan: eights() });
    const [day] = (
      await ask('POST', `/riders/${rider.id}/days`, {
        sessionId: session.id,
        dates: ['2026-12-01'],
      })
    ).body;
    const change = async (version: number, body: object) =>
      (await ask('PATCH', `/days/${day.id}`, { version, ...body })).body;
    expect(await change(1, { date: '2026-12-03' })).toMatchObject({
      date: '2026-12-03',
      version: 2,
      riddenFtpW: null,
    });
    expect(await change(1, { date: '2026-12-04' })).toMatchObject({
      status: 409,
      theirs: { date: '2026-12-03' },
    });
    let was: unknown;
    const mark = async (said: object) => {
      const { body } = await ask('PUT', `/days/${day.id}/mark`, { ...said, was });
      if (body.id) was = markOf(body);
      return body;
    };
    expect(await mark({ state: 'done', rpe: 7 })).toMatchObject({
      state: 'done',
      riddenFtpW: 250,
    });
    await ask('POST', `/riders/${rider.id}/ftp`, {
      testId: null,
      usedW: 300,
      countsFrom: '2026-02-01',
      reason: '',
    });
    expect(await mark({ state: 'shortened', rpe: 7, minutes: 41, note: 'puncture' })).toMatchObject(
      {
        state: 'shortened',
        rpe: 7,
        note: 'puncture',
        riddenFtpW: 250,
      },
    );
    expect(await mark({ state: 'planned' })).toMatchObject({
      riddenFtpW: null,
      rpe: null,
    });
    expect(await mark({ state: 'done', rpe: 11 })).toMatchObject({
      status: 400,
      detail: expect.stringContaining('RPE runs from 1 to 10'),
    });
    expect(await mark({ state: 'done' })).toMatchObject({ riddenFtpW: 300 });
    expect((await ask('DELETE', `/days/${day.id}?version=1`)).status).toBe(409);
    expect((await ask('DELETE', `/days/${day.id}?version=6`)).status).toBe(204);
    expect((await ask('GET', `/days/${day.id}`)).status).toBe(404);
  });
});

describe('edits at the same moment', () => {
  it('from the same version: one is stored, every other gets both versions', async () => {
    const rider = await newRider(ask);
    const { body: session } = await ask('POST', '/sessions', { plan: eights() });
    const [day] = (
      await ask('POST', `/riders/${rider.id}/days`, {
        sessionId: session.id,
        dates: ['2026-12-01'],
      })
    ).body;
    const notes = ['a', 'b', 'c', 'd'];
    for (const [url, field] of [
      [`/riders/${rider.id}`, 'notes'],
      [`/days/${day.id}`, 'celsius'],
    ] as const) {
      const answers = await Promise.all(
        notes.map((note, index) =>
          ask('PATCH', url, { version: 1, [field]: field === 'notes' ? note : 20 + index }),
        ),
      );
      expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409, 409]);
      const stored = answers.find(({ status }) => status === 200)?.body;
      expect((await ask('GET', url)).body).toEqual(stored);
      for (const { body } of answers.filter(({ status }) => status === 409))
        expect(body.theirs).toEqual(stored);
    }
  });
});

describe('the house around it', () => {
  it('serves its pages with the policy, unknown addresses as the application, and nothing from outside its folder', async () => {
    writeFileSync(path.join(folder, 'secret.txt'), 'secret');
    writeFileSync(path.join(folder, 'index.html'), '<title>Uphill Count</title>');
    const pages = path.join(folder, 'pages');
    mkdirSync(pages);
    writeFileSync(path.join(pages, 'index.html'), '<title>Uphill Count</title>');
    const served = await buildApp({ database: path.join(folder, 'pages.sqlite'), pages });
    const get = (url: string) => served.inject({ url, headers: { host: 'localhost:4600' } });
    for (const url of ['/', '/riders/x/zones', '/index.html']) {
      const answer = await get(url);
      expect([answer.statusCode, answer.body]).toEqual([200, '<title>Uphill Count</title>']);
      expect(answer.headers['content-security-policy']).toContain("default-src 'none'");
      expect(answer.headers['cache-control']).toBe('no-cache');
    }
    for (const url of ['/../secret.txt', '/%2e%2e/secret.txt', '/..%2fsecret.txt'])
      expect((await get(url)).body).not.toContain('secret');
    expect((await get('/api/nowhere')).statusCode).toBe(404);
    await served.close();
  });

  it('carries what an older version stored: best efforts beside their recording, ramps with stages of a minute', async () => {
    const { first } = (await import(
      new URL('../dist/migrations/0001-first.js', import.meta.url).href
    )) as { first: Migration };
    const database = path.join(folder, 'first.sqlite');
    const sqlite = new BetterSqlite(database);
    const db = new Kysely<unknown>({ dialect: new SqliteDialect({ database: sqlite }) });
    await new Migrator({
      db,
      provider: { getMigrations: () => Promise.resolve({ '0001-first': first }) },
    }).migrateToLatest();
    const rider = '00000000-0000-4000-8000-000000000001';
    const recording = '00000000-0000-4000-8000-000000000002';
    sqlite.exec(`
      INSERT INTO riders VALUES ('${rider}', 'Ines', NULL, NULL, 'hub', 0, NULL, '', 1, '2026-01-01');
      INSERT INTO recordings VALUES ('${recording}', '${rider}', 'a.csv', 'x', '2026-01-01', '2026-05-01T18:00:00', '2026-05-01', 1200, '[]', x'00', x'00');
      INSERT INTO recording_bests VALUES ('${recording}', 60, 400.5), ('${recording}', 300, 310.25), ('${recording}', 1200, 260);
      INSERT INTO tests VALUES ('00000000-0000-4000-8000-000000000003', '${rider}', 'ramp', '2026-05-01', 'hub', '{"startW":100,"stepW":20}', 346, NULL, 260,
        NULL, NULL, NULL, NULL, '[]', '', 1, '2026-05-01');
      INSERT INTO tests VALUES ('00000000-0000-4000-8000-000000000004', '${rider}', 'heart-rate-twenty', '2026-05-02', 'none', NULL, NULL, 153, NULL,
        NULL, NULL, NULL, NULL, '[]', '', 1, '2026-05-02');`);
    await db.destroy();
    const app = await buildApp({ database });
    const get = async (url: string) =>
      (await app.inject({ url: `/api${url}`, headers: { host: 'localhost:4600' } })).json();
    const curve = await get(`/riders/${rider}/curve?from=2026-01-01&to=2026-12-31`);
    expect(
      curve.map(
        ({
          seconds,
          watts,
          powerSource,
        }: {
          seconds: number;
          watts: number;
          powerSource: string;
        }) => [seconds, watts, powerSource],
      ),
    ).toEqual([
      [60, 400.5, 'hub'],
      [300, 310.25, 'hub'],
      [1200, 260, 'hub'],
    ]);
    const [byHeart, ramp] = await get(`/riders/${rider}/tests`);
    expect([ramp.ramp, ramp.measuredW, byHeart.details]).toEqual([
      { startW: 100, stepW: 20, stageS: 60 },
      260,
      { kind: 'heartRate', meanBpm: 153, distanceKm: null },
    ]);
    await app.close();
  });

  it('leaves a copy of an older database beside it before changing it, and its tables are strict', async () => {
    const database = path.join(folder, 'older.sqlite');
    await (await openDatabase(database, '0001-first')).destroy();
    const older = new BetterSqlite(database);
    older.exec("CREATE TABLE kept (word TEXT); INSERT INTO kept VALUES ('before')");
    older.close();
    await (await buildApp({ database })).close();
    const copy = readdirSync(folder).find((name) => name.startsWith('older.sqlite.before-'));
    expect(copy).toBeDefined();
    const read = new BetterSqlite(path.join(folder, copy ?? ''), { readonly: true });
    expect(read.prepare('SELECT word FROM kept').get()).toEqual({ word: 'before' });
    read.close();
    const opened = new BetterSqlite(database);
    const loose = opened
      .prepare(
        "SELECT name FROM pragma_table_list WHERE type = 'table' AND strict = 0 AND name NOT LIKE 'sqlite_%' AND name NOT LIKE 'kysely_%' AND name <> 'kept'",
      )
      .all();
    expect(loose).toEqual([]);
    expect(opened.pragma('journal_mode', { simple: true })).toBe('wal');
    opened.close();
    // A second start has nothing to change, and copies nothing.
    await (await buildApp({ database })).close();
    expect(
      readdirSync(folder).filter(
        (name) => /^older.*before-[\w-]+$/.test(name) && !/-(?:wal|shm)$/.test(name),
      ),
    ).toHaveLength(1);
  });
});
