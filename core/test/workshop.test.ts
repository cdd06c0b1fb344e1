import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  aboveFtp,
  balanceLine,
  BOOK,
  bookRung,
  chosenWatts,
  curveDots,
  curvePoints,
  expand,
  fitToBalance,
  fitToHill,
  fitToLoad,
  fitToTotal,
  healthRefusal,
  lowestByWatts,
  parseSentence,
  type Plan,
  planFromBook,
  planSchema,
  printSentence,
  problemsOf,
  restsFor,
  type RiderOnDay,
  type Season,
  type System,
  seasonOf,
  type Segment,
  sessionBalance,
  sessionNumbers,
  sessionVerdict,
  solveWatts,
  streamOf,
  systemOf,
  SYSTEMS,
} from '@uphill/core/sessions';
import { balanceAfter, pairFromBests, RECOVERIES } from '@uphill/core/power';
import { carbohydrate } from '@uphill/core/fuel';
import { anyPlan } from './arbitrary.ts';
import CASES from './cases/sums.json' with { type: 'json' };
import { INES, newId, plan } from './support.ts';

function said(text: string): Plan {
  const { items, unread } = parseSentence(text, { hills: [], ftpW: 262, newId });
  expect(unread).toEqual([]);
  return plan(...items);
}

const pair = pairFromBests(470, 318);
const FAST: RiderOnDay = {
  ...INES,
  goalW: 285,
  pair: pair.ok ? pair.value.value : null,
  bests: [
    [60, 470],
    [300, 318],
    [1200, 270],
  ],
};

/** Segments from seconds and watts, as the worked cases give them. */
function ridden(list: readonly (readonly number[])[]): Segment[] {
  let startS = 0;
  return list.map(([seconds = 0, watts = 0], index) => {
    const asked = {
      lowW: watts,
      highW: watts,
      countedW: watts,
      rpe: [5, 5] as const,
      bpm: null,
      counts: null,
    };
    const segment: Segment = {
      stepId: `s${index}`,
      startS,
      seconds,
      role: index % 2 === 0 ? 'work' : 'easy',
      rep: null,
      round: 1,
      from: asked,
      to: asked,
    };
    startS += seconds;
    return segment;
  });
}

describe('W′ balance of a session', () => {
  it.each(RECOVERIES)('the worked case, at the end of each stretch, %s', (recovery) => {
    const { cpW, wPrimeJ, segments, ...ends } = CASES.wBalance;
    const expected = recovery === 'quick' ? ends.endOfSegmentQuickJ : ends.endOfSegmentJ;
    const { points } = sessionBalance(ridden(segments), { cpW, wPrimeJ, recovery });
    expect(points.slice(1)).toHaveLength(expected.length);
    for (const [index, endJ] of expected.entries())
      expect(points[index + 1]?.balanceJ).toBeCloseTo(endJ, 0);
  });

  it.each(RECOVERIES)('the worked break, to the tenth of a second, %s', (recovery) => {
    const { cpW, wPrimeJ, segments, ...breaks } = CASES.wBalanceBreaks;
    expect(sessionBalance(ridden(segments), { cpW, wPrimeJ, recovery }).breaks?.atS).toBeCloseTo(
      recovery === 'quick' ? breaks.firstBelowZeroQuickAtS : breaks.firstBelowZeroAtS,
      1,
    );
  });

  it('in closed form is what second by second gives, for any session and rider', () => {
    fc.assert(
      fc.property(
        anyPlan,
        fc.integer({ min: 150, max: 400 }),
        fc.integer({ min: 5000, max: 35_000 }),
        fc.integer({ min: 120, max: 400 }),
        fc.constantFrom(...RECOVERIES),
        (session, cpW, wPrimeJ, ftpW, recovery) => {
          const model = { cpW, wPrimeJ, recovery };
          const segments = expand(session, { ...FAST, ftpW });
          const stream = streamOf(segments);
          fc.pre(stream !== null && segments.every(({ from, to }) => from && to));
          let [balance, lowest] = [wPrimeJ, wPrimeJ];
          for (const watts of stream ?? []) {
            balance = balanceAfter(balance, watts, 1, model);
            lowest = Math.min(lowest, balance);
          }
          const closed = sessionBalance(segments, model);
          expect(closed.points.at(-1)?.balanceJ).toBeCloseTo(balance, 3);
          expect(closed.lowestJ).toBeCloseTo(lowest, 3);
          expect(closed.breaks === null).toBe(lowest >= 0);
          expect(balanceLine(segments, model).at(-1)?.balanceJ).toBeCloseTo(balance, 3);
        },
      ),
      { numRuns: 150 },
    );
  });

  it('its lowest point by the watts of the reps is that of the same session laid out with these watts', () => {
    fc.assert(
      fc.property(
        anyPlan,
        fc.double({ min: 0.4, max: 2, noNaN: true }),
        fc.integer({ min: 5000, max: 35_000 }),
        (session, share, wPrimeJ) => {
          const model = { cpW: 262, wPrimeJ, recovery: 'measured' as const };
          const segments = expand(session, FAST);
          const ids = [
            ...new Set(segments.flatMap(({ role, stepId }) => (role === 'work' ? [stepId] : []))),
          ].filter((_, index) => index % 2 === 0);
          const watts = share * model.cpW;
          const so = segments.map((segment) =>
            segment.role === 'work' && ids.includes(segment.stepId) && segment.from && segment.to
              ? {
                  ...segment,
                  from: { ...segment.from, countedW: watts },
                  to: { ...segment.to, countedW: watts },
                }
              : segment,
          );
          expect(lowestByWatts(segments, new Set(ids), model)(watts)).toBeCloseTo(
            sessionBalance(so, model).lowestJ,
            5,
          );
        },
      ),
    );
  });

  it('where it breaks, the balance is nothing', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 101, max: 130 }),
        fc.integer({ min: 0, max: 40 }),
        (from, rise) => {
          const session = said(
            `6 × 5:00 building from ${from} % to ${from + rise} %, 1:00 easy between`,
          );
          const model = { cpW: 262, wPrimeJ: 9000, recovery: 'measured' as const };
          const { breaks } = sessionBalance(expand(session, FAST), model);
          fc.pre(breaks !== null);
          const segments = expand(session, FAST);
          const until = segments.flatMap((segment) => {
            const seconds = Math.min(segment.seconds, (breaks?.atS ?? 0) - segment.startS);
            if (seconds <= 0 || !segment.from || !segment.to) return [];
            const to =
              (segment.from.countedW ?? 0) +
              (((segment.to.countedW ?? 0) - (segment.from.countedW ?? 0)) * seconds) /
                segment.seconds;
            return [{ ...segment, seconds, to: { ...segment.to, countedW: to } }];
          });
          expect(sessionBalance(until, model).points.at(-1)?.balanceJ).toBeCloseTo(0, 0);
        },
      ),
    );
  });
});

