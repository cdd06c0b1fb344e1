import { readFileSync } from 'node:fs';
import {
  applyChanges,
  easyAndMiddle,
  type Filled,
  fillsOf,
  forecastOf,
  loadOfDay,
  longFrom,
  nextRung,
  optionalDay,
  ownPointsPerHour,
  planWeek,
  plus,
  proposedRise,
  reckon,
  type Reckoned,
  riseOfWeek,
  RULE_IDS,
  saySunday,
  type SeasonDay,
  smoothed,
  startFromRides,
  traitsOf,
  verdictOfMark,
  weekGoal,
  whyNotEqual,
  workedEvening,
} from '@uphill/core/season';
import { enduranceRide } from '@uphill/core/sessions';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  ceiling,
  MONDAY,
  PPH,
  ride,
  ridden,
  season,
  type SeasonOver,
  steadyWeek,
  threshold,
  type WeekOfWorks,
  work,
} from './seasons.ts';
import { INES, newId, percent, plan, set, step } from './support.ts';

const NONE: WeekOfWorks = [[], [], [], [], [], [], []];
const of = (ahead: readonly WeekOfWorks[], over?: SeasonOver): Reckoned =>
  reckon(season(ahead, over));

describe('worked cases of the season', async () => {
  type Sum = (stated: unknown) => object;
  const { SEASON } = (await import(
    new URL('../../scripts/cases/season.mjs', import.meta.url).href
  )) as { SEASON: Record<string, Sum> };
  const { differences } = (await import(
    new URL('../../scripts/cases/compare.mjs', import.meta.url).href
  )) as { differences: (stated: unknown, found: object) => string[] };
  const read = (name: string): Record<string, unknown> =>
    JSON.parse(readFileSync(new URL(`./cases/${name}.json`, import.meta.url), 'utf8'));
  const { ladder, workingFtp } = read('fuel-hills');
  const { about: _, ...season } = read('season');
  const cases: Record<string, unknown> = { ...season, ladder, workingFtp };
  it.each(Object.keys(cases))('%s', (kind) => {
    const stated = cases[kind];
    const each = Array.isArray(stated) ? (stated as unknown[]) : [stated];
    const lines = each.flatMap((one) => differences(one, SEASON[kind]?.(one) ?? {}));
    expect(lines).toEqual([]);
    expect(each.length).toBeGreaterThan(0);
  });
});

