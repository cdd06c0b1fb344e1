import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aboveFtp, whyTheyDiffer } from '@uphill/core/sessions';
import {
  balanceModel,
  demandGap,
  fitCriticalPower,
  ftpLaw,
  modelAt,
  notAskedLately,
  observedAt,
  pairFromBests,
  strengthForGoal,
  strengthsOf,
} from '@uphill/core/power';

const point = (seconds: number, watts: number) => ({ seconds, watts });
const pairOf = (one: number, five: number) => {
  const pair = pairFromBests(one, five);
  if (!pair.ok) throw new Error(pair.reason);
  return pair.value.value;
};

describe('CP and W′', () => {
  it('three points on one line give it back, with no error and no doubt', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 120, max: 420 }),
        fc.integer({ min: 6000, max: 34_000 }),
        (cpW, wPrimeJ) => {
          const fit = fitCriticalPower(
            [180, 360, 600].map((seconds) => point(seconds, cpW + wPrimeJ / seconds)),
            null,
          );
          if (!fit.ok) throw new Error(fit.reason);
          const { cpW: found, wPrimeJ: work, cpErrorW, doubts } = fit.value.value;
          expect([found, work / 1000, cpErrorW, doubts]).toEqual([
            expect.closeTo(cpW, 6),
            expect.closeTo(wPrimeJ / 1000, 6),
            expect.closeTo(0, 6),
            [],
          ]);
        },
      ),
    );
  });

  it.each([
    ['W′ at or below nothing', [point(180, 250), point(600, 260)], null, 'which is impossible'],
    ['CP above a best 20:00', [point(180, 360), point(600, 310)], 280, 'above the best 20:00'],
    ['efforts too short', [point(60, 500), point(600, 310)], null, '2:00 to 20:00'],
    ['lengths too near', [point(300, 340), point(420, 320)], null, 'at least twice'],
    ['one length only', [point(300, 340), point(300, 320)], null, 'two lengths'],
  ])('refuses %s', (_, points, twenty, says) => {
    const fit = fitCriticalPower(points, twenty);
    expect(fit.ok ? 'fitted' : fit.reason).toContain(says);
  });

  it('doubts what does not lie on the line, what is unusual, and two points', () => {
    const doubts = (points: ReturnType<typeof point>[]) => {
      const fit = fitCriticalPower(points, null);
      return fit.ok ? fit.value.value.doubts.join(' ') : fit.reason;
    };
    expect(doubts([point(180, 390), point(360, 300), point(600, 310)])).toContain('The 6:00 lies');
    expect(doubts([point(180, 520), point(360, 390), point(600, 340)])).toContain(
      'outside 5–35 kJ',
    );
    expect(doubts([point(180, 350), point(600, 300)])).toContain('no error can be computed');
  });

  it('W′ balance takes the fit, else the pair cut back to 1.02 of FTP, else nothing', () => {
    const pair = pairOf(523, 307);
    expect(balanceModel({ cpW: 240, wPrimeJ: 15_000 }, pair, 240)?.from).toBe('fit');
    expect(balanceModel(null, pair, 260)).toMatchObject({ cpW: 253, from: 'pair' });
    expect(balanceModel(null, pair, 240)).toEqual({
      cpW: 244.8,
      wPrimeJ: 300 * (307 - 244.8),
      from: 'cappedPair',
      recovery: 'measured',
    });
    expect(balanceModel(null, null, 240)).toBeNull();
  });
});