describe('the dots on the curve', () => {
  const dots = (text: string, rider: RiderOnDay = FAST) => {
    const session = said(text);
    return curveDots(session, expand(session, rider), rider);
  };

  it('a rep and all of the work, the same share as the verdict says; above 105 % only the rep', () => {
    const eights = '15 building to 90 %, 4 × 8:00 at 98–102 %, 4:00 easy between, 10 down';
    const [rep, work] = dots(eights);
    expect([rep, work]).toMatchObject([
      { of: 'rep', seconds: 480, watts: 262 },
      { of: 'work', seconds: 1920, watts: 262 },
    ]);
    expect(work?.share.value).toBe(
      sessionVerdict(said(eights), FAST).looks.find(({ id }) => id === 'curve')?.share.value,
    );
    expect(dots('5 × 3:00 at 118 %, 3:00 easy between').map(({ of }) => of)).toEqual(['rep']);
    expect(dots('90 at 56–75 %').map(({ of, seconds }) => [of, seconds])).toEqual([['rep', 5400]]);
    expect(
      dots('4 × 8:00 at 100 %, 4:00 easy between', {
        ...FAST,
        ftpW: null,
        bests: [],
        pair: null,
        fit: null,
      }),
    ).toEqual([]);
  });

  it('the curve is drawn from what rides and model say, assumed beyond the longest ride, and never rises', () => {
    const points = curvePoints(FAST, 60, 7200, 40);
    expect(points[0]?.seconds).toBe(60);
    expect(points.at(-1)?.seconds).toBeCloseTo(7200, 6);
    for (const [index, { seconds, watts, assumed }] of points.entries()) {
      expect(watts).toBeLessThanOrEqual((points[index - 1]?.watts ?? Infinity) + 1e-9);
      expect(assumed).toBe(seconds > 1200);
    }
  });
});

