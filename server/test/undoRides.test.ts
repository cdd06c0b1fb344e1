import { UNMARKED } from '@uphill/api';
import fc from 'fast-check';
import { expect, it } from 'vitest';
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

/** Whatever is done with rides is taken back picture by picture, and done again. */

interface Here {
  readonly ask: Ask;
  readonly riderId: string;
}
interface Ride {
  readonly id: string;
  readonly version: number;
  readonly recordings: readonly { readonly seconds: number }[];
}

const MORNINGS = 'from=2020-01-01&to=2099-12-31';

/** Everything that rides show, without the versions that every change moves on. */
async function picture({ ask, riderId }: Here): Promise<string> {
  const rides = await ridesOf(ask, riderId);
  const readAll = () =>
    Promise.all(rides.map(async ({ id }) => (await ask('GET', `/rides/${id}/reading`)).body));
  // Once more when all of them are read: each shows the same set on the others.
  await readAll();
  const readings = await readAll();
  const mornings = (await ask('GET', `/riders/${riderId}/mornings?${MORNINGS}`)).body;
  const roads = (await ask('GET', `/riders/${riderId}/roads`)).body;
  const { ftp } = (await ask('GET', `/riders/${riderId}`)).body;
  const { body: trends } = await ask(
    'GET',
    `/riders/${riderId}/trends?from=${day(-60)}&to=${day(0)}`,
  );
  return JSON.stringify(
    { rides, readings, mornings, roads, trends, ftp, days: await daysOf(ask) },
    (key, value: unknown) => (/version|updatedAt|unread/i.test(key) ? undefined : value),
    1,
  );
}

type Do = (here: Here, ride: Ride, number: number) => Promise<unknown>;

const DOINGS: Record<string, Do> = {
  say: ({ ask }, { id, version }, number) =>
    ask('PATCH', `/rides/${id}`, { version, rpe: (number % 10) + 1, note: `said ${number}` }),
  eat: ({ ask }, { id, version }, number) =>
    ask('PATCH', `/rides/${id}`, { version, log: { eatenG: number * 5 } }),
  withdraw: ({ ask }, { id, version }, number) =>
    ask('PATCH', `/rides/${id}`, { version, withdrawn: number % 2 ? 'sat behind Tomas' : null }),
  date: ({ ask }, { id, version }, number) =>
    ask('PATCH', `/rides/${id}`, { version, date: day(-3 - (number % 5)) }),
  async link({ ask }, { id, version }, number) {
    const days = await daysOf(ask);
    const dayId = number % 3 === 0 ? null : days[number % Math.max(1, days.length)]?.id;
    return ask('PUT', `/rides/${id}/day`, { version, dayId });
  },
  split: ({ ask }, { id, version }, number) =>
    ask('POST', `/rides/${id}/split`, { version, atS: 700 + 60 * number }),
  async join({ ask, riderId }, { id, version }, number) {
    const others = (await ridesOf(ask, riderId)).filter((other) => other.id !== id);
    const otherId = others[number % Math.max(1, others.length)]?.id;
    return otherId && ask('POST', `/rides/${id}/join`, { version, otherId });
  },
  async edges({ ask }, { id }, number) {
    const { version, reading, edits } = (await ask('GET', `/rides/${id}/reading`)).body;
    const rep = reading.reps[number % Math.max(1, reading.reps.length)];
    if (version === null || !rep) return;
    const was = { startS: rep.startS, endS: rep.endS };
    const is = number % 4 === 0 ? null : { startS: was.startS + number, endS: was.endS - 5 };
    await ask('PUT', `/rides/${id}/reps`, {
      version,
      edits: { ...edits, changes: [...edits.changes, { was, is }] },
    });
  },
  async answer({ ask }, { id }, number) {
    const { suggested } = (await ask('GET', `/rides/${id}/reading`)).body;
    const to = suggested?.day;
    if (!suggested) return;
    await ask('POST', `/rides/${id}/decision`, {
      ...(number % 3 === 0
        ? { decision: 'refused', reason: 'not this week', dayId: null, dayVersion: null }
        : { decision: 'accepted', dayId: to?.id ?? null, dayVersion: to?.version ?? null }),
    });
  },
  type: ({ ask, riderId }, _ride, number) =>
    ask('POST', `/riders/${riderId}/rides`, {
      ...{ date: day(-2), kind: 'free', minutes: 30 + number, rpe: 4, note: '' },
    }),
  remove: ({ ask }, { id, version }) => ask('DELETE', `/rides/${id}?version=${version}`),
  async morning({ ask, riderId }, _ride, number) {
    const date = day(-1 - (number % 3));
    const { body } = await ask('GET', `/riders/${riderId}/mornings?from=${date}&to=${date}`);
    const numbers =
      number % 5 === 0
        ? { massKg: null, restingBpm: null, sleepH: null, legs: null, pain: null }
        : { massKg: 60 + number / 10, restingBpm: 48, sleepH: null, legs: 3, pain: 0 };
    return ask('PUT', `/riders/${riderId}/mornings/${date}`, {
      ...{ ...numbers, version: body[0]?.version ?? 0 },
    });
  },
  ftp: ({ ask, riderId }, _ride, number) =>
    ask('POST', `/riders/${riderId}/ftp`, {
      ...{ testId: null, usedW: 240 + number, countsFrom: day(-20), reason: 'seen on the road' },
    }),
  async day({ ask }, _ride, number) {
    const days = await daysOf(ask);
    const one = days[number % Math.max(1, days.length)];
    if (!one) return;
    const was = markOf(one);
    const mark = number % 4 === 0 ? UNMARKED : { ...was, state: 'done', rpe: (number % 10) + 1 };
    return ask('PUT', `/days/${one.id}/mark`, { ...mark, was });
  },
};

