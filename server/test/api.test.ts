import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Ask,
  day as dayAhead,
  eights,
  house,
  INES,
  newRider,
  RAMP,
  rampFile,
  twentyFile,
  upload,
  ridesOf,
} from './support.ts';

let app: Awaited<ReturnType<typeof house>>['app'];
let ask: Ask;
let close: () => Promise<void>;

beforeAll(async () => {
  ({ app, ask, close } = await house());
});
afterAll(() => close());

async function givenEights(date: string, riderId: string) {
  const session = (await ask('POST', '/sessions', { plan: eights() })).body;
  return {
    session,
    day: (await ask('POST', `/riders/${riderId}/days`, { sessionId: session.id, dates: [date] }))
      .body[0],
  };
}

const test = (over: object = {}) => ({
  protocol: 'ramp',
  date: '2026-10-12',
  powerSource: 'crank',
  ramp: RAMP,
  readingW: 346,
  meanBpm: null,
  expectedW: 255,
  effort: null,
  details: null,
  setup: null,
  testDayId: null,
  acceptThreshold: false,
  note: '',
  accept: null,
  ...over,
});

describe('from a test to a day', () => {
  it('a recording is kept as received, once; its test yields FTP with checks; the days to come follow the FTP', async () => {
    const rider = await newRider(ask);
    const file = rampFile();
    const first = await upload(app, rider.id, '../../etc/ramp.csv', file);
    expect(first).toMatchObject({
      status: 201,
      body: { duplicate: false, recording: { fileName: 'ramp.csv', notes: [] } },
    });
    const again = await upload(app, rider.id, 'other name.csv', file);
    expect(again.body).toMatchObject({
      duplicate: true,
      recording: { id: first.body.recording.id },
    });
    const raw = await app.inject({
      url: `/api/recordings/${first.body.recording.id}/file`,
      headers: { host: 'localhost:4600' },
    });
    expect(raw.body).toBe(file);

    const stored = await ask(
      'POST',
      `/riders/${rider.id}/tests`,
      test({
        effort: { recordingId: first.body.recording.id, startS: 900, endS: 1700, parts: [] },
        accept: { usedW: 258, countsFrom: '2026-10-13', reason: 'a first attempt' },
      }),
    );
    expect(stored.body).toMatchObject({ measuredW: 260 });
    expect(stored.body.checks.map((check: { id: string }) => check.id)).toEqual([
      'expected',
      'heartRateReached',
      'cadenceFloor',
      'cadenceJumps',
      'warmUp',
      'restedBefore',
      'firstTime',
    ]);
    const after = (await ask('GET', `/riders/${rider.id}`)).body;
    expect(after.ftp).toMatchObject([
      { measuredW: 260, usedW: 258, countsFrom: '2026-10-13', reason: 'a first attempt' },
    ]);
    const [model] = (await ask('GET', `/models?on=2026-11-24&riders=${rider.id}`)).body;
    expect(model.bests[0][0]).toBeLessThan(5);

    const { day } = await givenEights('2026-10-20', rider.id);
    const done = await ask('PUT', `/days/${day.id}/mark`, {
      state: 'done',
      rpe: 8,
      note: 'even',
    });
    expect(done.body).toMatchObject({ state: 'done', rpe: 8, riddenFtpW: 258 });
    await ask('POST', `/riders/${rider.id}/ftp`, {
      testId: null,
      usedW: 270,
      countsFrom: '2026-10-19',
      reason: 'backdated',
    });
    expect((await ask('GET', `/days/${day.id}`)).body.riddenFtpW).toBe(258);
  });

  it('a session edited afterwards changes no day by itself: those to come are asked, those marked stay', async () => {
    const rider = await newRider(ask);
    const { session, day } = await givenEights('2026-11-03', rider.id);
    const [later] = (
      await ask('POST', `/riders/${rider.id}/days`, {
        sessionId: session.id,
        dates: [dayAhead(5)],
      })
    ).body;
    await ask('PUT', `/days/${day.id}/mark`, { state: 'shortened', rpe: 9, minutes: 40 });
    await ask('PUT', `/sessions/${session.id}`, { plan: eights('5 × 8:00'), version: 1 });
    expect((await ask('GET', `/days/${day.id}`)).body.plan.name).toBe('4 × 8:00');
    expect((await ask('GET', `/days/${later.id}`)).body.plan.name).toBe('4 × 8:00');
    expect((await ask('GET', `/sessions/${session.id}/behind`)).body).toEqual([
      { dayId: later.id, riderId: rider.id, date: dayAhead(5), refusal: null },
    ]);
    const follow = { sessionVersion: 2, follow: [later.id, day.id], leave: [] };
    expect(
      (await ask('POST', `/sessions/${session.id}/behind`, { ...follow, sessionVersion: 1 }))
        .status,
    ).toBe(409);
    expect((await ask('POST', `/sessions/${session.id}/behind`, follow)).body).toMatchObject([
      { id: later.id, version: 2 },
    ]);
    expect((await ask('GET', `/sessions/${session.id}/behind`)).body).toEqual([]);
    expect((await ask('GET', `/days/${day.id}`)).body.plan.name).toBe('4 × 8:00');
    expect((await ask('POST', '/undo')).body.did).toBe('changed one day to 5 × 8:00 as it is now');
    expect((await ask('GET', `/days/${later.id}`)).body.plan.name).toBe('4 × 8:00');
  });
});

