import path from 'node:path';
import BetterSqlite from 'better-sqlite3';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Ask,
  day,
  daysOf,
  eights,
  fileOf,
  house,
  markOf,
  newRider,
  ridesOf,
  upload,
} from './support.ts';

/** Steps taken out of their order, by two actors, over rides that are hidden and not gone. */

let home: Awaited<ReturnType<typeof house>>;
let ask: Ask;
beforeAll(async () => {
  home = await house();
  ({ ask } = home);
});
afterAll(() => home.close());

const asking = (actor: 'coach' | 'rider') => async (method: string, url: string, body?: object) => {
  const answer = await home.app.inject({
    ...{ method: method as 'POST', url: `/api${url}` },
    headers: { host: '127.0.0.1:4600', 'x-uphill-actor': actor },
    ...(body ? { payload: body } : {}),
  });
  const step = Number(answer.headers['x-uphill-step']);
  return { status: answer.statusCode, body: answer.body === '' ? null : answer.json(), step };
};

async function withDays(...dates: string[]) {
  const { id } = await newRider(ask);
  await ask('POST', `/riders/${id}/ftp`, {
    ...{ testId: null, usedW: 260, countsFrom: '2026-01-01', reason: '' },
  });
  const session = (await ask('POST', '/sessions', { plan: eights() })).body;
  const days = (
    await ask('POST', `/riders/${id}/days`, { sessionId: session.id, dates, again: true })
  ).body as { id: string; version: number }[];
  const send = async (name: string, text: string) => (await upload(home.app, id, name, text)).body;
  return { id, days, send };
}

const whole = (date = day(-3)): string => fileOf(date, () => 1);
const versionOf = async (id: string) => (await ask('GET', `/rides/${id}`)).body.version as number;
const remove = async (id: string) =>
  asking('coach')('DELETE', `/rides/${id}?version=${await versionOf(id)}`);
const link = async (id: string, dayId: string) =>
  ask('PUT', `/rides/${id}/day`, { version: await versionOf(id), dayId });

/** The first so many seconds of a file, or those after them. */
function parts(at = 2400): [string, string] {
  const [head = '', ...lines] = whole().split('\n');
  return [[head, ...lines.slice(0, at)].join('\n'), [head, ...lines.slice(at)].join('\n')];
}

describe('a ride that is hidden', () => {
  it('holds no day: deleted, imported again and undone, the day takes another ride', async () => {
    const { days, send } = await withDays(day(-3));
    const first = await send('a.csv', whole());
    expect(first.ride.day.id).toBe(days[0]?.id);
    await remove(first.ride.id);
    const back = await send('a.csv', whole());
    expect(back.ride).toMatchObject({ id: first.ride.id, day: { id: days[0]?.id } });
    expect((await ask('POST', '/undo')).status).toBe(200);
    const other = await send('b.csv', whole(day(-5)));
    expect((await link(other.ride.id, days[0]?.id ?? '')).body.day?.id).toBe(days[0]?.id);
  });

  it('does not come back over another that took its day since: undo says so, and redo of it does', async () => {
    const { days, send } = await withDays(day(-3));
    const first = await send('a.csv', whole());
    const { step } = await remove(first.ride.id);
    const other = await send('b.csv', whole(day(-5)));
    await link(other.ride.id, days[0]?.id ?? '');
    const undo = await ask('POST', `/undo?step=${step}`);
    expect([undo.status, undo.body.type]).toEqual([409, '/problems/undo-blocked']);
    expect(await ridesOf(ask, first.ride.riderId)).toMatchObject([{ id: other.ride.id }]);
  });

  it('takes nothing with it that came since: a mark on a half is in the way of the split', async () => {
    const { id, send } = await withDays(day(-3));
    const { ride } = await send('a.csv', whole());
    const split = await asking('coach')('POST', `/rides/${ride.id}/split`, {
      ...{ version: await versionOf(ride.id), atS: 2400 },
    });
    const [early] = split.body;
    const marked = await ask('POST', `/riders/${id}/marked-efforts`, {
      ...{ rideId: early.id, startS: 900, seconds: 480, note: '' },
    });
    expect(marked.status).toBeLessThan(300);
    const undo = await ask('POST', `/undo?step=${split.step}`);
    expect(undo.body.detail).toMatch(/cannot be undone: since then you marked/);
    expect((await ask('GET', `/riders/${id}/marked-efforts`)).body).toHaveLength(1);
  });

  it('counts no second twice: a part imported again is in the way of the ride it was a part of', async () => {
    const { id, send } = await withDays(day(-9));
    const [early, late] = parts();
    await send('a.csv', early);
    const { ride } = await send('b.csv', late);
    const deleted = await remove(ride.id);
    await send('a.csv', early);
    const undo = await ask('POST', `/undo?step=${deleted.step}`);
    expect(undo.body.detail).toMatch(/a part of it counts as a ride of its own since then/);
    expect(await ridesOf(ask, id)).toHaveLength(1);
  });
});