describe('the model curve', () => {
  const ftp = fc.integer({ min: 100, max: 400 });
  const durations = [
    1, 5, 20, 60, 90, 119, 120, 200, 300, 301, 600, 1199, 1200, 1201, 2400, 3599, 3600, 3601, 7200,
    14_400,
  ];

  it('never rises with time, whatever it is made of', () => {
    const model = fc.record({
      ftpW: fc.option(ftp, { nil: null }),
      fit: fc.option(fc.record({ cpW: ftp, wPrimeJ: fc.integer({ min: 5000, max: 35_000 }) }), {
        nil: null,
      }),
      pair: fc.option(fc.record({ cpW: ftp, wPrimeJ: fc.integer({ min: 5000, max: 35_000 }) }), {
        nil: null,
      }),
      pmaxW: fc.option(fc.integer({ min: 200, max: 1800 }), { nil: null }),
    });
    fc.assert(
      fc.property(model, (each) => {
        const watts = durations.flatMap((seconds) => modelAt(each, seconds)?.watts ?? []);
        watts.forEach(
          (here, index) =>
            index > 0 && expect(here).toBeLessThanOrEqual((watts[index - 1] ?? 0) + 1e-6),
        );
      }),
      { numRuns: 400 },
    );
  });

  it('says as much as it knows: a fit from 2:00, with a sound sprint from the first second; a pair from 1:00; FTP from 5:00', () => {
    const fit = { cpW: 250, wPrimeJ: 16_000 };
    expect([modelAt({ ftpW: 248, fit }, 119), modelAt({ ftpW: 248, fit }, 120)?.watts]).toEqual([
      null,
      expect.closeTo(250 + 16_000 / 120, 6),
    ]);
    expect(modelAt({ ftpW: 248, fit, pmaxW: 900 }, 1)?.watts).toBeGreaterThan(850);
    // A "sprint" under its own minute is none.
    expect(modelAt({ ftpW: 248, fit, pmaxW: 300 }, 60)).toBeNull();
    expect([
      modelAt({ ftpW: 248, pair: fit }, 59),
      modelAt({ ftpW: 248, pair: fit }, 60)?.by,
    ]).toEqual([null, 'pair']);
    expect([
      modelAt({ ftpW: 248 }, 299),
      modelAt({ ftpW: 248 }, 300)?.by,
      modelAt({ ftpW: null }, 300),
    ]).toEqual([null, 'law', null]);
    expect(modelAt({ ftpW: 248, pair: fit }, 1200)?.watts).toBeCloseTo(1.0565 * 248, 1);
  });

  it('reaches FTP at the hour and keeps the handbook’s example of a goal', () => {
    expect(modelAt({ ftpW: 248, fit: { cpW: 250, wPrimeJ: 16_000 } }, 3600)?.watts).toBe(248);
    expect(Math.round(285 / ftpLaw(1, 38 * 60))).toBe(279);
  });
});

describe('strengths and targets above FTP', () => {
  const leila: [number, number][] = [
    [5, 1050],
    [60, 540],
    [300, 315],
    [3600, 236],
  ];
  const rurik: [number, number][] = [
    [5, 600],
    [60, 380],
    [300, 285],
    [3600, 238],
  ];

  it('tells a sprinter from a steady rider of the same FTP, and this season from the last', () => {
    const stands = (bests: [number, number][]) =>
      strengthsOf(bests, [], 238).map(({ point: { name }, stands: how }) => `${name} ${how ?? ''}`);
    expect(stands(leila)).toEqual([
      'sprint strong',
      'minute strong',
      'five minutes strong',
      'hour usual',
    ]);
    expect(stands(rurik)).toEqual([
      'sprint weak',
      'minute usual',
      'five minutes usual',
      'hour usual',
    ]);
    expect(strengthsOf(leila, rurik, 238)[1]?.says).toBe(
      '227 % of FTP, strong for this FTP; 42.1 % up on last season',
    );
  });

  it('a best holds for every shorter duration', () => {
    expect(observedAt(240, leila)).toEqual([300, 315]);
    expect(observedAt(4000, leila)).toBeNull();
  });

  it('shows five ways, asks for the rider’s own, and for the lower where they lie far apart', () => {
    const row = aboveFtp(240, {
      ftpW: 238,
      pair: pairOf(380, 285),
      bests: [[600, 262]],
      goalW: 250,
    });
    expect(row.ways.map(({ id, watts }) => [id, watts?.value ?? null])).toEqual([
      ['percent', 269],
      ['bests', 276],
      ['longer', 262],
      ['goal', 281],
      ['effort', null],
    ]);
    expect([row.disagreementW, row.ask?.value]).toEqual([19, 276]);
    expect(
      aboveFtp(180, { ftpW: 238, pair: pairOf(560, 300), bests: [], goalW: null }).ask,
    ).toMatchObject({
      value: 281,
      rule: expect.stringContaining('try the lower first'),
    });
    expect(
      aboveFtp(480, { ftpW: 238, pair: pairOf(380, 285), bests: [], goalW: null }).ask?.value,
    ).toBe(250);
    expect(() => aboveFtp(90, { ftpW: 238, pair: null, bests: [], goalW: null })).toThrow(
      '2:00–8:00',
    );
  });

  it('says why they differ', () => {
    const rows = (one: number, five: number) =>
      [120, 180, 240, 300].map((seconds) =>
        aboveFtp(seconds, { ftpW: 238, pair: pairOf(one, five), bests: [], goalW: null }),
      );
    expect(whyTheyDiffer(rows(540, 315), 'Leila')).toMatch(
      /Leila’s own numbers lie .* above percent of FTP/,
    );
    expect(whyTheyDiffer(rows(330, 268), 'Rurik')).toMatch(/under percent of FTP/);
    expect(
      whyTheyDiffer([aboveFtp(240, { ftpW: 238, pair: null, bests: [], goalW: null })], 'Ines'),
    ).toContain('1:00 and a 5:00');
  });
});

