import { gzipSync } from 'node:zlib';
import { READING_BOUNDS } from '@uphill/core/testing';
import { writeFitRecording } from '@uphill/core/formats';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Ask,
  DRAFT,
  eights,
  HEALTHY,
  house,
  INES,
  newRider,
  OWN_SCHEME,
  rampFile,
  rideOf,
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

const test = (over: object = {}) => ({
  protocol: 'twenty-minute',
  date: '2026-10-12',
  powerSource: 'crank',
  ramp: null,
  readingW: 262,
  meanBpm: null,
  expectedW: null,
  effort: null,
  details: null,
  setup: null,
  testDayId: null,
  acceptThreshold: false,
  note: '',
  accept: null,
  ...over,
});

describe('a test day', () => {
  it('saves itself, notices another hand, ends with its test, and comes back when that is undone', async () => {
    const rider = await newRider(ask);
    const { body: day } = await ask('POST', `/riders/${rider.id}/test-days`, {
      protocol: 'twenty-minute',
      draft: DRAFT,
    });
    const saved = await ask('PUT', `/test-days/${day.id}`, {
      version: 1,
      draft: { ...DRAFT, stage: 'ride', typed: { reading: '26' } },
    });
    expect(saved.body).toMatchObject({
      version: 2,
      draft: { stage: 'ride', typed: { reading: '26' } },
    });
    const late = await ask('PUT', `/test-days/${day.id}`, {
      version: 1,
      draft: { ...DRAFT, note: 'mine' },
    });
    expect(late).toMatchObject({
      status: 409,
      body: { theirs: { draft: { typed: { reading: '26' } } }, yours: { draft: { note: 'mine' } } },
    });

    expect(
      (await ask('POST', `/riders/${rider.id}/tests`, test({ testDayId: day.id }))).status,
    ).toBe(201);
    expect((await ask('GET', `/test-days/${day.id}`)).status).toBe(404);
    await ask('POST', '/undo');
    expect((await ask('GET', `/test-days/${day.id}`)).body).toMatchObject({
      draft: { stage: 'ride', typed: { reading: '26' } },
    });
    expect((await ask('GET', `/riders/${rider.id}/tests`)).body).toEqual([]);
  });

  it('a day of another rider is not ended by this one’s test', async () => {
    const [ines, leila] = [await newRider(ask), await newRider(ask, { name: 'Leila Haddad' })];
    const { body: day } = await ask('POST', `/riders/${leila.id}/test-days`, {
      protocol: 'ramp',
      draft: DRAFT,
    });
    await ask('POST', `/riders/${ines.id}/tests`, test({ testDayId: day.id }));
    expect((await ask('GET', `/test-days/${day.id}`)).status).toBe(200);
  });
});

