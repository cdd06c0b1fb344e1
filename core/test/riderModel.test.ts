import { type Best, fitCriticalPower, maySee, type ModelTest, riderModel, SESSION_SHOWN } from '@uphill/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';

const DAY = '2026-11-24';
const BESTS: readonly Best[] = [
  [1, 905],
  [75, 410],
  [320, 300],
  [1200, 262],
];

function fourEfforts(date: string, over: Partial<ModelTest> = {}): ModelTest {
  const details = { kind: 'fourEfforts' as const, sprintPeakW: 905, sprintPeakS: 7, seated: true, threeW: 340, sixW: 300, tenW: 285 };
  return { protocol: 'four-efforts', date, withdrawn: null, details, ...over };
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
        expect(riderModel(DAY, [], [], shuffled).fitFrom?.date).toBe('2026-10-20');
      }),
    );
    const points = [
      { seconds: 180, watts: 340 },
      { seconds: 360, watts: 300 },
      { seconds: 600, watts: 285 },
    ];
    const fit = fitCriticalPower(points, null);
    expect(riderModel(DAY, [], [], tests).fit).toEqual(fit.ok && fit.value.value);
    expect(riderModel('2027-01-18', [], [], tests).fitFrom?.date).toBe('2026-11-25');
    expect(riderModel('2027-02-24', [], [], tests).fit).toBeNull();
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
