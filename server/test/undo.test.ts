import path from 'node:path';
import BetterSqlite from 'better-sqlite3';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { REFERRING } from '../dist/store/journalEntries.js';
import { type Ask, daysOf, eights, house, markOf, newRider, upload } from './support.ts';

/** Everything that can be seen of the house, without the versions that every change moves on. */
async function picture(ask: Ask): Promise<string> {
  const riders = (await ask('GET', '/riders')).body as { id: string }[];
  const tests = await Promise.all(
    riders.map(async ({ id }) => (await ask('GET', `/riders/${id}/tests`)).body),
  );
  const sessions = (await ask('GET', '/sessions')).body;
  const days = await daysOf(ask);
  return JSON.stringify({ riders, tests, sessions, days }, (key, value: unknown) =>
    key === 'version' || key === 'updatedAt' ? undefined : value,
  );
}

const RIDDEN = {
  protocol: 'twenty-minute',
  date: '2026-10-01',
  powerSource: 'crank',
  ramp: null,
  meanBpm: null,
  expectedW: null,
  effort: null,
  details: null,
  setup: null,
  testDayId: null,
  acceptThreshold: false,
  note: '',
};

/** What a coach can do, each on whatever is there. */
const ACTIONS: readonly ((ask: Ask, number: number) => Promise<void>)[] = [
  async (ask, number) => void (await newRider(ask, { name: `Rider ${number}` })),
  async (ask, number) => {
    const rider = await anyOf(ask, '/riders', number);
    if (rider)
      await ask('PATCH', `/riders/${rider.id}`, {
        version: rider.version,
        notes: `note ${number}`,
      });
  },
  async (ask, number) => {
    const rider = await anyOf(ask, '/riders', number);
    if (rider)
      await ask('POST', `/riders/${rider.id}/body-mass`, { date: '2026-10-01', kg: 50 + number });
  },
  async (ask, number) => {
    const rider = await anyOf(ask, '/riders', number);
    const accept = { usedW: 200 + number, countsFrom: '2026-10-02', reason: '' };
    if (rider)
      await ask('POST', `/riders/${rider.id}/tests`, { ...RIDDEN, readingW: 210 + number, accept });
  },
  async (ask, number) => {
    const rider = await anyOf(ask, '/riders', number);
    const test =
      rider &&
      ((await ask('GET', `/riders/${rider.id}/tests`)).body[0] as
        { id: string; version: number } | undefined);
    if (rider && test)
      await ask('DELETE', `/riders/${rider.id}/tests/${test.id}?version=${test.version}`);
  },
  async (ask, number) =>
    void (await ask('POST', '/sessions', { plan: eights(`Session ${number}`) })),
  async (ask, number) => {
    const [rider, session] = [
      await anyOf(ask, '/riders', number),
      await anyOf(ask, '/sessions', number),
    ];
    if (rider && session)
      await ask('POST', `/riders/${rider.id}/days`, {
        sessionId: session.id,
        dates: ['2026-11-24', '2026-11-28'],
      });
  },
  async (ask, number) => {
    const day = (await daysOf(ask)).at(number % 7);
    if (day)
      await ask('PUT', `/days/${day.id}/mark`, {
        ...{ state: number % 2 === 0 ? 'done' : 'missed', rpe: (number % 10) + 1 },
        was: markOf(day),
      });
  },
  async (ask, number) => {
    const day = (await daysOf(ask)).at(number % 7);
    if (day) await ask('DELETE', `/days/${day.id}?version=${day.version}`);
  },
  async (ask, number) => {
    const session = await anyOf(ask, '/sessions', number);
    if (session) await ask('DELETE', `/sessions/${session.id}?version=${session.version}`);
  },
];

async function anyOf(
  ask: Ask,
  url: string,
  number: number,
): Promise<{ id: string; version: number } | undefined> {
  const list = (await ask('GET', url)).body as { id: string; version: number }[];
  return list[number % Math.max(1, list.length)];
}