describe('an effort marked maximal', () => {
  const wattsAt = (second: number): number => {
    if (second >= 300 && second < 480) return 360;
    return second >= 1000 && second < 1720 ? 285 : 150;
  };
  const file = () =>
    `seconds,power\n${Array.from({ length: 2400 }, (_, second) => `${second},${wattsAt(second)}`).join('\n')}`;

  it('is found by its length or marked by hand, makes the fit with another, and goes with undo or its reason', async () => {
    const rider = await newRider(ask);
    const { ride } = (await upload(app, rider.id, 'hard.csv', file())).body;
    const mark = (body: object) =>
      ask('POST', `/riders/${rider.id}/marked-efforts`, {
        rideId: ride.id,
        startS: null,
        note: '',
        ...body,
      });
    const model = async () =>
      (await ask('GET', `/models?on=${ride.date}&riders=${rider.id}`)).body[0];
    expect((await mark({ seconds: 180 })).body).toMatchObject({
      startS: 300,
      meanW: 360,
      powerSource: 'crank',
      withdrawn: null,
    });
    // Of a ride whose day is only assumed nothing counts until somebody types it.
    expect([(await model()).fit, (await model()).bests]).toEqual([null, []]);
    expect(
      (await ask('PATCH', `/rides/${ride.id}`, { version: 1, date: ride.date })).body,
    ).toMatchObject({ datedBy: 'coach', version: 2 });
    expect((await model()).fit).toBeNull();
    const { body: twelve } = await mark({ startS: 1000, seconds: 720 });
    const cpW = (285 * 720 - 360 * 180) / 540;
    expect((await model()).fit).toEqual({ cpW, wPrimeJ: (360 - cpW) * 180 });
    expect((await mark({ startS: 400, seconds: 120 })).body.detail).toContain(
      'It overlaps the 3:00 marked from 5:00',
    );
    expect((await mark({ startS: 2300, seconds: 300 })).body.detail).toContain(
      'reaches past the end of its ride at 40:00',
    );
    expect((await mark({ startS: 0, seconds: 5 })).status).toBe(400);
    const change = (version: number, withdrawn: string | null) =>
      ask('PATCH', `/riders/${rider.id}/marked-efforts/${twelve.id}`, { version, withdrawn });
    expect((await change(1, 'behind a van')).body).toMatchObject({
      withdrawn: 'behind a van',
      version: 2,
    });
    expect([(await model()).fit, (await change(1, null)).status]).toEqual([null, 409]);
    await ask('POST', '/undo');
    expect((await model()).fit).not.toBeNull();
    await ask('POST', '/undo');
    expect((await ask('GET', `/riders/${rider.id}/marked-efforts`)).body).toHaveLength(1);
  });

  it('a four-efforts test whose CP lies above a maximal 20:00 is refused, by that 20:00', async () => {
    const rider = await newRider(ask);
    await ask('POST', `/riders/${rider.id}/tests`, test({ date: '2026-09-20', readingW: 230 }));
    const details = {
      kind: 'fourEfforts',
      threeW: 330,
      sixW: 300,
      tenW: 288,
      sprintPeakW: null,
      sprintPeakS: null,
      seated: null,
    };
    const refused = await ask(
      'POST',
      `/riders/${rider.id}/tests`,
      test({ protocol: 'four-efforts', readingW: null, details }),
    );
    expect(refused).toMatchObject({
      status: 422,
      body: { detail: expect.stringContaining('above the best 20:00 of 230 W') },
    });
  });
});

