import {
  type Best,
  fitCriticalPower,
  type MarkedEffort,
  maximalEfforts,
  maximalTwenty,
  riderModel,
} from '@uphill/core/power';
import { maySee, SESSION_SHOWN } from '@uphill/core/rider';
import { modelTest, protocolOf, resultOf, type StoredTest } from '@uphill/core/testing';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';

const DAY = '2026-11-24';
const BESTS: readonly Best[] = [
  [1, 905],
  [75, 410],
  [320, 300],
  [1200, 262],
];

function fourEfforts(date: string, over: Partial<StoredTest> = {}): StoredTest {
  const details = {
    kind: 'fourEfforts' as const,
    sprintPeakW: 905,
    sprintPeakS: 7,
    seated: true,
    threeW: 340,
    sixW: 300,
    tenW: 285,
  };
  return {
    protocol: 'four-efforts',
    date,
    powerSource: 'crank',
    withdrawn: null,
    readingW: null,
    details,
    effort: null,
    ...over,
  };
}

describe('what a rider can hold on a day', () => {
  it('takes the pair from the fresh bests and Pmax from those of a year', () => {
    const { pair, pmaxW, fit, bests } = riderModel(DAY, BESTS.slice(1), BESTS, []);
    // Held for 75 s is held for a minute; held for 320 s for five.
    expect(pair).toMatchObject({ best60W: 410, best300W: 300, cpW: (300 * 300 - 60 * 410) / 240 });
    expect([pmaxW, fit, bests]).toEqual([905, null, BESTS]);
    expect(riderModel(DAY, [], BESTS, [])).toMatchObject({ pair: null, pmaxW: 905 });
    expect(riderModel(DAY, BESTS.slice(2), BESTS, []).pair).toBeNull();
  });

  it('the latest four efforts of 90 days that count make the fit, in whatever order the tests come', () => {
    const tests = [
      fourEfforts('2026-09-01'),
      fourEfforts('2026-10-20'),
      fourEfforts('2026-08-25'),
      fourEfforts('2026-11-01', { withdrawn: 'Typed wrong.' }),
      fourEfforts('2026-11-25'),
      { ...fourEfforts('2026-11-20'), protocol: 'ramp', details: null },
    ];
    fc.assert(
      fc.property(fc.shuffledSubarray(tests, { minLength: tests.length }), (shuffled) => {
        expect(riderModel(DAY, [], [], shuffled.map(modelTest)).fitFrom?.date).toBe('2026-10-20');
      }),
    );
    const points = [
      { seconds: 180, watts: 340 },
      { seconds: 360, watts: 300 },
      { seconds: 600, watts: 285 },
    ];
    const fit = fitCriticalPower(points, null);
    expect(riderModel(DAY, [], [], tests.map(modelTest)).fit).toEqual(fit.ok && fit.value.value);
    expect(riderModel('2027-01-18', [], [], tests.map(modelTest)).fitFrom?.date).toBe('2026-11-25');
    expect(riderModel('2027-02-24', [], [], tests.map(modelTest)).fit).toBeNull();
  });
});

