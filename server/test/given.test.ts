import type { Heard } from '@uphill/api';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { day, eights, fileOf, house, markOf, newRider, upload } from './support.ts';

/** What a rider gets of a day is what was handed over, and what they say of it always arrives. */

let here: Awaited<ReturnType<typeof house>>;
beforeAll(async () => {
  here = await house();
});
afterAll(() => here.close());

const asRider = async (method: 'GET' | 'PUT' | 'POST', url: string, payload?: object) => {
  const answer = await here.app.inject({
    ...{ method, url: `/api${url}` },
    headers: { host: '127.0.0.1:4600', 'x-uphill-actor': 'rider' },
    ...(payload ? { payload } : {}),
  });
  return { status: answer.statusCode, body: answer.body === '' ? null : answer.json() };
};

/** A rider with a session on a day, handed over or not, and the coach's later draft of it. */
async function withDay({ date = day(0), handed = true, over = {} } = {}) {
  const { ask } = here;
  const { id } = await newRider(ask, over);
  await ask('POST', `/riders/${id}/ftp`, {
    ...{ testId: null, usedW: 260, countsFrom: '2026-01-01', reason: '' },
  });
  const session = (await ask('POST', '/sessions', { plan: eights() })).body;
  const [placed] = (
    await ask('POST', `/riders/${id}/days`, { sessionId: session.id, dates: [date] })
  ).body;
  if (handed) await ask('POST', `/riders/${id}/handovers`, { from: date, to: date });
  const redraft = async (): Promise<void> => {
    const { body } = await ask('GET', `/days/${placed.id}`);
    const plan = { ...eights('Coach’s draft'), note: 'not for the rider yet' };
    await ask('PUT', `/days/${placed.id}/plan`, { plan, version: body.version });
  };
  return { riderId: id, dayId: placed.id, date, redraft };
}

describe('a rider sees', () => {
  it('by every way what was handed over, until the change is handed over too', async () => {
    const { riderId, dayId, date, redraft } = await withDay();
    await redraft();
    const { app } = here;
    await upload(
      app,
      riderId,
      'ride.csv',
      fileOf(date, () => 1),
    );
    const span = `from=${day(-1)}&to=${day(1)}`;
    const ways = [
      `/riders/${riderId}/given?${span}`,
      `/days/${dayId}/given`,
      `/riders/${riderId}/rides?${span}`,
      `/riders/${riderId}/readings?${span}`,
    ];
    for (const way of ways) {
      const { body } = await asRider('GET', way);
      expect([way, JSON.stringify(body).includes('4 × 8:00')]).toEqual([way, true]);
      expect([way, JSON.stringify(body).includes('draft')]).toEqual([way, false]);
    }
    expect((await here.ask('GET', `/days/${dayId}`)).body.handedOver.asItStands).toBe(false);
    await here.ask('POST', `/riders/${riderId}/handovers`, { from: date, to: date });
    for (const way of ways)
      expect(JSON.stringify((await asRider('GET', way)).body)).toContain('Coach’s draft');
  });

  it('nothing of a day that was not handed over, nor of one that shows in its morning', async () => {
    const unseen = await withDay({ handed: false });
    const tomorrow = await withDay({ date: day(1), over: { sessionShown: 'morning' } });
    for (const { riderId, dayId } of [unseen, tomorrow]) {
      expect((await asRider('GET', `/days/${dayId}/given`)).status).toBe(404);
      const span = `from=${day(-1)}&to=${day(9)}`;
      expect((await asRider('GET', `/riders/${riderId}/given?${span}`)).body).toEqual([]);
    }
    const early = await withDay({ date: day(1) });
    expect((await asRider('GET', `/days/${early.dayId}/given`)).status).toBe(200);
  });

  it('the choice that was handed over, and no draft of another', async () => {
    const { ask } = here;
    const { riderId, dayId, date } = await withDay();
    const offer = async (names: readonly string[]): Promise<void> => {
      const { version } = (await ask('GET', `/days/${dayId}`)).body;
      const plans = names.map((name) => eights(name));
      const said = await ask('POST', `/riders/${riderId}/plan`, {
        did: 'changed',
        changes: [{ kind: 'offer', id: dayId, version, plans, optional: false }],
      });
      expect(said).toMatchObject({ status: 204 });
    };
    await offer(['One', 'Two']);
    await ask('POST', `/riders/${riderId}/handovers`, { from: date, to: date });
    await offer(['Three', 'Four']);
    const seen = (await asRider('GET', `/days/${dayId}/given`)).body;
    expect(seen.offers.map(({ name }: { name: string }) => name)).toEqual(['One', 'Two']);
    expect(seen).toMatchObject({ taken: 0, given: { behind: true } });
    const take = { given: seen.given.at, take: 1 };
    expect((await asRider('PUT', `/days/${dayId}/taken`, take)).status).toBe(422);
    expect((await ask('GET', `/days/${dayId}`)).body.plan.name).toBe('Three');
  });
});