describe('loads and goals', () => {
  it('reaches a goal on equal days with its rise, to 0.001', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 150, noNaN: true }),
        fc.double({ min: -4, max: 8, noNaN: true }),
        (base, rise) => {
          const day = weekGoal(base, rise) / 7;
          const last = smoothed(new Array(7).fill(day), { base, recent: base })[6];
          expect(Math.abs((last?.base ?? 0) - base - rise)).toBeLessThan(0.001);
          expect(riseOfWeek(base, 7 * day)).toBeCloseTo(rise, 6);
        },
      ),
    );
  });

  it('proposes four points, a tenth of a small base, and less where a week would be too much', () => {
    expect(proposedRise(60, [420, 420, 420, 420])).toEqual({
      rise: expect.closeTo(2.79, 2),
      lowered: true,
    });
    expect(proposedRise(50, [350, 350, 350, 350]).rise).toBeCloseTo(2.3, 1);
    expect(proposedRise(50, [350, 350, 350, 480])).toEqual({ rise: 4, lowered: false });
    expect(proposedRise(30, [400]).rise).toBe(3);
    expect(proposedRise(4, [70]).rise).toBe(1);
  });

  it('counts a day by what is known of it', () => {
    const day = (...works: SeasonDay['works'][number][]): SeasonDay => ({
      ...{ date: '2026-11-20', hours: 2, rest: false, works },
    });
    const load = (...works: SeasonDay['works'][number][]): number =>
      loadOfDay(day(...works), MONDAY).load;
    const planned = { minutes: 60, load: 60 };
    expect(load(work({ planned, ridden: ridden(50, 47) }))).toBe(47);
    expect(load(work({ planned, state: 'done', rpe: 5 }))).toBe(58);
    expect(load(work({ planned, state: 'done' }))).toBe(60);
    expect(load(work({ planned, state: 'shortened', minutes: 30 }))).toBe(30);
    expect(load(work({ planned, state: 'missed' }))).toBe(0);
    expect(loadOfDay(day(work({ planned })), MONDAY)).toMatchObject({ load: 0, unmarked: 1 });
    const run = work({ kind: 'run', planned, ridden: ridden(40, 30) });
    expect(loadOfDay(day(run), MONDAY, 'riding')).toMatchObject({ load: 0, other: 30 });
    // Today's plan counts until a ride lands.
    expect(loadOfDay({ ...day(work({ planned })), date: MONDAY }, MONDAY).load).toBe(60);
  });

  it('says so where a tenth of a recording is missing', () => {
    const works = [work({ ridden: ridden(50, 47, { atLeast: true }) }), work({})];
    const day = { date: '2026-11-20', hours: 2, rest: false, works };
    expect(loadOfDay(day, MONDAY)).toMatchObject({ load: 47, atLeast: true });
  });

  it('knows what an hour of Endurance is on the rider’s own roads, by one power source', () => {
    // The mean of a rate would be 52; a week of an older source says 20.
    const rides = (rates: readonly number[], source: string): WeekOfWorks =>
      rates.map((rate) => [
        { ...ride(90), state: 'done', ridden: ridden(90, 1.5 * rate, { source }) },
      ]);
    const behind = [rides(Array(7).fill(20), 'hub'), rides([44, 48, 46, 100, 47, 49, 30], 'crank')];
    const own = ownPointsPerHour(season([NONE], { behind }));
    expect([own?.value, own?.lines[0]?.figure]).toEqual([47, '7']);
    expect(ownPointsPerHour(season([NONE], { behind: [behind[0]!, rides([44], 'crank')] }))).toBe(
      null,
    );
  });

  it('says a ridden past as smoothing says it, with the working of a day', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 200 }), { minLength: 7, maxLength: 7 }),
        (loads) => {
          const behind = [
            loads.map((load) =>
              load === 0 ? [] : [work({ state: 'done', ridden: ridden(60, load) })],
            ),
          ];
          const { days, input } = of([NONE], { behind });
          const rows = smoothed(loads, input.start);
          expect(
            days.slice(0, 7).map(({ base, recent, reserve }) => ({ base, recent, reserve })),
          ).toEqual(rows);
          const { before, load } = days[3] as Reckoned['days'][number];
          expect(workedEvening(before, load.load).base.value).toBe(rows[3]?.base);
        },
      ),
    );
    expect(startFromRides([60, 0, 60])).toEqual({ base: 40, recent: 40 });
  });

  it('takes an easy week from the last load week, and calls one easy that was ridden so', () => {
    const said = [{ kind: 'load' }, { kind: 'easy' }] as const;
    const { weeks } = of([NONE, NONE], { said });
    const [load, easy] = weeks.slice(-2);
    expect(easy?.goal?.value).toBeCloseTo(0.6 * (load?.goal?.value ?? 0), 6);
    const quiet = [[ride(60)], [], [], [], [], [], []].map((works) =>
      works.map((each) => ({ ...each, state: 'done' as const, ridden: ridden(60, 43) })),
    );
    expect(of([NONE], { behind: [steadyWeek(), quiet] }).weeks[1]?.easyAlready).toBe(true);
  });

  it('drops what a week begun can no longer hold, and says so', () => {
    const today = plus(MONDAY, 4);
    const week = planWeek(of([NONE], { today }), MONDAY);
    expect(week?.begun?.dropped).toBeGreaterThan(0);
    expect(week && saySunday(week)).toMatch(
      /^\d+ points dropped; base on Sunday [\d.]+, not [\d.]+\.$/,
    );
    expect(week?.aim).toBeLessThan(week?.week.goal?.value ?? 0);
    // On its Monday the whole week is still to come.
    expect(planWeek(of([NONE]), MONDAY)?.begun).toBeNull();
  });
});

describe('a session in a week', () => {
  const traits = (...items: Parameters<typeof plan>): ReturnType<typeof traitsOf> =>
    traitsOf(plan(...items), INES);
  it('is hard from ten minutes above Endurance, or three above 105 %', () => {
    expect(traits(step(1800, percent(70)), step(599, percent(80))).hard).toBe(false);
    expect(traits(step(1800, percent(70)), step(600, percent(80))).hard).toBe(true);
    expect(traits(step(1800, percent(70)), set(9, [step(20, percent(130))], 60)).hard).toBe(true);
    expect(traits(step(1800, percent(70)), set(8, [step(20, percent(130))], 60)).hard).toBe(false);
    expect(traits(step(3600, { kind: 'rpe', low: 8, high: 8 })).hard).toBe(true);
  });
  it('may be lengthened by filling where it is one ride in Endurance, worth what the weeks count', () => {
    const ride = (percents: ReturnType<typeof percent>) =>
      traitsOf({ ...plan(step(3600, percents)), system: 'endurance' }, INES);
    expect(ride(percent(56, 75))).toMatchObject({ endurance: true, minutes: 60 });
    expect(ride(percent(56, 75)).load).toBeCloseTo(42.9, 1);
    expect(ride(percent(90)).endurance).toBe(false);
    expect(traitsOf(enduranceRide(75, newId), INES)).toMatchObject({
      endurance: true,
      minutes: 75,
    });
    // An easy spin is what it is.
    expect(traitsOf(plan(step(2700, percent(50))), INES).endurance).toBe(false);
  });
  it('has its minutes at goal power and between the thresholds apart', () => {
    const climbs = plan(set(3, [step(720, percent(100))], 300), step(600, percent(60)));
    expect(traitsOf(climbs, { ...INES, goalW: 270 })).toMatchObject({ goalMin: 36, middleMin: 36 });
    expect(traitsOf(climbs, { ...INES, goalW: 300 }).goalMin).toBe(0);
  });
});