describe('the verdict', () => {
  const verdict = (text: string, rider: RiderOnDay = FAST) => sessionVerdict(said(text), rider);

  it('minutes above CP draw on W′ though their reps are mild as a whole; kicks are kicks', () => {
    const minutes = verdict('10 × (1:00 at 125 % and 3:00 at 50 %)');
    expect([minutes.looks.map(({ id }) => id), minutes.verdict?.word]).toEqual([
      ['balance'],
      'working',
    ]);
    expect(verdict('30 × (5:00 at 125 % and 6:00 at 50 %)').verdict?.says).toMatch(
      /^breaks in rep \d+ at/,
    );
    expect(verdict('20 × (15 s at 140 % and 1:45 at 75 %)').looks).toEqual([]);
    expect(verdict('30 × (1:00 at rpe 10 and 1:00 at 50 %)').looks).toEqual([]);
    expect(verdict('30 × (1:00 at 125 % 50–60 rpm and 1:00 at 50 %)').looks).toEqual([]);
  });

  it('by W′: light, working, at the limit, and where it breaks', () => {
    expect(
      verdict('2 × 3:00 at 106 %, 5:00 easy between').looks.find(({ id }) => id === 'balance')
        ?.word,
    ).toBe('light');
    expect(verdict('3 × 3:00 at 113 %, 4:00 easy between').verdict?.word).toBe('working');
    const hard = verdict('6 × 3:00 at 122 %, 1:00 easy between');
    expect(hard.verdict?.says).toMatch(/^breaks in rep \d at \d+:\d\d$/);
    expect(hard.balance?.breaks?.rep).toBe(Number(/rep (\d)/.exec(hard.verdict?.says ?? '')?.[1]));
  });

  it('by the curve: work of 88–105 % of FTP, over-unders as one block', () => {
    expect(verdict('2 × 10 at 90 %, 5 easy between').verdict).toMatchObject({
      id: 'curve',
      word: 'useful',
    });
    expect(verdict('2 × 4:00 at 88 %, 5 easy between').verdict?.word).toBe(
      'too easy to change anything',
    );
    expect(verdict('4 × 20 at 104 %, 5 easy between').verdict?.word).toBe('out of reach');
    const overUnders = verdict('2 × 5 × (1:00 at 110 % and 1:00 at 90 %), 5:00 easy between sets');
    expect(overUnders.looks.map(({ id }) => id).sort()).toEqual(['balance', 'curve']);
  });

  it('what is as it is on purpose gets none; without 1:00 and 5:00 only the curve speaks, and says so', () => {
    for (const text of [
      '90 at 56–75 %',
      '20 × 15 s at 140 % and 1:45 at 75 %',
      '4 × 6:00 at 95 % 50–60 rpm, 6 easy between',
      '10 × 30/30 max',
      '60 at rpe 8',
      '2 × 20 at 80 %, 5 easy between',
    ])
      expect([text, verdict(text).verdict]).toEqual([text, null]);
    const { looks, why } = verdict('4 × 8:00 at 102–106 %, 4 easy between', INES);
    expect([looks.map(({ id }) => id), why]).toEqual([
      ['curve'],
      'W′ balance needs a 1:00 and a 5:00 effort.',
    ]);
    expect(sessionVerdict(said('4 × 8:00 at 100 %'), { ...INES, ftpW: null }).why).toContain(
      'Without an FTP',
    );
  });
});