describe('the gap to a goal', () => {
  interface Case {
    readonly goalW: number;
    readonly seconds: number;
    readonly ftpW?: number;
    readonly massKg?: number;
    readonly bestAtThatTimeW?: number | null;
    readonly expect: Readonly<Record<string, number | boolean>>;
  }
  const { demandGap: cases } = JSON.parse(
    readFileSync(new URL('./cases/fuel-hills.json', import.meta.url), 'utf8'),
  ) as { demandGap: readonly Case[] };

  it.each(cases.map((each) => [each.goalW, each.seconds, each] as const))(
    '%i W for %i s',
    (goalW, seconds, { ftpW = 260, massKg = 60, bestAtThatTimeW, expect: wanted }) => {
      const bests = bestAtThatTimeW == null ? [] : [[seconds, bestAtThatTimeW] as const];
      const gap = demandGap({ watts: goalW, seconds }, { ftpW }, bests, massKg);
      const found: Record<string, number | boolean | null | undefined> = {
        curveW: goalW - (gap?.gapW.value ?? 0),
        gapW: gap?.gapW.value,
        gapPercent: gap?.gapPercent,
        gapWPerKg: gap?.gapWPerKg,
        ftpNeededW: gap?.ftpNeededW,
        byWattsAlone: gap?.byWattsAlone,
      };
      for (const [name, value] of Object.entries(wanted))
        if (typeof value === 'number') expect(found[name]).toBeCloseTo(value, 2);
        else expect([name, found[name]]).toEqual([name, value]);
    },
  );

  it('says which strength helps a goal, and what was not asked lately', () => {
    const climb = { watts: 285, seconds: 2280 };
    expect(strengthForGoal(5, 800, climb)).toBe('more of it does not help this goal');
    expect(strengthForGoal(60, 450, climb)).toBe('more of it does not help this goal');
    // 279 W of FTP imply 315 W for 5:00.
    expect(strengthForGoal(300, 300, climb)).toBe('this goal asks 315 W here, 15 more');
    expect(strengthForGoal(3600, 280, climb)).toBe('enough for this goal, which asks 279 W here');
    const year = [
      [5, 900],
      [60, 450],
      [300, 320],
      [1200, 270],
    ] as const;
    expect(
      notAskedLately(year, [
        [5, 860],
        [60, 420],
        [300, 304],
        [1200, 250],
      ]),
    ).toEqual([60, 1200]);
    expect(notAskedLately([], [])).toEqual([]);
  });
});