/** Weeks of all sorts: hours, rest days, hard days and Endurance. */
const weeks = fc.record({
  hours: fc.array(fc.constantFrom(0, 0.5, 1, 1.5, 2, 3, 5, 24), { minLength: 7, maxLength: 7 }),
  rest: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { maxLength: 4 }),
  days: fc.array(fc.constantFrom('', '', '', 'hard', 'ceiling', 'e45', 'e60', 'e100', 'e180'), {
    minLength: 7,
    maxLength: 7,
  }),
  rise: fc.integer({ min: -5, max: 12 }),
  masters: fc.boolean(),
  /** Whether rules bind the steps. */
  rules: fc.boolean(),
});
type AnyWeek = typeof weeks extends fc.Arbitrary<infer T> ? T : never;

function worksOf(word: string) {
  if (word === '') return [];
  if (word === 'hard') return [threshold()];
  return word === 'ceiling' ? [ceiling()] : [ride(Number(word.slice(1)))];
}

function anySeason({ hours, rest, days, rise, masters, rules }: AnyWeek): Reckoned {
  const off = rules ? [] : RULE_IDS.filter((id) => id !== 'rest-days');
  return of([days.map(worksOf)], {
    ...{ hours, rest, said: [{ rise }], rider: { masters }, settings: { off } },
  });
}