it('redo does not go over what the rider said since', async () => {
  const { days } = await withDays(day(0));
  const [coach, rider] = [asking('coach'), asking('rider')];
  const id = days[0]?.id ?? '';
  await coach('DELETE', `/days/${id}?version=1`);
  expect((await coach('POST', '/undo')).status).toBe(200);
  await rider('PUT', `/days/${id}/mark`, { state: 'done', rpe: 7, note: 'legs like wood' });
  const redo = await coach('POST', '/redo');
  expect(redo.body.detail).toMatch(/cannot be redone: since then the rider marked/);
  expect((await ask('GET', `/days/${id}`)).body.note).toBe('legs like wood');
});

it('a number of a step is given once: an undo that is late takes nothing else back', async () => {
  const coach = asking('coach');
  const { id } = await newRider(ask);
  const weigh = (kg: number) =>
    coach('POST', `/riders/${id}/body-mass`, { date: '2026-10-01', kg });
  const first = await weigh(60);
  await coach('POST', `/undo?step=${first.step}`);
  const second = await weigh(61);
  expect(second.step).toBeGreaterThan(first.step);
  expect((await coach('POST', `/undo?step=${first.step}`)).status).toBe(409);
  expect((await ask('GET', `/riders/${id}`)).body.bodyMass).toMatchObject([{ kg: 61 }]);
});

it('of two that remake the same ride at once one does, and the other is told: never a failure', async () => {
  const { id, send } = await withDays();
  for (let round = 0; round < 4; round += 1) {
    const { ride } = await send(`${round}.csv`, whole(day(-3 - 2 * round)));
    const version = await versionOf(ride.id);
    const other = await send(`${round} too.csv`, whole(day(-30 - 2 * round)));
    const answers = await Promise.all([
      ask('POST', `/rides/${ride.id}/split`, { version, atS: 1200 }),
      ask('POST', `/rides/${ride.id}/join`, { version, otherId: other.ride.id }),
      ask('PATCH', `/rides/${ride.id}`, { version, note: 'beside' }),
      ask('POST', `/rides/${ride.id}/split`, { version, atS: 2400 }),
    ]);
    for (const { status, body } of answers)
      expect([200, 201, 409, 422]).toContain(status === 404 ? body : status);
    expect(answers.filter(({ status }) => status < 300).length).toBeGreaterThan(0);
  }
  const [early, late] = parts();
  const sent = await Promise.all([send('x.csv', early), send('y.csv', late)]);
  expect(sent.every(({ ride }) => typeof ride?.id === 'string')).toBe(true);
  expect((await ridesOf(ask, id)).length).toBeGreaterThan(0);
});

it('a half that was deleted for good comes back with its file, and the other half stays as it is', async () => {
  const { id, send } = await withDays(day(-3));
  const { ride } = await send('a.csv', whole());
  const { body: halves } = await ask('POST', `/rides/${ride.id}/split`, {
    ...{ version: await versionOf(ride.id), atS: 2400 },
  });
  await remove(halves[1].id);
  // Out of reach of undo, what was deleted goes for good.
  for (let number = 0; number < 201; number += 1)
    await ask('POST', `/riders/${id}/body-mass`, { date: '2026-10-01', kg: 40 + number });
  const back = await send('a.csv', whole());
  expect(back).toMatchObject({ duplicate: false });
  const rides = await ridesOf(ask, id);
  expect(rides.map((each) => each.recordings[0].seconds).sort()).toEqual(
    halves.map((half: any) => half.recordings[0].seconds).sort(),
  );
  expect(rides.map((each) => each.id)).toContain(halves[0].id);
  expect(await send('a.csv', whole())).toMatchObject({ duplicate: true });
  await ask('POST', '/undo');
  expect(await ridesOf(ask, id)).toMatchObject([{ id: halves[0].id }]);
});

interface Piece {
  readonly recordingId: string;
  readonly fromS: number;
  readonly toS: number;
}