describe('whatever a coach does', () => {
  it('can be taken back, picture by picture, and done again', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.nat(ACTIONS.length - 1), fc.nat(40)), { minLength: 3, maxLength: 14 }),
        async (run) => {
          const { ask, close } = await house();
          try {
            const seen = [await picture(ask)];
            for (const [action, number] of run) {
              const before = (await ask('GET', '/journal')).body.undo as string | null;
              await ACTIONS[action]?.(ask, number);
              const now = await picture(ask);
              // An action that found nothing to act on leaves no entry.
              if (now !== seen.at(-1)) seen.push(now);
              else expect((await ask('GET', '/journal')).body.undo).toBe(before);
            }
            for (const expected of seen.slice(0, -1).reverse()) {
              expect((await ask('POST', '/undo')).status).toBe(200);
              expect(await picture(ask)).toBe(expected);
            }
            expect((await ask('POST', '/undo')).status).toBe(409);
            for (const expected of seen.slice(1)) {
              expect((await ask('POST', '/redo')).status).toBe(200);
              expect(await picture(ask)).toBe(expected);
            }
          } finally {
            await close();
          }
        },
      ),
      { numRuns: 12 },
    );
  }, 120_000);

  it('a step that something hangs on says why, steps aside, and what lies below is still undone', async () => {
    const { ask, app, close } = await house();
    const tomas = await newRider(ask, { name: 'Tomas Brandt' });
    const ines = await newRider(ask);
    await upload(
      app,
      ines.id,
      'ride.csv',
      `seconds,power\n${Array.from({ length: 40 }, (_, second) => `${second},200`).join('\n')}`,
    );
    const blocked = await ask('POST', '/undo');
    expect(blocked).toMatchObject({ status: 409, body: { type: '/problems/undo-blocked' } });
    expect(blocked.body.detail).toBe(
      '"added Ines Okafor" cannot be undone: 1 ride would be lost with it.',
    );
    expect((await ask('POST', `/journal/${blocked.body.step}/aside`)).body.undo).toBe(
      'added Tomas Brandt',
    );
    expect((await ask('POST', `/journal/${blocked.body.step}/aside`)).status).toBe(404);
    expect((await ask('POST', '/undo')).body.did).toBe('added Tomas Brandt');
    expect((await ask('GET', `/riders/${tomas.id}`)).status).toBe(404);
    expect((await ask('GET', `/riders/${ines.id}`)).status).toBe(200);
    await close();
  });

  it('knows every table that points at a row it may take out', async () => {
    const { folder, close } = await house();
    const sqlite = new BetterSqlite(path.join(folder, 'test.sqlite'), { readonly: true });
    const tables = sqlite
      .prepare("SELECT name FROM sqlite_schema WHERE type = 'table'")
      .pluck()
      .all() as string[];
    const pointing = tables.flatMap((table) =>
      (sqlite.pragma(`foreign_key_list(${table})`) as { table: string; from: string }[]).map(
        (key) => `${key.table} ← ${table}.${key.from}`,
      ),
    );
    const known = Object.entries(REFERRING).flatMap(([table, from]) =>
      from.map(([child, column]) => `${table} ← ${child}.${column}`),
    );
    // Recordings are never taken out, and what is derived of a ride goes with it.
    const derived =
      /^(?:recordings|journal) |← (?:recordings|ride_numbers|ride_packs|ride_readings|rider_changes|curve_months|day_figures)\./;
    expect(pointing.filter((each) => !derived.test(each)).sort()).toEqual(known.sort());
    sqlite.close();
    await close();
  });

  it('undo reaches 200 actions back, and no further', async () => {
    const { ask, close } = await house();
    const rider = await newRider(ask);
    for (let number = 0; number < 205; number += 1)
      await ask('POST', `/riders/${rider.id}/body-mass`, { date: '2026-10-01', kg: 40 + number });
    let undone = 0;
    while ((await ask('POST', '/undo')).status === 200) undone += 1;
    expect(undone).toBe(200);
    expect((await ask('GET', `/riders/${rider.id}`)).body.bodyMass).toHaveLength(5);
    await close();
  }, 120_000);

  it('a session that saved itself since it was made is still taken back whole, and comes back as it was', async () => {
    const { ask, close } = await house();
    const { body: session } = await ask('POST', '/sessions', { plan: eights('first') });
    await ask('PUT', `/sessions/${session.id}`, { plan: eights('written on'), version: 1 });
    await ask('DELETE', `/sessions/${session.id}?version=2`);
    expect((await ask('GET', '/sessions')).body).toEqual([]);
    await ask('POST', '/undo');
    expect((await ask('GET', '/sessions')).body).toMatchObject([{ plan: { name: 'written on' } }]);
    await close();
  });
});