/** A rider with three eights behind and two ahead, one of them ridden in two files, one half too hard. */
async function ridden(): Promise<Here & { readonly close: () => Promise<void> }> {
  const { ask, app, close } = await house();
  const { id: riderId } = await newRider(ask);
  await ask('POST', `/riders/${riderId}/ftp`, {
    ...{ testId: null, usedW: 260, countsFrom: '2026-01-01', reason: '' },
  });
  const session = (await ask('POST', '/sessions', { plan: eights() })).body;
  const dates = [day(-10), day(-6), day(-3), day(4), day(8)];
  await ask('POST', `/riders/${riderId}/days`, { sessionId: session.id, dates, again: true });
  const [head = '', ...lines] = fileOf(day(-10), () => 1).split('\n');
  await upload(app, riderId, 'a.csv', [head, ...lines.slice(0, 2300)].join('\n'));
  await upload(app, riderId, 'b.csv', [head, ...lines.slice(2400)].join('\n'));
  await upload(
    app,
    riderId,
    'c.csv',
    fileOf(day(-6), () => 1.01),
  );
  await upload(
    app,
    riderId,
    'd.csv',
    fileOf(day(-3), (rep) => (rep > 2 ? 0.85 : 1.04)),
  );
  return { ask, riderId, close };
}

it('rides joined, split, linked, corrected, answered and deleted are taken back step by step', async () => {
  const names = Object.keys(DOINGS);
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.nat(names.length - 1), fc.nat(40)), { minLength: 3, maxLength: 10 }),
      async (run) => {
        const here = await ridden();
        const { ask, riderId, close } = here;
        try {
          const undoOf = async () => (await ask('GET', '/journal')).body.undo as string | null;
          const seen = [{ shown: await picture(here), did: 'nothing' }];
          for (const [which, number] of run) {
            const rides = (await ridesOf(ask, riderId)) as Ride[];
            const ride = rides[number % Math.max(1, rides.length)];
            const name = names[which] ?? '';
            if (!ride) continue;
            const before = await undoOf();
            await DOINGS[name]?.(here, ride, number);
            const shown = await picture(here);
            if (shown !== seen.at(-1)?.shown) seen.push({ shown, did: name });
            else expect([name, await undoOf()]).toEqual([name, before]);
          }
          for (const [place, { did }] of [...seen.entries()].slice(1).reverse()) {
            expect([did, (await ask('POST', '/undo')).status]).toEqual([did, 200]);
            expect(`${did}\n${await picture(here)}`).toBe(`${did}\n${seen[place - 1]?.shown}`);
          }
          for (const { shown, did } of seen.slice(1)) {
            expect([did, (await ask('POST', '/redo')).status]).toEqual([did, 200]);
            expect(`${did}\n${await picture(here)}`).toBe(`${did}\n${shown}`);
          }
        } finally {
          await close();
        }
      },
    ),
    { numRuns: 5, endOnFailure: true },
  );
}, 240_000);