describe('the solved sixth', () => {
  it('leaves 10 % of W′ or stays under 0.95 × the curve, and a watt more would not', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 8 }),
        fc.integer({ min: 120, max: 480 }),
        fc.integer({ min: 30, max: 300 }),
        (reps, repS, restS) => {
          const text = (watts: string): string =>
            `15 building to 80 %, ${reps} × ${repS} s at ${watts}, ${restS} s easy between`;
          const solved = solveWatts(said(text('110 %')), FAST);
          if (!solved.ok) throw new Error(solved.reason);
          const left = (watts: number): number => {
            const { balance, model } = sessionVerdict(said(text(`${watts} W`)), FAST);
            return (balance?.lowestJ ?? 0) / (model?.wPrimeJ ?? 1);
          };
          const watts = solved.value.watts.value;
          expect(left(watts)).toBeGreaterThanOrEqual(0.1 - 1e-9);
          if (solved.value.by === 'balance') expect(left(watts + 1)).toBeLessThan(0.1);
        },
      ),
      { numRuns: 200 },
    );
  });

  it.each([
    ['10 × 3:00 at 115 %, 3:00 easy between', 437],
    ['5 × 3:00 at 115 %, 3:00 easy between', 441],
    ['5 × 5:00 at 110 %, 5:00 easy between', 432],
    ['10 × 1:00 at 125 %, 3:00 easy between', 512],
  ])('worked by hand for FTP and CP 400 W, W′ 20 kJ: %s comes to %i W', (text, watts) => {
    const strong = { ...FAST, ftpW: 400, fit: { cpW: 400, wPrimeJ: 20_000 }, pair: null };
    const solved = solveWatts(said(text), {
      ...strong,
      bests: [
        [60, 900],
        [300, 600],
      ],
      pmaxW: 1200,
    });
    expect(solved).toMatchObject({ ok: true, value: { watts: { value: watts } } });
  });

  it('never more for another rep, nor for a shorter rest', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 40, max: 480 }),
        fc.integer({ min: 10, max: 400 }),
        fc.integer({ min: 1, max: 200 }),
        fc.constantFrom(...RECOVERIES),
        (reps, repS, restS, shorterS, recovery) => {
          const solved = (many: number, rest: number): number => {
            const text = `15 building to 80 %, ${many} × ${repS} s at 112 %, ${rest} s easy between`;
            const found = solveWatts(said(text), { ...FAST, recovery });
            if (!found.ok) throw new Error(found.reason);
            return found.value.watts.value;
          };
          const watts = solved(reps, restS);
          expect(solved(reps + 1, restS)).toBeLessThanOrEqual(watts);
          expect(solved(reps, Math.max(1, restS - shorterS))).toBeLessThanOrEqual(watts);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('needs a model', () => {
    expect(solveWatts(said('4 × 4:00 at 112 %, 4 easy between'), INES)).toMatchObject({
      ok: false,
      reason: 'Needs a 1:00 and a 5:00 effort.',
    });
    expect(solveWatts(said('90 at 60 %'), FAST).ok).toBe(false);
  });

  it('the lower of the rider’s own numbers and the solved watts is asked for', () => {
    const session = said('5 × 4:00 at 112 %, 2:00 easy between');
    const solved = solveWatts(session, FAST);
    if (!solved.ok) throw new Error(solved.reason);
    const ways = aboveFtp(240, {
      ftpW: 262,
      pair: FAST.pair ?? null,
      bests: FAST.bests,
      goalW: 285,
    });
    const own = ways.ways.find(({ id }) => id === 'bests')?.watts?.value ?? 0;
    expect(chosenWatts(ways, solved.value)?.value).toBe(Math.min(own, solved.value.watts.value));
    expect(
      chosenWatts(aboveFtp(240, { ftpW: 262, pair: null, bests: [], goalW: null }), null)?.value,
    ).toBe(296);
  });
});

describe('fit it', () => {
  it('to 10 % of W′: a set that breaks holds, and a hair more would not', () => {
    const broken = said('6 × 3:00 at 122 %, 1:00 easy between');
    expect(sessionVerdict(broken, FAST).verdict?.word).toBe('breaks');
    const fitted = fitToBalance(broken, FAST);
    if (!fitted.ok) throw new Error(fitted.reason);
    const { balance, model } = sessionVerdict(fitted.value.plan, FAST);
    const share = (balance?.lowestJ ?? 0) / (model?.wPrimeJ ?? 1);
    expect(share).toBeGreaterThanOrEqual(0.1);
    expect(share).toBeLessThan(0.16);
    expect(fitted.value.says).toMatch(/^122 % to [\d.]+ %, 10 % of W′ left$/);
  });

  it('to a total, to a load, to a hill', () => {
    const session = said('20 easy, 3 × 15 at 88–94 %, 5 easy between, 10 down');
    const total = fitToTotal(session, 5400);
    expect(total.ok && sessionNumbers(total.value.plan, INES).totalS.value).toBe(5400);
    expect(fitToTotal(session, 3000)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('so the ends cannot fit'),
    });
    for (const wanted of [60, 75, 90, 120]) {
      const fitted = fitToLoad(session, INES, wanted);
      expect(
        fitted.ok && Math.abs(sessionNumbers(fitted.value.plan, INES).load.value - wanted),
      ).toBeLessThan(2);
    }
    const hill = fitToHill(session, { name: 'Quarry Lane', metres: 2400, gradientPercent: 7 });
    expect(hill.ok && printSentence(hill.value.plan)).toContain(
      '3 × to the top of Quarry Lane at 88–94 %, 4:30 easy between',
    );
    expect(
      fitToHill(said('90 at 60 %'), { name: 'Quarry Lane', metres: 2400, gradientPercent: 7 }).ok,
    ).toBe(false);
  });
});