describe('a test', () => {
  it('withdrawn does not count: not its FTP, not its date, not beside later ones; brought back it counts again', async () => {
    const rider = await newRider(ask);
    const accept = { usedW: 249, countsFrom: '2026-10-13', reason: '' };
    const { body: stored } = await ask('POST', `/riders/${rider.id}/tests`, test({ accept }));
    const url = `/riders/${rider.id}/tests/${stored.id}`;
    expect((await ask('PATCH', url, { version: 1, withdrawn: ' ' })).body.detail).toContain(
      'Write down why',
    );
    expect(
      (await ask('PATCH', url, { version: 1, withdrawn: 'the meter was not zeroed' })).body,
    ).toMatchObject({
      version: 2,
      withdrawn: 'the meter was not zeroed',
    });
    expect((await ask('GET', `/riders/${rider.id}`)).body).toMatchObject({
      ftp: [],
      lastTest: null,
    });
    const later = (
      await ask('POST', `/riders/${rider.id}/tests`, test({ date: '2026-10-20', readingW: 300 }))
    ).body;
    expect(later.checks.map(({ id }: { id: string }) => id)).not.toContain('agreement');

    expect((await ask('PATCH', url, { version: 1, withdrawn: null })).status).toBe(409);
    expect((await ask('PATCH', url, { version: 2, withdrawn: null })).status).toBe(200);
    expect((await ask('GET', `/riders/${rider.id}`)).body.ftp).toMatchObject([{ usedW: 249 }]);
    await ask('POST', '/undo');
    expect((await ask('GET', `/riders/${rider.id}`)).body.ftp).toEqual([]);
  });

  it('at either end of what is allowed is stored, answered and listed, and so is a rider of any age', async () => {
    const bounds = READING_BOUNDS;
    for (const [protocol, details] of [
      ['fast-ramp', { kind: 'fastRamp', peakW: bounds.watts.high, peakBpm: bounds.bpm.high }],
      ['fast-ramp', { kind: 'fastRamp', peakW: bounds.watts.low, peakBpm: bounds.bpm.low }],
      ['one-and-five', { kind: 'oneAndFive', oneW: bounds.watts.high, fiveW: bounds.watts.low }],
      ['heart-rate-twenty', { kind: 'heartRate', meanBpm: bounds.bpm.high, distanceKm: null }],
    ] as const) {
      const rider = await newRider(ask, { birthYear: new Date().getFullYear() - 5 });
      const stored = await ask(
        'POST',
        `/riders/${rider.id}/tests`,
        test({ protocol, readingW: null, details }),
      );
      expect([protocol, stored.status]).toEqual([protocol, 201]);
      expect((await ask('GET', `/riders/${rider.id}/tests`)).body).toHaveLength(1);
    }
    expect(
      (await ask('POST', '/riders', { ...INES, birthYear: new Date().getFullYear() - 4 })).status,
    ).toBe(400);
  });

  it('with details is reckoned on the server, whatever reading is claimed', async () => {
    const rider = await newRider(ask);
    const details = { kind: 'onOff', meanW: 254, surgeW: 291, onS: 30 };
    const { body } = await ask(
      'POST',
      `/riders/${rider.id}/tests`,
      test({ protocol: 'on-off-twenty', readingW: 999, details }),
    );
    expect(body).toMatchObject({ readingW: 272.5, measuredW: 253, details });
    const wrong = await ask(
      'POST',
      `/riders/${rider.id}/tests`,
      test({ protocol: 'four-efforts', readingW: null, details }),
    );
    expect(wrong).toMatchObject({ status: 422, body: { fields: [{ field: 'details' }] } });
  });

  it('by lactate gives the rider LT1 and LT2 from the next day on', async () => {
    const rider = await newRider(ask);
    const samples = [1.3, 1.2, 1.4, 1.7, 2.3, 3.2, 4.9, 7.4].map((mmol, index) => ({
      stageW: 140 + 20 * index,
      at: 'end',
      mmol,
      bpm: null,
      rpe: null,
      struck: null,
      fraction: 1,
    }));
    const details = {
      kind: 'lactate',
      samples,
      stepW: 20,
      stageS: 240,
      lt1Mmol: 2,
      lt2Mmol: 4,
      lt1By: 'crossing',
      lt2By: 'crossing',
    };
    const ask1 = (over: object) =>
      ask(
        'POST',
        `/riders/${rider.id}/tests`,
        test({ protocol: 'lactate-steps', readingW: null, details: { ...details, ...over } }),
      );
    expect((await ask1({})).body.measuredW).toBe(249);
    expect((await ask('GET', `/riders/${rider.id}`)).body.lactate).toMatchObject([
      { countsFrom: '2026-10-13', lt1W: 210 },
    ]);
    for (const [over, says] of [
      [{ samples: [{ ...samples[0], mmol: 40 }] }, 'over 30'],
      [{ samples: [{ ...samples[0], mmol: 'high' }] }, 'number of mmol/L'],
      [{ samples: [samples[3], samples[1]] }, 'Stages have to rise'],
      [{ lt2Mmol: 6 }, 'between 3 and 4.5'],
      [{ samples: [{ ...samples[0], struck: '' }] }, 'keeps its reason'],
    ] as const) {
      const refused = await ask1(over);
      expect([refused.status >= 400 && refused.status < 500, refused.body.detail]).toEqual([
        true,
        expect.stringContaining(says),
      ]);
    }
  });

  it('after a hard day says so', async () => {
    const rider = await newRider(ask);
    await ask('POST', `/riders/${rider.id}/ftp`, {
      testId: null,
      usedW: 200,
      countsFrom: '2026-09-01',
      reason: '',
    });
    await upload(app, rider.id, 'hard.csv', rampFile(3).replaceAll('2026-10-12', '2026-10-11'));
    expect((await ask('GET', `/riders/${rider.id}/hard-days?before=2026-10-12`)).body).toEqual([
      expect.stringMatching(/min above Endurance on Sun 11 Oct/),
    ]);
    const { body } = await ask('POST', `/riders/${rider.id}/tests`, test());
    expect(body.checks.find(({ id }: { id: string }) => id === 'restedBefore')).toMatchObject({
      verdict: 'doubtful',
    });
  });
});