/** What has to hold of rides whatever was done, in whichever order: asked of the tables themselves. */
function whatIsWrong(): string[] {
  const sqlite = new BetterSqlite(path.join(home.folder, 'test.sqlite'), { readonly: true });
  const held = sqlite
    .prepare(
      `SELECT m.id FROM ride_matches m JOIN rides r ON r.id = m.ride_id WHERE r.deleted_at IS NOT NULL`,
    )
    .all();
  const visible = sqlite
    .prepare(
      `SELECT c.id, c.seconds, c.columns FROM recordings c JOIN rides r ON r.id = c.ride_id
       WHERE r.deleted_at IS NULL`,
    )
    .all() as { id: string; seconds: number; columns: string | null }[];
  sqlite.close();
  const pieces = visible.flatMap(({ id, seconds, columns }): Piece[] => {
    const made = columns === null ? null : JSON.parse(columns).of;
    return made?.pieces ?? [{ recordingId: id, fromS: 0, toS: seconds }];
  });
  const twice = pieces.filter((one, index) =>
    pieces.some(
      (other, at) =>
        at < index &&
        one.recordingId === other.recordingId &&
        one.fromS < other.toS &&
        other.fromS < one.toS,
    ),
  );
  return [
    ...held.map(() => 'a hidden ride holds a day'),
    ...twice.map(() => 'seconds of a file count twice'),
  ];
}

type Person = ReturnType<typeof asking>;

/** Where a deed is done, and by whom. */
interface Scene {
  readonly person: Person;
  readonly number: number;
  readonly riderId: string;
  readonly rides: readonly any[];
  readonly steps: readonly number[];
  readonly send: (number: number) => Promise<unknown>;
}

const of = <T>(list: readonly T[], number: number): T | undefined =>
  list[number % Math.max(1, list.length)];

/** What is done, each on whatever is there; nothing where there is nothing. */
const DEEDS: Readonly<Record<string, (scene: Scene) => Promise<unknown>>> = {
  upload: ({ send, number }) => send(number),
  remove({ person, rides, number }) {
    const ride = of(rides, number);
    return ride ? person('DELETE', `/rides/${ride.id}?version=${ride.version}`) : Promise.resolve();
  },
  split({ person, rides, number }) {
    const ride = of(rides, number);
    const body = { version: ride?.version, atS: 200 + 20 * number };
    return ride ? person('POST', `/rides/${ride.id}/split`, body) : Promise.resolve();
  },
  join({ person, rides, number }) {
    const [ride, other] = [of(rides, number), of(rides, number + 1)];
    const body = { version: ride?.version, otherId: other?.id };
    return ride === other ? Promise.resolve() : person('POST', `/rides/${ride.id}/join`, body);
  },
  async mark({ person, number, riderId }) {
    const own = (await daysOf(ask)).find((each) => each.riderId === riderId);
    const said = { state: number % 2 === 0 ? 'done' : 'missed', rpe: null };
    return person('PUT', `/days/${own.id}/mark`, { ...said, was: markOf(own) });
  },
  undo: ({ person }) => person('POST', '/undo'),
  redo: ({ person }) => person('POST', '/redo'),
  chosen({ person, steps, number }) {
    const step = of(steps, number);
    return step ? person('POST', `/undo?step=${step}`) : Promise.resolve();
  },
};

it('whatever two people do in whichever order, steps chosen and done again: nothing counts twice, hides a day, or fails', async () => {
  const people = [asking('coach'), asking('rider')] as const;
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.constantFrom(...Object.keys(DEEDS)), fc.nat(40)), {
        ...{ minLength: 8, maxLength: 22 },
      }),
      async (run) => {
        const { id: riderId, send } = await withDays(day(-3));
        const files = [...parts(1500), whole(day(-6))];
        const steps: number[] = [];
        const deeds = [['upload', 0] as const, ['upload', 1] as const, ...run];
        for (const [deed, number] of deeds) {
          const answer = (await DEEDS[deed]?.({
            ...{ number, riderId, steps, rides: await ridesOf(ask, riderId) },
            person: people[number % 4 === 3 ? 1 : 0],
            send: (which) => send(`${which % 3}.csv`, files[which % 3] ?? ''),
          })) as { status?: number; step?: number } | undefined;
          if (answer?.step) steps.push(answer.step);
          expect([deed, (answer?.status ?? 200) < 500]).toEqual([deed, true]);
          expect([deed, whatIsWrong()]).toEqual([deed, []]);
        }
      },
    ),
    { numRuns: 6, endOnFailure: true },
  );
}, 240_000);