describe('a mark', () => {
  it('goes through whatever else was changed since the page was opened', async () => {
    const { dayId, redraft } = await withDay();
    const { body: before } = await here.ask('GET', `/days/${dayId}`);
    await here.ask('PATCH', `/days/${dayId}`, { version: before.version, celsius: 31 });
    await redraft();
    const marked = await asRider('PUT', `/days/${dayId}/mark`, {
      ...{ state: 'done', rpe: 7, note: 'legs' },
      was: markOf(before),
    });
    expect(marked.body).toMatchObject({ state: 'done', rpe: 7, note: 'legs', celsius: 31 });
  });

  it('conflicts with another mark alone, and sent twice is one step', async () => {
    const { dayId } = await withDay();
    const said = { state: 'done', rpe: 7 };
    const undo = async () => (await asRider('GET', '/journal')).body.undo;
    await asRider('PUT', `/days/${dayId}/mark`, said);
    const { body } = await asRider('PUT', `/days/${dayId}/mark`, said);
    expect(body).toMatchObject({ state: 'done', rpe: 7 });
    const clash = await here.ask('PUT', `/days/${dayId}/mark`, { state: 'missed' });
    expect(clash).toMatchObject({ status: 409, body: { theirs: { state: 'done', rpe: 7 } } });
    expect(await undo()).toBe('marked 4 × 8:00 of Ines Okafor as done');
    await asRider('POST', '/undo');
    expect((await here.ask('GET', `/days/${dayId}`)).body).toMatchObject({ state: 'planned' });
  });

  it('as shortened needs its minutes, unless a recording says them', async () => {
    const { riderId, dayId, date } = await withDay();
    const short = { state: 'shortened', rpe: 5 };
    expect((await asRider('PUT', `/days/${dayId}/mark`, short)).body).toMatchObject({
      ...{ status: 422, fields: [{ field: 'minutes' }] },
    });
    await upload(
      here.app,
      riderId,
      'ride.csv',
      fileOf(date, () => 0.9),
    );
    expect((await asRider('PUT', `/days/${dayId}/mark`, short)).status).toBe(200);
  });
});

it('whoever listens hears of a change by anybody, once it is stored, and of whose it is', async () => {
  const { app, ask } = here;
  const { riderId, dayId } = await withDay();
  const address = await app.listen({ host: '127.0.0.1', port: 0 });
  const stop = new AbortController();
  const answer = await fetch(`${address}/api/events`, { signal: stop.signal });
  expect(answer.headers.get('content-type')).toContain('text/event-stream');
  const reader = (answer.body as ReadableStream<Uint8Array>).getReader();
  const decoder = new TextDecoder();
  const hears = async (wanted: Heard[number]): Promise<void> => {
    for (let text = ''; ;) {
      const { value } = await reader.read();
      text += decoder.decode(value, { stream: true });
      const heard = [...text.matchAll(/^data: (.*)$/gm)].flatMap(
        ([, json = '[]']) => JSON.parse(json) as Heard,
      );
      if (heard.some((each) => each.what === wanted.what && each.riderId === wanted.riderId))
        return;
    }
  };
  await asRider('PUT', `/days/${dayId}/mark`, { state: 'done' });
  await hears({ what: 'days', riderId });
  await ask('POST', '/undo');
  await hears({ what: 'journal', riderId: '' });
  await upload(
    app,
    riderId,
    'late.csv',
    fileOf(day(-2), () => 1),
  );
  // Nobody asks for its reading: the house reads it by itself, and says so.
  await hears({ what: 'rides', riderId });
  stop.abort();
});