describe('the health screen', () => {
  it('holds sessions above 105 % back until it is clear; others are given', async () => {
    const rider = await newRider(ask);
    await ask('POST', `/riders/${rider.id}/ftp`, {
      testId: null,
      usedW: 250,
      countsFrom: '2026-09-01',
      reason: '',
    });
    const plan = eights('Hard eights');
    const hard = JSON.parse(
      JSON.stringify(plan).replaceAll('"high":102', '"high":112'),
    ) as typeof plan;
    const [{ body: easy }, { body: above }] = [
      await ask('POST', '/sessions', { plan }),
      await ask('POST', '/sessions', { plan: hard }),
    ];
    const give = (sessionId: string) =>
      ask('POST', `/riders/${rider.id}/days`, { sessionId, dates: ['2026-12-01'] });
    expect((await give(easy.id)).status).toBe(201);
    expect(await give(above.id)).toMatchObject({
      status: 422,
      body: { detail: expect.stringContaining('health screen') },
    });
    await ask('POST', `/riders/${rider.id}/health`, {
      ...HEALTHY,
      answers: { ...HEALTHY.answers, heart: 'yes' },
    });
    expect((await give(above.id)).body.detail).toContain('A heart condition: yes.');
    await ask('POST', `/riders/${rider.id}/health`, {
      ...HEALTHY,
      answers: { ...HEALTHY.answers, heart: 'yes' },
      date: '2026-02-01',
      clearedBy: 'the clinic',
      clearedOn: '2026-02-03',
    });
    expect((await give(above.id)).status).toBe(201);
    await ask('POST', '/undo');
    await ask('POST', '/undo');
    expect((await give(above.id)).status).toBe(422);
  });

  it.each([
    [{ answers: { wings: 'yes' } }, 'no question'],
    [{ answers: { heart: 'perhaps' } }, 'Heart'],
    [{ clearedBy: 'the clinic' }, 'by whom, and when'],
    [{ date: '2099-01-01' }, 'future'],
  ])('refuses %j', async (over, says) => {
    const rider = await newRider(ask);
    const { status, body } = await ask('POST', `/riders/${rider.id}/health`, {
      ...HEALTHY,
      ...over,
    });
    expect([status >= 400 && status < 500, body.detail]).toEqual([
      true,
      expect.stringContaining(says),
    ]);
    expect((await ask('GET', `/riders/${rider.id}`)).body.health).toBeNull();
  });
});

describe('schemes', () => {
  it('of the coach’s own are checked by field, used, changed with their version, and taken away from whoever had them', async () => {
    const bad = await ask('POST', '/schemes', {
      ...OWN_SCHEME,
      name: 'Seven steps',
      bands: [OWN_SCHEME.bands[0], { ...OWN_SCHEME.bands[2], name: 'easy' }],
    });
    expect(bad).toMatchObject({ status: 422 });
    expect(bad.body.fields.map(({ field }: { field: string }) => field)).toEqual([
      'name',
      'bands.1.name',
      'bands.1.fromPercent',
    ]);
    const { body: scheme } = await ask('POST', '/schemes', OWN_SCHEME);
    const rider = await newRider(ask, { schemeId: scheme.id });
    expect((await ask('POST', '/riders', { ...INES, schemeId: 'no-such' })).status).toBe(422);
    const { body: settings } = await ask('PATCH', '/settings', { defaultSchemeId: scheme.id });
    expect(settings.defaultSchemeId).toBe(scheme.id);
    expect(
      (
        await ask('PUT', `/schemes/${scheme.id}`, {
          ...OWN_SCHEME,
          name: 'Tarnside new',
          version: 1,
        })
      ).body.name,
    ).toBe('Tarnside new');
    expect((await ask('PUT', `/schemes/${scheme.id}`, { ...OWN_SCHEME, version: 1 })).status).toBe(
      409,
    );
    expect((await ask('DELETE', `/schemes/${scheme.id}?version=1`)).status).toBe(409);
    await ask('DELETE', `/schemes/${scheme.id}?version=2`);
    expect((await ask('GET', `/riders/${rider.id}`)).body.schemeId).toBeNull();
    expect((await ask('GET', '/settings')).body.defaultSchemeId).toBe('seven-steps');
    await ask('POST', '/undo');
    expect((await ask('GET', `/riders/${rider.id}`)).body.schemeId).toBe(scheme.id);
  });
});