describe('undo', () => {
  it('takes back whole actions, newest first, and carries them out again', async () => {
    const rider = await newRider(ask);
    await ask(
      'POST',
      `/riders/${rider.id}/tests`,
      test({ accept: { usedW: 260, countsFrom: '2026-10-13', reason: '' } }),
    );
    await ask('PATCH', `/riders/${rider.id}`, { version: 1, name: 'Ines O.' });
    expect((await ask('POST', '/undo')).body).toMatchObject({
      did: 'changed Ines Okafor',
      redo: 'changed Ines Okafor',
    });
    expect((await ask('POST', '/undo')).body.did).toBe(
      'accepted FTP 260 W for Ines Okafor from ramp, best minute',
    );
    expect((await ask('GET', `/riders/${rider.id}`)).body).toMatchObject({
      name: 'Ines Okafor',
      ftp: [],
      lastTest: null,
    });
    expect((await ask('POST', '/redo')).body.did).toContain('accepted FTP');
    expect((await ask('POST', '/redo')).body.did).toContain('changed');
    expect((await ask('GET', `/riders/${rider.id}`)).body).toMatchObject({
      name: 'Ines O.',
      ftp: [{ usedW: 260 }],
    });
    expect(await ask('POST', '/redo')).toMatchObject({
      status: 409,
      body: { detail: 'There is nothing to redo.' },
    });
  });

  it('an edit made from before an undo is stale afterwards', async () => {
    const rider = await newRider(ask);
    await ask('PATCH', `/riders/${rider.id}`, { version: 1, notes: 'a' });
    await ask('POST', '/undo');
    expect((await ask('PATCH', `/riders/${rider.id}`, { version: 1, notes: 'b' })).status).toBe(
      409,
    );
  });
});