describe('maximal efforts', () => {
  const five = (watts: number, over: Partial<StoredTest> = {}): StoredTest => ({
    ...fourEfforts('2026-11-10', over),
    protocol: 'five-minute',
    readingW: watts,
    details: null,
    ...over,
  });
  const twenty = (watts: number, over: Partial<StoredTest> = {}): StoredTest => ({
    ...five(watts),
    protocol: 'twenty-minute',
    ...over,
  });
  const mark = (
    seconds: number,
    meanW: number,
    over: Partial<MarkedEffort> = {},
  ): MarkedEffort => ({
    date: '2026-11-12',
    powerSource: 'crank',
    recordingId: `ride ${seconds}`,
    startS: 600,
    seconds,
    meanW,
    withdrawn: null,
    ...over,
  });
  const model = (tests: readonly StoredTest[], marked: readonly MarkedEffort[] = []) =>
    riderModel(DAY, [], [], tests.map(modelTest), marked);

  it('typed or marked, of two lengths make a fit; typed, a 1:00 and a 5:00 make the pair', () => {
    expect(model([five(300), twenty(260)]).fit).toMatchObject({
      cpW: (260 * 1200 - 300 * 300) / 900,
      cpErrorW: null,
    });
    expect(model([], [mark(180, 340), mark(720, 280)]).fit?.cpW).toBeCloseTo(
      (280 * 720 - 340 * 180) / 540,
    );
    expect(model([five(300)], [mark(720, 280)]).fitFrom).toMatchObject({
      date: '2026-11-12',
      efforts: [{ from: 'test' }, { from: 'marked' }],
    });
    const oneAndFive = fourEfforts('2026-11-01', {
      protocol: 'one-and-five',
      details: { kind: 'oneAndFive', oneW: 480, fiveW: 300 },
    });
    expect(model([oneAndFive]).pair).toMatchObject({ best60W: 480, best300W: 300 });
    // What was ridden harder since counts.
    expect(riderModel(DAY, [[320, 310]], [], [modelTest(oneAndFive)]).pair).toMatchObject({
      best60W: 480,
      best300W: 310,
    });
  });

  it('a 5:00 that is the end of a ramp says so; one that was ridden, typed or marked does not', () => {
    const bests: readonly Best[] = [
      [60, 370],
      [300, 310],
    ];
    const ramp = five(0, {
      protocol: 'ramp',
      effort: { recordingId: 'the ramp', startS: 900, endS: 1700, parts: [] },
    });
    const inRamp = (tests: readonly StoredTest[], rides: readonly string[]) =>
      riderModel(DAY, bests, bests, tests.map(modelTest), [], rides).pair?.fiveInRamp;
    expect(inRamp([ramp], ['a race', 'the ramp'])).toBe(true);
    expect([
      inRamp([ramp], ['the ramp', 'a race']),
      inRamp([], ['a race', 'the ramp']),
      inRamp([ramp], []),
    ]).toEqual([false, false, false]);
    // A harder 5:00 of its own stands in the place of the ramp's.
    expect(
      riderModel(DAY, bests, bests, [ramp, five(320)].map(modelTest), [], ['a race', 'the ramp'])
        .pair,
    ).toMatchObject({ best300W: 320, fiveInRamp: false });
    expect(inRamp([{ ...ramp, withdrawn: 'struck' }], ['a race', 'the ramp'])).toBe(false);
  });

  it('count one an effort, of one source, of 90 days, and none that was withdrawn', () => {
    const place = { recordingId: 'ride 300', startS: 500, endS: 800, parts: [] };
    expect(model([five(300, { effort: place })], [mark(300, 300)]).noFit).toBeNull();
    expect(model([], [mark(300, 300), mark(301, 299)]).noFit).toContain(
      'at least twice the shortest',
    );
    expect(
      model([five(300, { effort: place })], [mark(720, 280, { recordingId: 'ride 300' })]).fit,
    ).toBeNull();
    expect(
      model([], [mark(180, 340), mark(720, 280, { startS: 700, recordingId: 'ride 180' })]).fit,
    ).toBeNull();
    expect(model([], [mark(180, 340), mark(720, 280, { powerSource: 'trainer' })]).fit).toBeNull();
    expect(
      model([], [mark(180, 340), mark(720, 280, { withdrawn: 'behind a van' })]).fit,
    ).toBeNull();
    expect(model([], [mark(180, 340), mark(720, 280, { date: '2026-08-25' })]).fit).toBeNull();
    expect(model([], [mark(100, 400), mark(1300, 250)]).fit).toBeNull();
  });

  it('never give a CP above a maximal 20:00, which every reader is handed', () => {
    const under = twenty(250, { date: '2026-10-01' });
    // It is a point of the fit itself, and pulls it under.
    expect(model([under], [mark(180, 300), mark(720, 285)]).fit?.cpW).toBeLessThan(250);
    const refused = resultOf(protocolOf('four-efforts'), {
      readingW: null,
      meanBpm: null,
      details: fourEfforts(DAY).details,
      twentyMinuteW: 240,
    });
    expect(refused).toMatchObject({
      ok: false,
      reason: expect.stringContaining('above the best 20:00 of 240 W'),
    });
    expect(
      maximalTwenty(
        maximalEfforts([under, twenty(300, { powerSource: 'hub' })].map(modelTest), [
          mark(1195, 255),
        ]),
        'crank',
      ),
    ).toBe(255);
  });
});

describe('when a rider sees a session', () => {
  it('today and before it always; a day to come only where the coach shows it the day before', () => {
    const days = ['2026-11-01', DAY, '2026-11-25', '2027-01-01'];
    expect(SESSION_SHOWN.map((shown) => days.map((date) => maySee(shown, date, DAY)))).toEqual([
      [true, true, true, true],
      [true, true, false, false],
    ]);
  });
});