describe('recordings', () => {
  it('come as CSV, GPX or FIT, packed or not, and are told by what is in them', async () => {
    const rider = await newRider(ask);
    const { seconds, laps } = rideOf('five-minute', 4);
    const fit = writeFitRecording(seconds, '2026-10-01T18:05:00', laps);
    const sent = await upload(app, rider.id, 'ride.csv', fit);
    expect(sent.body.recording).toMatchObject({
      kind: 'fit',
      startedAt: '2026-10-01T18:05:00',
      laps: expect.arrayContaining([{ startS: 770, seconds: 300 }]),
    });
    const packed = await upload(app, rider.id, 'ride.fit.gz', gzipSync(fit));
    expect(packed.body).toMatchObject({
      duplicate: false,
      recording: { kind: 'fit', seconds: seconds.length },
    });
    const raw = await app.inject({
      url: `/api/recordings/${packed.body.recording.id}/file`,
      headers: { host: '127.0.0.1' },
    });
    expect(raw.rawPayload.equals(gzipSync(fit))).toBe(true);
  });

  it.each([
    ['a bomb', gzipSync(Buffer.alloc(200 * 1024 * 1024)), 'unpacks to more than'],
    ['a bomb in a bomb', gzipSync(gzipSync(Buffer.alloc(1024))), 'packed twice'],
    ['a packed file cut short', gzipSync(rampFile()).subarray(0, 400), 'damaged or cut short'],
    ['a zip archive', Buffer.from('PK\u0003\u0004rest'), 'zip archive'],
    [
      'a FIT file cut to its head',
      writeFitRecording(rideOf('five-minute').seconds, '2026-10-01T18:05:00').subarray(0, 60),
      'cut short before its first record',
    ],
    ['entities', Buffer.from('<!DOCTYPE g [<!ENTITY a "x">]><gpx>&a;</gpx>'), 'document type'],
    ['deep nesting', Buffer.from(`<gpx>${'<a>'.repeat(500_000)}`), 'nests deeper'],
  ])('%s is refused with a sentence', async (_, file, says) => {
    const rider = await newRider(ask);
    const { status, body } = await upload(app, rider.id, 'ride.fit', file);
    expect([status, body.detail]).toEqual([422, expect.stringContaining(says)]);
    expect(await ridesOf(ask, rider.id)).toEqual([]);
  });

  it('the curve of a window is the best of the recordings in it, each with where it came from', async () => {
    const rider = await newRider(ask);
    const sent: string[] = [];
    for (const [seed, day] of [
      [1, '2026-03-01'],
      [2, '2026-06-01'],
      [3, '2026-09-01'],
    ] as const) {
      sent.push(
        (await upload(app, rider.id, 'ride.csv', rampFile(seed).replaceAll('2026-10-12', day))).body
          .recording.id,
      );
    }
    const curve = async (from: string, to: string) =>
      (await ask('GET', `/riders/${rider.id}/curve?from=${from}&to=${to}`)).body as {
        seconds: number;
        watts: number;
        recordingId: string;
        date: string;
      }[];
    const all = await curve('2026-01-01', '2026-12-31');
    const single = await Promise.all(
      ['2026-03-01', '2026-06-01', '2026-09-01'].map((day) => curve(day, day)),
    );
    all.forEach((best, index) => {
      expect(best.watts).toBeLessThan(all[index - 1]?.watts ?? Infinity);
      const held = single.map((bests) =>
        bests
          .filter(({ seconds }) => seconds >= best.seconds)
          .reduce((most, { watts }) => Math.max(most, watts), 0),
      );
      expect(Math.max(...held)).toBe(best.watts);
      expect(held[sent.indexOf(best.recordingId)]).toBe(best.watts);
    });
    expect(await curve('2026-04-01', '2026-05-01')).toEqual([]);
  });
});