describe('bad input is answered with a sentence, and nothing is lost', () => {
  it.each([
    ['empty', '', 'The file is empty'],
    ['binary', new Uint8Array([0, 1, 2, 255, 254]), 'not text'],
    ['no power', 'time,temperature\n0,10\n1,10', 'neither a power nor a heart-rate column'],
    ['a header alone', 'seconds,power', 'no samples'],
    ['all senseless', `power\n${'5000\n'.repeat(60)}`, 'no watts between'],
  ])('recording: %s', async (_, content, sentence) => {
    const rider = await newRider(ask);
    const answer = await upload(app, rider.id, 'ride.csv', content);
    expect(answer).toMatchObject({ status: 422, body: { fields: [{ field: 'file' }] } });
    expect(answer.body.detail).toContain(sentence);
    expect(await ridesOf(ask, rider.id)).toEqual([]);
  });

  it('recording: what is odd inside is named and the rest is kept', async () => {
    const rider = await newRider(ask);
    const odd = new Map<number, number | string>([
      [30, -4],
      [40, 5000],
      [50, 'abc'],
    ]);
    const rows = Array.from(
      { length: 200 },
      (_, second) => `${second === 90 ? 12 : second},${odd.get(second) ?? 200}`,
    );
    const { status, body } = await upload(
      app,
      rider.id,
      'ride.csv',
      `seconds,power\n${rows.join('\n')}`,
    );
    expect(status).toBe(201);
    expect(body.recording.notes.join(' ')).toMatch(
      /letters.*2 samples below 0 or above 2,500 W.*backwards/,
    );
    expect(
      (await ask('GET', `/recordings/${body.recording.id}`)).body.watts.filter(
        (watts: number | null) => watts === 200,
      ),
    ).toHaveLength(196);
  });

  it('recording: too large is refused before it is read', async () => {
    const rider = await newRider(ask);
    const answer = await app.inject({
      method: 'POST',
      url: `/api/riders/${rider.id}/recordings`,
      headers: {
        host: '127.0.0.1:4600',
        'content-type': 'multipart/form-data; boundary=x',
        'content-length': String(200 * 1024 * 1024),
      },
      payload: '',
    });
    expect([answer.statusCode, answer.json().detail]).toEqual([
      413,
      expect.stringContaining('larger than 32 MB'),
    ]);
  });

  it.each([
    [test({ date: '2099-01-01' }), 'date', 'is in the future'],
    [test({ date: 'soon' }), 'date', 'not a date'],
    [test({ readingW: 40 }), 'readingW', 'gives an FTP of 30 W'],
    [test({ readingW: 1400 }), 'readingW', 'gives an FTP of 1050 W'],
    [test({ readingW: null }), 'readingW', 'missing'],
    [
      test({ accept: { usedW: 39, countsFrom: '2026-10-13', reason: '' } }),
      'accept.usedW',
      'under 40 W',
    ],
    [
      test({ accept: { usedW: 601, countsFrom: '2026-10-13', reason: '' } }),
      'accept.usedW',
      'over 600 W',
    ],
  ])('test %#', async (body, field, sentence) => {
    const rider = await newRider(ask);
    const answer = await ask('POST', `/riders/${rider.id}/tests`, body);
    expect(answer.body.fields[0]).toMatchObject({
      field,
      reason: expect.stringContaining(sentence),
    });
    expect((await ask('GET', `/riders/${rider.id}/tests`)).body).toEqual([]);
  });

  it.each([
    ['/body-mass', { date: '2026-10-01', kg: 0 }, 'under 25 kg'],
    ['/heart-rates', { date: '2026-10-01', kind: 'maximal', bpm: 260 }, 'strap fault'],
    ['/ftp', { testId: null, usedW: 20, countsFrom: '2026-10-01', reason: '' }, 'under 40 W'],
  ])('rider %s', async (path, body, sentence) => {
    const rider = await newRider(ask);
    const answer = await ask('POST', `/riders/${rider.id}${path}`, body);
    expect([answer.status, answer.body.detail]).toEqual([400, expect.stringContaining(sentence)]);
  });

  it('a draft with something wrong in it is saved, but not given', async () => {
    const rider = await newRider(ask);
    const plan = {
      ...eights(),
      items: [
        {
          kind: 'set',
          id: 's',
          reps: { kind: 'unread', text: '0' },
          parts: [{ ...eights().items[0], length: { kind: 'unread', text: '30 h' } }],
          rest: null,
        },
      ],
    };
    const saved = await ask('POST', '/sessions', { plan });
    expect(saved.status).toBe(201);
    const given = await ask('POST', `/riders/${rider.id}/days`, {
      sessionId: saved.body.id,
      dates: [dayAhead(5)],
    });
    expect(given.body.fields).toEqual([
      { field: 'reps', reason: expect.stringContaining('0 reps') },
      { field: 'time', reason: expect.stringContaining('more than a day') },
    ]);
    expect(
      (await ask('POST', '/sessions', { plan: { ...plan, items: [{ kind: 'step' }] } })).status,
    ).toBe(400);
  });

  it('two tabs: the stale one gets both versions and overwrites nothing', async () => {
    const { body: session } = await ask('POST', '/sessions', { plan: eights('mine') });
    expect(
      (await ask('PUT', `/sessions/${session.id}`, { plan: eights('theirs'), version: 1 })).body
        .version,
    ).toBe(2);
    const stale = await ask('PUT', `/sessions/${session.id}`, {
      plan: eights('yours'),
      version: 1,
    });
    expect(stale).toMatchObject({
      status: 409,
      body: {
        yours: { plan: { name: 'yours' } },
        theirs: { plan: { name: 'theirs' }, version: 2 },
      },
    });
    expect((await ask('GET', `/sessions/${session.id}`)).body.plan.name).toBe('theirs');
  });

  it('not JSON, unknown ids, unknown addresses, and script in a name', async () => {
    const broken = await app.inject({
      method: 'POST',
      url: '/api/riders',
      headers: { host: '127.0.0.1:4600', 'content-type': 'application/json' },
      payload: '{"name":',
    });
    expect([broken.statusCode, broken.json().detail]).toEqual([
      400,
      expect.stringContaining('not valid JSON'),
    ]);
    expect(await ask('GET', '/riders/8e6f0c1e-1111-4222-8333-444455556666')).toMatchObject({
      status: 404,
      body: { detail: 'This rider does not exist, or no longer does.' },
    });
    expect((await ask('GET', '/riders/1%20OR%201=1')).status).toBe(404);
    expect((await ask('GET', '/nowhere')).body).toMatchObject({ status: 404, title: 'Not found' });
    const name = '<script>alert(1)</script>';
    expect((await newRider(ask, { name })).name).toBe(name);
    expect((await ask('POST', '/riders', { ...INES, name: '  ' })).body.detail).toContain(
      'needs a name',
    );
  });
});