describe('what a coach would pick', () => {
  it('rests by system and time of year', () => {
    const rests = (system: System, workS: number, season: Season, over: object = {}) =>
      restsFor({ system, workS, season, mostRpm: null, uphill: false, ...over }).map(
        ({ seconds, ratio }) => `${seconds} ${ratio ?? 'down'}`,
      );
    expect(rests('threshold', 480, 'base')).toEqual(['480 1:1']);
    expect(rests('threshold', 480, 'build')).toEqual(['240 2:1']);
    expect(rests('threshold', 600, 'build')).toEqual(['300 2:1']);
    expect(rests('tempo', 1200, 'base')).toEqual(['600 2:1']);
    expect(rests('ceiling', 240, 'base')).toEqual(['240 1:1']);
    expect(rests('anaerobic', 60, 'build')).toEqual(['180 1:3', '60 1:1']);
    for (const season of ['base', 'build'] as const) {
      expect(rests('sprint', 10, season)).toEqual(['30 1:3', '120 1:12']);
      expect(rests('tempo', 360, season, { mostRpm: 60 })).toEqual(['360 1:1']);
      expect(rests('anaerobic', 30, season, { mostRpm: 70 })).toEqual(['90 1:3']);
    }
    // Up a hill the rest is the way down, a minute or two.
    expect(rests('anaerobic', 45, 'base', { uphill: true })).toEqual(['60 down']);
    expect(rests('ceiling', 180, 'base', { uphill: true })).toEqual(['120 down']);
    expect(rests('ceiling', 300, 'base', { uphill: true })).toEqual(['300 1:1']);
    expect([seasonOf(null), seasonOf(20), seasonOf(16), seasonOf(0), seasonOf(-3)]).toEqual([
      'base',
      'base',
      'build',
      'build',
      'base',
    ]);
  });

  it.each([
    ['4 × 8:00 at 98–102 %, 4 easy between', 'threshold'],
    ['15 building to 90 %, 5 × 3:00 at 117 %, 3 easy between, 10 down', 'ceiling'],
    ['2 × 5 × (1:00 at 110 % and 1:00 at 90 %), 5 easy between sets', 'threshold'],
    ['20 × (15 s at 140 % and 1:45 at 75 %)', 'tempo'],
    ['10 × 1:00 at 130 %, 3 easy between', 'anaerobic'],
    ['10 × 10 s max, 50 s easy after each', 'sprint'],
    ['90 at 56–75 %', 'endurance'],
    ['2 × 20 at 76–86 %, 10 easy between', 'tempo'],
    ['45 easy', 'recovery'],
  ])('%s trains %s', (text, system) => expect(systemOf(said(text))).toBe(system));

  it('carbohydrate: burn ÷ 4, no more than the gut takes, nothing where water does', () => {
    expect(carbohydrate(600, 3600, false).value).toBe(60);
    expect(carbohydrate(180, 3600, false).value).toBe(45);
    expect(carbohydrate(900, 3600, false, 90).value).toBe(90);
    expect(carbohydrate(500, 7200, true).value).toBe(0);
    expect(carbohydrate(500, 7201, true).value).toBeGreaterThan(0);
  });
});

describe('the book', () => {
  const all = BOOK.flatMap((family) =>
    family.sessions.map((session) => [session.id, family, session] as const),
  );

  it('has every family of the handbook, each with its purpose, its use and its ladder', () => {
    // Those of the handbook's table, and the one by which the cadence slope is measured.
    expect(BOOK).toHaveLength(24);
    expect(new Set(all.map(([id]) => id)).size).toBe(all.length);
    for (const family of BOOK) {
      expect(SYSTEMS).toContain(family.system);
      for (const text of [family.purpose, family.forWhom, family.progression, family.feel])
        expect(text).toMatch(/^\S.*\.$/);
    }
  });

  it.each(all)('%s: can be given as it is, and its sentence is stable', (id, family, session) => {
    const made = planFromBook(family, session, newId);
    expect(planSchema.safeParse(made).success).toBe(true);
    expect(problemsOf(made)).toEqual([]);
    const printed = printSentence(made);
    const again = parseSentence(printed, { hills: [], ftpW: 262, newId });
    expect(again.unread).toEqual([]);
    expect(printSentence({ items: again.items })).toBe(printed);
    expect(bookRung(id)?.family).toBe(family);
  });

  it('an unfuelled ride is not given where the health screen rules it out', () => {
    const family = BOOK.find(({ id }) => id === 'unfuelled');
    const made = family?.sessions[0] && planFromBook(family, family.sessions[0], newId);
    if (!made) throw new Error('no unfuelled ride');
    const health = {
      maximal: true,
      heartRate: true,
      unfuelled: true,
      bloodSampling: true,
      minor: false,
      cautions: [],
      reasons: [],
    };
    expect(healthRefusal(made, INES, health)).toBeNull();
    expect(
      healthRefusal(made, INES, { ...health, unfuelled: false, reasons: ['Diabetes: yes.'] }),
    ).toBe('It is an unfuelled ride, which the health screen of Ines rules out. Diabetes: yes.');
  });
});
