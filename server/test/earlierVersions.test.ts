import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import { buildApp } from '@uphill/server';
import BetterSqlite from 'better-sqlite3';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { asking, daysOf, sharedPool } from './support.ts';

const FIXTURES = path.join(import.meta.dirname, 'fixtures');
const VERSIONS = readdirSync(FIXTURES)
  .filter((name) => name.endsWith('.sqlite.gz'))
  .map((name) => name.replace('.sqlite.gz', ''));

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'uphill-versions-'));
});
afterEach(() => rmSync(folder, { recursive: true }));

function fileOf(version: string): string {
  const file = path.join(folder, 'coach.sqlite');
  writeFileSync(file, gunzipSync(readFileSync(path.join(FIXTURES, `${version}.sqlite.gz`))));
  return file;
}

/** How many rows of each table, of a file that nobody has open. */
function rowsOf(file: string): Record<string, number> {
  const sqlite = new BetterSqlite(file, { readonly: true });
  const tables = sqlite
    .prepare("SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%'")
    .pluck()
    .all() as string[];
  const rows = Object.fromEntries(
    tables.map((table) => [
      table,
      sqlite.prepare(`SELECT count(*) FROM "${table}"`).pluck().get() as number,
    ]),
  );
  sqlite.close();
  return rows;
}

describe.each(VERSIONS)('a database of version %s', (version) => {
  it('comes up to date with every row, and is read again beside everything else', async () => {
    const file = fileOf(version);
    const before = rowsOf(file);
    const app = await buildApp({ database: file, pool: sharedPool() });
    await app.catchUp.ended;
    expect(app.catchUp.state()).toBeNull();
    await app.close();
    const after = rowsOf(file);
    expect(after).toMatchObject({
      riders: before['riders'],
      tests: before['tests'],
      sessions: before['sessions'],
      journal: before['journal'],
    });
    expect([
      after['recordings'],
      after['rides'],
      after['recording_files'],
      after['recording_streams'],
    ]).toEqual(Array(4).fill(before['recordings']));
    expect([after['days'], after['handovers']]).toEqual([
      before['days'] ?? before['placed_sessions'],
      before['handovers'] ?? before['placed_sessions'],
    ]);
    expect([after['weeks'], after['away']]).toEqual([before['weeks'] ?? 0, before['away'] ?? 0]);
    expect([after['goals'], after['ride_numbers'], after['ride_packs']]).toEqual([
      1,
      before['recordings'],
      before['recordings'],
    ]);
    expect(after['marked_efforts']).toBe(before['marked_efforts'] ?? 0);
  });

  it('can take back and do again what was done before, and every step is told by its name', async () => {
    const app = await buildApp({ database: fileOf(version), pool: sharedPool() });
    const ask = asking(app);
    const days = async () =>
      (await daysOf(ask)).map(({ version: _, handedOver: __, ...day }) => day);
    const [now, redo] = [await days(), (await ask('GET', '/journal')).body.redo as string | null];
    // What was undone before the update is still to be done again.
    expect(redo).toBe('Maud Tremblay: 58 kg');
    const undone: string[] = [];
    const blocked: string[] = [];
    for (;;) {
      const { status, body } = await ask('POST', '/undo');
      if (status === 200) undone.push(body.did);
      else if (body.step) {
        blocked.push(body.detail);
        await ask('POST', `/journal/${body.step}/aside`);
      } else break;
    }
    expect(undone).toEqual(
      expect.arrayContaining([
        'assigned 4 × 8:00 to Ines Okafor on 2 days',
        'Ines Okafor: 61.4 kg',
        'made the session Old one',
      ]),
    );
    expect(
      blocked.every((detail) =>
        /cannot be undone: .+ (?:would be lost with it|is gone|gone already)\.$/.test(detail),
      ),
    ).toBe(true);
    expect(await days()).toEqual([]);
    for (const did of [...undone].reverse())
      expect((await ask('POST', '/redo')).body.did).toBe(did);
    expect(await days()).toEqual(now);
    await app.close();
  });
});

describe('what the version before showed', () => {
  it('is shown to the last figure, before the rides are read again and after', async () => {
    const before = JSON.parse(
      gunzipSync(
        readFileSync(path.join(FIXTURES, '0006-as-users-met-it.figures.json.gz')),
      ).toString(),
    );
    const app = await buildApp({ database: fileOf('0006-as-users-met-it') });
    const ask = asking(app);
    const get = async (url: string) => (await ask('GET', url)).body;
    const compare = async () => {
      const riders = (await get('/riders')) as any[];
      for (const { goal, ...old } of before.riders) {
        const rider = riders.find(({ id }) => id === old.id);
        expect(rider).toMatchObject(old);
        expect(rider.goals).toMatchObject(goal ? [{ ...goal, rank: 'main' }] : []);
      }
      expect(await get('/sessions')).toMatchObject(before.sessions);
      const days = await daysOf(ask);
      expect(days).toMatchObject(before.placed.map(({ ridden: _, ...day }: any) => day));
      for (const { id, ridden } of before.placed)
        if (ridden)
          expect(days.find((day) => day.id === id).rides).toMatchObject([
            {
              recordingId: ridden.recordingId,
              tried: true,
              reps: { from: 'room', steps: ridden.steps },
            },
          ]);
      expect(days.every(({ handedOver }) => handedOver.asItStands)).toBe(true);
      for (const [id, old] of Object.entries<any>(before.of)) {
        expect(await get(`/riders/${id}/tests`)).toMatchObject(old.tests);
        expect(await get(`/riders/${id}/marked-efforts`)).toMatchObject(old.marks);
        expect(await get(`/riders/${id}/test-days`)).toMatchObject(old.testDays);
        const rides = (await get(`/riders/${id}/rides?from=1990-01-01&to=2099-12-31`)) as any[];
        expect(
          rides.flatMap(({ recordings }) => recordings.map((each: any) => each.id)).sort(),
        ).toEqual(old.recordings.map((each: any) => each.id).sort());
        // What the stand-ins rode, and a ride of no known day, counts for no best any more.
        const idle = new Set(
          rides
            .filter(({ origin, datedBy }) => origin === 'standIns' || datedBy === 'assumed')
            .map((ride) => ride.recordings[0].id),
        );
        const curve = (await get(`/riders/${id}/curve?from=1990-01-01&to=2099-12-31`)) as any[];
        expect(curve.some(({ recordingId }) => idle.has(recordingId))).toBe(false);
        for (const best of old.curve)
          if (!idle.has(best.recordingId))
            expect(curve.find(({ seconds }) => seconds === best.seconds)).toMatchObject(best);
        for (const [date, hard] of Object.entries(old.hard))
          expect(await get(`/riders/${id}/hard-days?before=${date}`)).toEqual(hard);
        for (const [recording, sums] of Object.entries<any>(old.streams)) {
          const { watts, bpm, rpm } = await get(`/recordings/${recording}`);
          const sum = (stream: (number | null)[] | null) =>
            stream && stream.reduce<number>((all, each) => all + (each ?? 0), 0);
          expect([watts, bpm, rpm].map(sum)).toEqual(sums);
        }
      }
    };
    await compare();
    await app.catchUp.ended;
    await compare();
    const undated = (await get(
      `/riders/${before.riders[0].id}/rides?from=1990-01-01&to=2099-12-31`,
    )) as any[];
    // The stop of standing watts is cut once it was read again: 900 s with one of 100 s.
    expect(undated.find(({ datedBy }) => datedBy === 'assumed')).toMatchObject({
      numbers: { movingS: 800 },
      kind: 'free',
    });
    await app.close();
  });
});