describe('filling', () => {
  const eachFill = (week: AnyWeek, check: (fill: Filled, before: Reckoned) => void): void => {
    const before = anySeason(week);
    const fills = fillsOf(before, MONDAY);
    if (!fills) throw new Error('There is nothing to fill.');
    check(fills.longWeekend, before);
    check(fills.even, before);
  };
  const minutesOn = ({ works }: SeasonDay): number =>
    works.reduce((sum, { planned }) => sum + (planned?.minutes ?? 0), 0);

  it('never exceeds hours, never touches a hard day', () => {
    fc.assert(
      fc.property(weeks, (week) =>
        eachFill(week, (fill, { input }) => {
          for (const [index, day] of fill.days.entries()) {
            const was = input.days.slice(-7)[index] as SeasonDay;
            expect(minutesOn(day)).toBeLessThanOrEqual(
              Math.max(60 * (was.hours ?? 0), minutesOn(was)),
            );
            const hard = (each: SeasonDay) => each.works.filter(({ planned }) => planned?.hard);
            expect(hard(day)).toEqual(hard(was));
          }
        }),
      ),
    );
  });

  it('changes nothing the second time', () => {
    fc.assert(
      fc.property(weeks, (week) => {
        const before = anySeason(week);
        for (const way of ['longWeekend', 'even'] as const) {
          const { changes } = fillsOf(before, MONDAY)?.[way] ?? { changes: [] };
          const days = applyChanges(before.input.days, changes, PPH);
          const again = fillsOf(reckon({ ...before.input, days }), MONDAY)?.[way];
          expect(again?.changes).toEqual([]);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('lands on the goal, or says how much does not fit', () => {
    fc.assert(
      fc.property(weeks, (week) =>
        eachFill(week, (fill) => {
          const halfAStep = PPH / 8;
          if (Math.abs(fill.missing) <= Math.max(15, halfAStep)) return;
          const says = (fill as { says?: string }).says ?? '';
          expect(says).toMatch(fill.missing > 0 ? /do not fit in the hours/ : /too much/);
          expect(says).toContain(String(Math.floor(Math.abs(fill.missing) + 0.5)));
        }),
      ),
    );
  });

  it('takes the steps a coach would, in words, and leaves out those that break a rule', () => {
    // The day before ceiling work may not grow past an easy hour.
    const week = [[], [ride(60)], [ceiling()], [], [], [threshold()], [ride(60)]];
    const fills = fillsOf(of([week], { rest: [0, 3], settings: { restDays: 1 } }), MONDAY);
    expect(fills?.longWeekend.steps[0]).toEqual({ label: 'Sun: 60 → 180 min', figure: '+85.8' });
    expect(fills?.longWeekend.skipped).toContain('Tue stays as it is: ceiling work on fresh legs');
    const refused = fillsOf(of([week]), MONDAY, { refused: ['a'] });
    expect(refused?.longWeekend.days[6]).toEqual(of([week]).input.days.at(-1));
    expect(refused?.longWeekend.says).toMatch(/^\d+ of \d+/);
  });

  it('leaves a ridden day and days that are over alone', () => {
    const week = [[ride(60)], [threshold()], [], [], [], [], [ride(60)]];
    const fills = fillsOf(of([week], { today: plus(MONDAY, 3) }), MONDAY);
    expect(fills?.even.days.slice(0, 3)).toEqual(of([week]).input.days.slice(-7, -4));
  });
});

describe('the forecast', () => {
  const goal = { name: 'Salt Road', date: plus(MONDAY, 20) };
  it('goes on as planned, and as usual by what was ridden of eight weeks', () => {
    const half = Array.from({ length: 8 }, () =>
      steadyWeek().map((works) =>
        works.map((each) => ({
          ...each,
          ridden: ridden(30, (each.planned?.load ?? 0) / 2, { hard: each.planned?.hard ?? false }),
        })),
      ),
    );
    const ahead = [[[], [threshold()], [], [ride(60)], [], [], [ride(120)]], NONE, NONE];
    const { asPlanned, asUsual, shares, morning } = forecastOf(of(ahead, { goal, behind: half }));
    expect(shares).toEqual({ hard: 0.5, other: 0.5 });
    expect(asPlanned[6]?.base).toBeGreaterThan(asUsual?.[6]?.base ?? Infinity);
    expect(morning?.asPlanned.reserve).toBeGreaterThan(0);
    expect(forecastOf(of(ahead, { goal, behind: half.slice(0, 3) })).asUsual).toBeNull();
  });
  it('is refused without a goal, after it, and more than a year before', () => {
    const refusal = (date: string): string | null =>
      forecastOf(of([NONE], { goal: { name: 'Salt Road', date } })).refusal;
    expect(forecastOf(of([NONE])).refusal).toBe('A forecast needs a goal with a date.');
    expect(refusal(plus(MONDAY, -1))).toBe('Salt Road is past.');
    expect(refusal(plus(MONDAY, 366))).toMatch(/more than a year off/);
    expect(refusal(plus(MONDAY, 6))).toBeNull();
  });
});

describe('judgement calls', () => {
  const rides = (...verdicts: readonly ('onTarget' | 'hold' | 'ease')[]) =>
    verdicts.map((verdict, index) => ({ verdict, daysAgo: 4 + 7 * index }));
  it.each([
    [[], false, false, 'first'],
    [rides('onTarget'), false, false, 'harder'],
    [rides('onTarget'), true, false, 'same'],
    [rides('onTarget', 'onTarget'), true, false, 'harder'],
    [rides('onTarget'), false, true, 'same'],
    [rides('hold'), false, false, 'same'],
    [rides('ease', 'onTarget'), false, false, 'easier'],
    [[{ verdict: 'onTarget', daysAgo: 16 }], false, false, 'easier'],
    [[{ verdict: 'onTarget', daysAgo: 15 }], false, false, 'harder'],
  ] as const)('proposes the rung after %j', (ridesOfFamily, above, easy, go) => {
    expect(nextRung(ridesOfFamily, above, easy).go).toBe(go);
  });
  it('judges by marks until rides are read', () => {
    expect(verdictOfMark('done', null)).toBe('onTarget');
    expect(verdictOfMark('shortened', 'no time')).toBe('hold');
    expect(verdictOfMark('missed', 'ill')).toBe('ease');
    expect(verdictOfMark('missed', 'no time')).toBeNull();
  });
  it('proposes Endurance on an optional day after RPE 8, or far in debt', () => {
    expect(optionalDay(8, 0).proposed).toBe('endurance');
    expect(optionalDay(7, -25).proposed).toBe('hard');
    expect(optionalDay(null, -26).proposed).toBe('endurance');
  });
  it('calls sessions equals that are', () => {
    const one = { system: 'threshold', load: 80, curvePercent: 92, balancePercent: null } as const;
    expect(whyNotEqual(one, { ...one, load: 88, curvePercent: 95 })).toBeNull();
    expect(whyNotEqual(one, { ...one, load: 89 })).toMatch(/load/);
    expect(whyNotEqual(one, { ...one, curvePercent: 95.5 })).toMatch(/curve/);
    expect(whyNotEqual(one, { ...one, system: 'ceiling' })).toMatch(/system/);
  });
  it('tells easy riding from what was neither easy nor hard', () => {
    const time = { minutes: 100, easyMin: 70, middleMin: 25, plannedMiddleMin: 20 };
    expect(easyAndMiddle(time)).toEqual({ easy: 70, middle: 5 });
  });
  it('finds from when on a ride is long, weekdays and weekends apart', () => {
    const { days } = season([NONE]);
    const monday = days.length - 7;
    // Weekend rides behind are 60 and 150 min, weekday rides 60, 70 and 75.
    expect(longFrom(days, monday + 5)).toBe(150);
    expect(longFrom(days, monday + 1)).toBe(105);
  });
});
