import * as api from '@uphill/api';
import { Validator } from '@seriousme/openapi-schema-validator';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { z } from 'zod';
import {
  type Ask,
  DRAFT,
  FIXTURE,
  GOAL,
  eights,
  HEALTHY,
  house,
  newRider,
  OWN_SCHEME,
  RAMP,
  rampFile,
  upload,
} from './support.ts';

let app: Awaited<ReturnType<typeof house>>['app'];
let ask: Ask;
let close: () => Promise<void>;

beforeAll(async () => {
  ({ app, ask, close } = await house());
});
afterAll(() => close());

type Operation = {
  operationId: string;
  requestBody?: unknown;
  responses: Record<string, unknown>;
  parameters?: { in: string; name: string }[];
};

const HOST = { host: '127.0.0.1:4600' };

async function described(): Promise<Record<string, Record<string, Operation>>> {
  return (await ask('GET', '/openapi.json')).body.paths;
}

describe('the description the server gives of itself', () => {
  it('holds every address, with the body it takes and the answer it gives', async () => {
    const { paths } = (await ask('GET', '/openapi.json')).body as {
      paths: Record<string, Record<string, Operation>>;
    };
    const described = Object.entries(paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((method) => `${method.toUpperCase()} ${path}`),
    );
    expect(described.sort()).toEqual(
      [
        'GET /api/health',
        'GET /api/journal',
        'POST /api/undo',
        'POST /api/redo',
        'GET /api/riders',
        'POST /api/riders',
        'GET /api/riders/{id}',
        'PATCH /api/riders/{id}',
        'POST /api/riders/{id}/body-mass',
        'POST /api/riders/{id}/heart-rates',
        'POST /api/riders/{id}/ftp',
        'DELETE /api/riders/{id}/ftp/{ftpId}',
        'POST /api/riders/{id}/health',
        'PUT /api/riders/{id}/body-mass/{entryId}',
        'DELETE /api/riders/{id}/body-mass/{entryId}',
        'PUT /api/riders/{id}/heart-rates/{entryId}',
        'DELETE /api/riders/{id}/heart-rates/{entryId}',
        'GET /api/riders/{id}/deletion',
        'GET /api/riders/{riderId}/days/months',
        'POST /api/riders/{id}/deletion',
        'GET /api/riders/{id}/curve',
        'GET /api/riders/{id}/last-met',
        'GET /api/models',
        'PATCH /api/riders/{riderId}/tests/{id}',
        'GET /api/riders/{riderId}/hard-days',
        'GET /api/riders/{riderId}/test-days',
        'POST /api/riders/{riderId}/test-days',
        'GET /api/test-days/{id}',
        'PUT /api/test-days/{id}',
        'DELETE /api/test-days/{id}',
        'GET /api/schemes',
        'POST /api/schemes',
        'PUT /api/schemes/{id}',
        'DELETE /api/schemes/{id}',
        'GET /api/settings',
        'PATCH /api/settings',
        'GET /api/riders/{riderId}/tests',
        'POST /api/riders/{riderId}/tests',
        'DELETE /api/riders/{riderId}/tests/{id}',
        'GET /api/riders/{riderId}/rides',
        'POST /api/riders/{riderId}/rides',
        'GET /api/riders/{riderId}/rides/months',
        'GET /api/rides/{id}',
        'PATCH /api/rides/{id}',
        'PUT /api/rides/{id}/day',
        'GET /api/riders/{riderId}/readings',
        'GET /api/hearts',
        'GET /api/riders/{riderId}/roads',
        'POST /api/riders/{riderId}/roads',
        'DELETE /api/roads/{id}',
        'GET /api/riders/{riderId}/mornings',
        'PUT /api/riders/{riderId}/mornings/{date}',
        'GET /api/riders/{riderId}/trends',
        'GET /api/riders/{riderId}/readings/job',
        'DELETE /api/riders/{riderId}/readings/job',
        'GET /api/rides/{id}/reading',
        'PUT /api/rides/{id}/reps',
        'POST /api/rides/{id}/decision',
        'PUT /api/rides/{id}/watts',
        'PUT /api/rides/{id}/read',
        'POST /api/rides/{id}/join',
        'POST /api/rides/{id}/split',
        'DELETE /api/rides/{id}',
        'PUT /api/days/{id}/plan',
        'GET /api/sessions/{id}/behind',
        'POST /api/sessions/{id}/behind',
        'POST /api/riders/{id}/goals',
        'PUT /api/riders/{id}/goals/{entryId}',
        'DELETE /api/riders/{id}/goals/{entryId}',
        'PUT /api/riders/{id}/availability',
        'POST /api/riders/{id}/fixtures',
        'PUT /api/riders/{id}/fixtures/{entryId}',
        'DELETE /api/riders/{id}/fixtures/{entryId}',
        'POST /api/riders/{riderId}/recordings',
        'GET /api/recordings/{id}',
        'GET /api/recordings/{id}/file',
        'GET /api/sessions',
        'POST /api/sessions',
        'GET /api/sessions/{id}',
        'PUT /api/sessions/{id}',
        'DELETE /api/sessions/{id}',
        'GET /api/hills',
        'POST /api/backup',
        'POST /api/hills',
        'POST /api/journal/{step}/aside',
        'PUT /api/hills/{id}',
        'DELETE /api/hills/{id}',
        'POST /api/days',
        'GET /api/days',
        'GET /api/riders/{riderId}/marked-efforts',
        'POST /api/riders/{riderId}/marked-efforts',
        'PATCH /api/riders/{riderId}/marked-efforts/{id}',
        'GET /api/riders/{riderId}/arrivals',
        'GET /api/riders/{riderId}/book',
        'GET /api/riders/{riderId}/days',
        'POST /api/riders/{riderId}/days',
        'GET /api/days/on/{date}',
        'GET /api/days/{id}',
        'PATCH /api/days/{id}',
        'DELETE /api/days/{id}',
        'POST /api/riders/{riderId}/layouts',
        'GET /api/templates',
        'POST /api/templates',
        'DELETE /api/templates/{id}',
        'PUT /api/riders/{riderId}/away/{id}',
        'DELETE /api/riders/{riderId}/away/{id}',
        'GET /api/days/{id}/given',
        'GET /api/riders/{riderId}/given',
        'GET /api/riders/{riderId}/given/later',
        'GET /api/riders/{riderId}/season',
        'GET /api/squad/week',
        'POST /api/plan',
        'POST /api/riders/{riderId}/away',
        'POST /api/riders/{riderId}/handovers',
        'POST /api/riders/{riderId}/plan',
        'POST /api/squad/fill',
        'POST /api/squad/handovers',
        'POST /api/squad/notes',
        'PUT /api/riders/{riderId}/season',
        'PUT /api/riders/{riderId}/weeks/{monday}',
        'PUT /api/days/{id}/mark',
        'PUT /api/days/{id}/taken',
      ].sort(),
    );
    for (const [path, methods] of Object.entries(paths)) {
      for (const [method, { requestBody, parameters = [] }] of Object.entries(methods)) {
        const takesBody =
          ['post', 'put', 'patch'].includes(method) && !/undo|redo|aside|backup/.test(path);
        expect([`${method} ${path}`, requestBody !== undefined]).toEqual([
          `${method} ${path}`,
          takesBody,
        ]);
        for (const [, name] of path.matchAll(/\{(\w+)\}/g))
          expect(parameters.map((parameter) => parameter.name)).toContain(name);
      }
    }
  });

  it('is valid, small enough to be read, and names every answer of a problem', async () => {
    const answer = await app.inject({ url: '/api/openapi.json', headers: HOST });
    expect(answer.body.length).toBeLessThan(500_000);
    const read = await new Validator().validate(answer.json());
    expect([read.valid, read.errors]).toEqual([true, undefined]);
    const paths = await described();
    const ids = Object.values(paths).flatMap((methods) =>
      Object.values(methods).map(({ operationId }) => operationId),
    );
    expect(new Set(ids).size).toBe(ids.length);
    for (const methods of Object.values(paths))
      for (const [method, { responses }] of Object.entries(methods))
        expect(Object.keys(responses)).toEqual(
          expect.arrayContaining(method === 'get' ? ['400', '404'] : ['400', '404', '409', '422']),
        );
    const upload = (paths['/api/riders/{riderId}/recordings'] as any).post;
    expect(Object.keys(upload.requestBody.content)).toEqual(['multipart/form-data']);
  });

  it('says where what was made is, what an address knows, and keeps nothing in a cache', async () => {
    const made = await app.inject({
      ...{ method: 'POST', url: '/api/hills', headers: HOST },
      payload: { name: 'Col Vert', metres: 900, gradientPercent: 6, surface: 'road', note: '' },
    });
    expect([made.statusCode, made.headers.location]).toEqual([
      201,
      `/api/hills/${made.json().id as string}`,
    ]);
    expect(made.headers['cache-control']).toBe('no-store');
    const wrong = await app.inject({ method: 'DELETE', url: '/api/riders', headers: HOST });
    expect([wrong.statusCode, wrong.headers.allow]).toEqual([405, 'GET, HEAD, POST']);
    const plain = await app.inject({
      ...{ method: 'POST', url: '/api/hills', payload: 'a hill' },
      headers: { ...HOST, 'content-type': 'text/plain' },
    });
    expect(plain.statusCode).toBe(415);
  });

  it('refuses dates at the ends of time, wherever one is asked for, and never fails by them', async () => {
    const rider = await newRider(ask);
    const [first, second] = ['0001-01-01', '9999-12-27'];
    let tried = 0;
    for (const [path, { get }] of Object.entries(await described())) {
      const dates = (get?.parameters ?? []).filter(({ name }) =>
        /^(?:from|to|on|before|date|monday|day)$/.test(name),
      );
      if (dates.length === 0) continue;
      for (const date of [first, '0000-01-01', second, '9999-12-31', '2026-02-30', '']) {
        const filled = path
          .replace(/\{(?:riderId|id)\}/g, rider.id)
          .replace(/\{(?:date|monday)\}/g, encodeURIComponent(date) || '-')
          .replace('/api', '');
        const query = dates
          .filter((each) => each.in === 'query')
          .map(({ name }) => `${name}=${date}`)
          .join('&');
        const { status } = await ask('GET', `${filled}?${query}`);
        expect([filled, query, status < 500 && status >= 400]).toEqual([filled, query, true]);
        tried += 1;
      }
    }
    expect(tried).toBeGreaterThan(60);
  });

  it('refuses a field that it does not know, in any body, by its name', async () => {
    const rider = await newRider(ask);
    const at = `/riders/${rider.id}`;
    const plan = eights();
    const bodies: readonly (readonly [method: 'POST' | 'PATCH' | 'PUT', url: string, body: any])[] =
      [
        ['POST', `${at}/body-mass`, { date: '2026-10-01', kg: 61 }],
        ['PATCH', at, { version: rider.version, notes: 'x' }],
        ['POST', `${at}/goals`, GOAL],
        ['POST', `${at}/fixtures`, FIXTURE],
        ['POST', '/sessions', { plan }],
        ['POST', '/schemes', OWN_SCHEME],
        ['POST', `${at}/health`, HEALTHY],
        ['POST', `${at}/ftp`, { testId: null, usedW: 250, countsFrom: '2026-01-01', reason: '' }],
      ];
    for (const [method, url, body] of bodies) {
      const { status, body: said } = await ask(method, url, { ...body, wats: 1 });
      expect([url, status, said.fields?.[0].field]).toEqual([url, 400, 'wats']);
    }
    const nested = await ask('POST', '/schemes', {
      ...OWN_SCHEME,
      bands: OWN_SCHEME.bands.map((band) => ({ ...band, colour: 'red' })),
    });
    expect([nested.status, nested.body.fields[0].field]).toEqual([400, 'bands.0.colour']);
  });

  it('a change that changes nothing is no step and raises no version', async () => {
    const rider = await newRider(ask);
    const { body: before } = await ask('PATCH', `/riders/${rider.id}`, {
      ...{ version: rider.version, notes: 'likes hills' },
    });
    const { body: journal } = await ask('GET', '/journal');
    const { body: after } = await ask('PATCH', `/riders/${rider.id}`, {
      ...{ version: before.version, notes: 'likes hills' },
    });
    expect(after.version).toBe(before.version);
    expect((await ask('GET', '/journal')).body).toEqual(journal);
  });

  it('is what its answers are: every one fits its schema to the letter', async () => {
    const rider = await newRider(ask);
    await ask('POST', `/riders/${rider.id}/goals`, GOAL);
    await ask('PUT', `/riders/${rider.id}/availability`, {
      version: 0,
      days: Array.from({ length: 7 }, () => ({ hours: 1.5, fixedRest: false })),
    });
    await ask('POST', `/riders/${rider.id}/fixtures`, FIXTURE);
    await ask('POST', `/riders/${rider.id}/body-mass`, { date: '2026-10-01', kg: 61.4 });
    await ask('POST', `/riders/${rider.id}/heart-rates`, {
      date: '2026-10-01',
      kind: 'maximal',
      bpm: 188,
    });
    const { body: sent } = await upload(app, rider.id, 'ramp.csv', rampFile());
    const effort = { recordingId: sent.recording.id, startS: 900, endS: 1700, parts: [] };
    const accept = { usedW: 260, countsFrom: '2026-10-13', reason: '' };
    await ask('POST', `/riders/${rider.id}/tests`, {
      protocol: 'ramp',
      date: '2026-10-12',
      powerSource: 'crank',
      ramp: RAMP,
      readingW: 346.4,
      meanBpm: 151,
      expectedW: 255,
      effort,
      details: null,
      setup: null,
      testDayId: null,
      acceptThreshold: false,
      note: '',
      accept,
    });
    const { body: session } = await ask('POST', '/sessions', { plan: eights() });
    const [day] = (
      await ask('POST', `/riders/${rider.id}/days`, {
        sessionId: session.id,
        dates: ['2026-10-20'],
      })
    ).body;
    await ask('PUT', `/days/${day.id}/mark`, { state: 'done', rpe: 8, note: 'Even.' });

    await ask('POST', '/schemes', OWN_SCHEME);
    await ask('POST', `/riders/${rider.id}/test-days`, { protocol: 'ramp', draft: DRAFT });
    await ask('POST', `/riders/${rider.id}/health`, HEALTHY);

    const strict = (schema: z.ZodType) => z.strictObject((schema as z.ZodObject).shape);
    const fits: readonly (readonly [string, z.ZodType])[] = [
      ['/health', strict(api.serverHealthSchema)],
      ['/journal', strict(api.journalSchema)],
      ['/riders', z.array(strict(api.riderSchema))],
      ['/settings', strict(api.settingsSchema)],
      ['/schemes', z.array(strict(api.ownSchemeSchema))],
      [`/riders/${rider.id}/test-days`, z.array(strict(api.testDaySchema))],
      [`/riders/${rider.id}/curve?from=2020-01-01&to=2030-01-01`, z.array(strict(api.bestSchema))],
      [`/riders/${rider.id}/last-met?rungs=60:100,180:2000`, z.array(strict(api.lastMetSchema))],
      [`/riders/${rider.id}`, strict(api.riderSchema)],
      [`/models?on=2026-11-24&riders=${rider.id}`, z.array(strict(api.modelSchema))],
      [`/riders/${rider.id}/tests`, z.array(strict(api.testSchema))],
      [`/riders/${rider.id}/rides?from=2020-01-01&to=2030-01-01`, z.array(strict(api.rideSchema))],
      [`/rides/${sent.ride.id}`, strict(api.rideWholeSchema)],
      [`/riders/${rider.id}/arrivals`, strict(api.arrivalsSchema)],
      [`/recordings/${sent.recording.id}`, strict(api.recordingWithStreamsSchema)],
      ['/sessions', z.array(strict(api.sessionSchema))],
      [`/sessions/${session.id}`, strict(api.sessionSchema)],
      ['/days?from=2026-01-01&to=2026-12-31', api.dayListSchema],
      [`/riders/${rider.id}/days?from=2026-01-01&to=2026-12-31`, z.array(strict(api.daySchema))],
      [`/days/on/${day.date}`, z.array(strict(api.daySchema))],
      [`/days/${day.id}`, strict(api.daySchema)],
    ];
    for (const [url, schema] of fits) {
      const { status, body } = await ask('GET', url);
      expect(status).toBe(200);
      expect([url, schema.safeParse(body).error?.issues]).toEqual([url, undefined]);
      if (Array.isArray(body)) expect(body.length).toBeGreaterThan(0);
    }
    const refused = await ask('POST', `/riders/${rider.id}/ftp`, {
      ...accept,
      testId: null,
      usedW: 9,
    });
    expect(strict(api.problemSchema).safeParse(refused.body).error?.issues).toBeUndefined();
  });

  it('a list of days is only the days asked for, in order', async () => {
    const rider = await newRider(ask);
    const { body: session } = await ask('POST', '/sessions', { plan: eights() });
    await ask('POST', `/riders/${rider.id}/days`, {
      sessionId: session.id,
      dates: ['2027-01-05', '2027-01-01', '2027-01-03'],
    });
    const dates = async (from: string, to: string) =>
      (
        (await ask('GET', `/riders/${rider.id}/days?from=${from}&to=${to}`)).body as {
          date: string;
        }[]
      ).map(({ date }) => date);
    expect(await dates('2027-01-01', '2027-01-05')).toEqual([
      '2027-01-01',
      '2027-01-03',
      '2027-01-05',
    ]);
    expect(await dates('2027-01-02', '2027-01-04')).toEqual(['2027-01-03']);
    expect(await dates('2027-01-05', '2027-01-01')).toEqual([]);
    expect((await ask('GET', '/days?from=2027-01-01')).status).toBe(400);
    expect(
      (await ask('POST', `/riders/${rider.id}/days`, { sessionId: session.id, dates: [] })).body
        .detail,
    ).toContain('Choose at least one day.');
  });
});