describe('only this machine', () => {
  it.each([
    [{ host: 'evil.example' }, 403],
    [{ host: '127.0.0.1:4600', origin: 'http://evil.example' }, 403],
    [{ host: '127.0.0.1:4600', origin: 'http://127.0.0.1:9999' }, 403],
    [{ host: '127.0.0.1:4600', 'sec-fetch-site': 'cross-site' }, 403],
    [{ host: '127.0.0.1:4600', origin: 'http://127.0.0.1:4600' }, 200],
    [{ host: 'localhost:4600' }, 200],
  ])('%j is answered with %i', async (headers, status) => {
    const answer = await app.inject({ url: '/api/riders', headers });
    expect(answer.statusCode).toBe(status);
    expect(answer.headers['content-security-policy']).toContain("script-src 'self'");
  });

  it('describes itself', async () => {
    const { body } = await ask('GET', '/openapi.json');
    expect(Object.keys(body.paths)).toContain('/api/riders/{riderId}/days');
    expect(
      body.paths['/api/sessions'].post.requestBody.content['application/json'].schema,
    ).toBeDefined();
  });

  it('reads a twenty-minute recording too', async () => {
    const rider = await newRider(ask);
    const { body } = await upload(app, rider.id, 'twenty.csv', twentyFile());
    expect(body.recording).toMatchObject({
      startedAt: '2026-11-04T18:05:00',
      seconds: 2580,
      kind: 'csv',
      powerSource: 'crank',
    });
  });
});
