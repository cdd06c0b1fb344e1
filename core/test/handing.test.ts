import {
  BOOK,
  cautionsOf,
  defaultWarmUp,
  expand,
  assignedTo,
  hasWarmUp,
  nameFromSets,
  parseSentence,
  type Plan,
  planFromBook,
  restsFor,
  type RiderOnDay,
  secondsOf,
  sessionNumbers,
  type Step,
  systemOf,
  SYSTEMS,
} from '@uphill/core/sessions';
import { HEALTH_QUESTIONS, healthVerdict } from '@uphill/core/rider';
import { parseLength, printLength } from '@uphill/core/units';
import { printCarbohydrate, sessionCarbohydrate } from '@uphill/core/fuel';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HILLS } from './arbitrary.ts';
import { INES, newId, plan } from './support.ts';

const DAY = '2026-11-24';
const CLEAR = healthVerdict(
  {
    date: '2026-10-01',
    answers: Object.fromEntries(HEALTH_QUESTIONS.map(({ id }) => [id, 'no' as const])),
    clearedBy: null,
    clearedOn: null,
  },
  { birthYear: 1990, sex: null },
  DAY,
);
const NO_SCREEN = healthVerdict(null, { birthYear: 1990, sex: null }, DAY);

function said(text: string, over: Partial<Plan> = {}): Plan {
  const { items, unread } = parseSentence(text, { hills: HILLS, ftpW: 262, newId });
  expect(unread).toEqual([]);
  return { ...plan(...items), ...over };
}

const EIGHTS = '15 building to 90 %, 4 × 8:00 at 98–102 %, 4:00 easy between, 10 down';

describe('what giving means for a rider', () => {
  const given = (text: string, rider: Partial<RiderOnDay> = {}, health = CLEAR) =>
    assignedTo(said(text), { ...INES, ...rider }, health);

  it('their own watts, or the effort where there are none, with the reason', () => {
    expect(given(EIGHTS)).toEqual({ work: '257–267 W', exceptions: [], refusal: null });
    expect(given(EIGHTS, { ftpW: 238 }).work).toBe('233–243 W');
    expect(given(EIGHTS, { firstName: 'Maud', hasPower: false, ftpW: null })).toMatchObject({
      work: 'RPE 7–8',
      exceptions: ['Maud has no power meter: assigned as RPE 7–8.'],
    });
    expect(given(EIGHTS, { ftpW: null }).exceptions).toEqual([
      'Ines has no FTP: assigned as RPE 7–8.',
    ]);
    // What was said in watts or by feel needs no FTP.
    expect(given('3 × 10 at rpe 7, 5 easy between', { ftpW: null }).exceptions).toEqual([]);
  });

  it('a share of the goal without a goal is taken of FTP, and said; with one it is its watts', () => {
    const climbs = '3 × 12 at 100 % of goal, 6 easy between';
    expect(given(climbs)).toMatchObject({
      work: '262 W',
      exceptions: ['Ines’s goal has no watts: its share is taken from FTP.'],
    });
    expect(given(climbs, { goalW: 285 })).toMatchObject({ work: '285 W' });
    expect(given(climbs, { goalW: 285 }).exceptions.join(' ')).not.toContain('goal has no watts');
  });

  it('what breaks for one holds for another of the same FTP', () => {
    const hard = '3 × 3:00 at 122 %, 4:00 easy between';
    const pair = (wPrimeJ: number) => ({
      cpW: 262,
      wPrimeJ,
      best60W: 262 + wPrimeJ / 60,
      best300W: 262 + wPrimeJ / 300,
    });
    const [weak, strong] = [
      given(hard, { firstName: 'Rurik', pair: pair(9000) }),
      given(hard, { firstName: 'Leila', pair: pair(26_000) }),
    ];
    expect(weak.exceptions.join(' ')).toMatch(/^For Rurik it breaks in rep \d at \d+:\d\d\.$/);
    expect(strong.exceptions).toEqual([]);
  });

  it('without a health screen it is refused above 105 %, and only there', () => {
    expect(given('5 × 3:00 at 117 %, 3:00 easy between', {}, NO_SCREEN).refusal).toContain(
      'health screen',
    );
    expect(given(EIGHTS, {}, NO_SCREEN).refusal).toBeNull();
  });
});

describe('own numbers', () => {
  const own = said('5 × 3:00 at own numbers, 3:00 easy between');
  const pair = (wPrimeJ: number) => ({
    cpW: 262,
    wPrimeJ,
    best60W: 262 + wPrimeJ / 60,
    best300W: 262 + wPrimeJ / 300,
  });
  const watts = (of: Plan, rider: Partial<RiderOnDay>) =>
    expand(of, { ...INES, ...rider }).find(({ role }) => role === 'work')?.from;

  it('are found for each rider and each length on the day: 0.95 × CP + W′ ÷ t', () => {
    expect(watts(own, { pair: pair(16_200) })).toMatchObject({
      lowW: Math.round(0.95 * (262 + 90)),
      counts: null,
    });
    expect(
      watts(said('4 × 5:00 at own numbers, 5 easy between'), { pair: pair(16_200) })?.lowW,
    ).toBe(Math.round(0.95 * (262 + 54)));
    // Two riders of the same FTP: the one with more above it is asked for more.
    expect(watts(own, { pair: pair(24_000) })?.lowW).toBeGreaterThan(
      (watts(own, { pair: pair(9000) })?.lowW ?? 0) + 50,
    );
    const once = said('2 × 3:00 at own numbers, 15 easy between');
    expect(assignedTo(once, { ...INES, pair: pair(9000) }, CLEAR).exceptions).toEqual([]);
    expect(
      watts(said('4 × 4:00 at own longer best, 4 easy between'), { bests: [[615, 291.4]] })?.lowW,
    ).toBe(291);
  });

  it('without them percent of FTP by rep length stands in, and it is said', () => {
    expect(watts(own, {})).toMatchObject({
      countedW: (118 * 262) / 100,
      counts: 'counted at 118 % of FTP: needs a 1:00 and a 5:00 effort',
    });
    expect(
      watts(said('4 × 8:00 at own numbers, 8 easy between'), { pair: pair(16_000) })?.counts,
    ).toBe('counted at 105 % of FTP: for reps up to 5:00 only');
    expect(
      watts(said('8 × 30 s at own numbers, 2:00 easy between'), { pair: pair(16_000) })?.counts,
    ).toContain('for reps of 1:00 and longer only');
    expect(assignedTo(own, INES, CLEAR).exceptions).toEqual([
      'For Ines percent of FTP is used, without numbers of their own: needs a 1:00 and a 5:00 effort.',
    ]);
    // Nobody without a power meter is asked for watts they cannot see.
    expect(assignedTo(own, { ...INES, hasPower: false, pair: pair(16_000) }, CLEAR)).toMatchObject({
      work: expect.stringMatching(/^RPE/),
    });
  });

  it('lie between what is held once for 5:00 and for 1:00, fall with the length, and wait for the health screen', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 299 }),
        fc.integer({ min: 6000, max: 30_000 }),
        (seconds, wPrimeJ) => {
          const at = (length: number) =>
            watts(said(`3 × ${length} s at own numbers`), { pair: pair(wPrimeJ) })?.countedW ?? 0;
          expect(at(seconds)).toBeGreaterThanOrEqual(at(300));
          expect(at(seconds)).toBeLessThanOrEqual(at(60));
          expect(at(seconds + 1)).toBeLessThanOrEqual(at(seconds));
        },
      ),
      { numRuns: 40 },
    );
    expect(assignedTo(own, { ...INES, pair: pair(16_000) }, NO_SCREEN).refusal).toContain(
      'health screen',
    );
    expect(systemOf(own)).toBe('ceiling');
  });
});

describe('cautions of a session', () => {
  it('stand where they apply and nowhere else', () => {
    const of = (text: string, over: Partial<Plan> = {}) => cautionsOf(said(text, over)).join(' ');
    expect(of(EIGHTS)).toBe('');
    expect(of('4 × 6:00 at 85 % 50–60 rpm, 6:00 easy between')).toContain('loads knees');
    expect(of('20 easy 50–60 rpm')).toBe('');
    for (const text of [
      '6 × 12 s max, 3:00 easy between',
      '4 × 8 at 98 %, last 15 s max, 4 easy between',
      '4 × 8 at 98 %, every 3rd max, 4 easy between',
    ])
      expect(of(text)).toContain('a quiet road');
    expect(of('6 × 12 s max, 3:00 easy between', { place: 'trainer' })).toBe(
      'Indoors: fan, water, a stable trainer.',
    );
    expect(of('60 at zone 2', { unfuelled: true })).toContain('never alone in the cold');
  });

  it('every session of the book that asks low cadence, sprints or riding unfuelled carries its caution', () => {
    for (const family of BOOK) {
      for (const session of family.sessions) {
        const made = planFromBook(family, session, newId);
        const cautions = cautionsOf(made).join(' ');
        expect([
          session.id,
          cautions.includes('unfuelled') || cautions.includes('Unfuelled'),
        ]).toEqual([session.id, made.unfuelled === true]);
        if (/max\b/.test(session.sentence) && made.place !== 'trainer')
          expect([session.id, cautions]).toEqual([
            session.id,
            expect.stringMatching(/quiet road|sprint/i),
          ]);
      }
    }
  });
});

describe('what a coach would pick', () => {
  it('rests as near to their ratio as rests are said', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SYSTEMS),
        fc.integer({ min: 3, max: 3600 }),
        fc.constantFrom('base' as const, 'build' as const),
        (system, workS, season) => {
          for (const rest of restsFor({ system, workS, season, mostRpm: null, uphill: false })) {
            const [work, pause] = (rest.ratio ?? '').split(':').map(Number) as [number, number];
            expect(
              Math.abs(rest.seconds - Math.max(10, (workS * pause) / work)),
            ).toBeLessThanOrEqual(rest.seconds >= 120 ? 15 : 5);
          }
        },
      ),
    );
  });

  it('a warm-up by hardness: sound, shorter than half an hour, below the work, and none before easy riding', () => {
    for (const system of SYSTEMS) {
      const words = defaultWarmUp(system);
      if (words === null) expect(['recovery', 'endurance']).toContain(system);
      else {
        const warm = said(`${words}, 4 × 4:00 at 118 %, 4:00 easy between`);
        expect(hasWarmUp(warm)).toBe(true);
        expect(sessionNumbers(said(words), INES).totalS.value).toBeLessThanOrEqual(1800);
        // The warm-up does not change what the session trains.
        expect(systemOf(warm)).toBe('ceiling');
      }
    }
    expect(hasWarmUp(said('4 × 4:00 at 118 %, 4:00 easy between'))).toBe(false);
  });

  it('carbohydrate to carry: never more than is burnt or the gut takes, water for easy rides up to two hours', () => {
    const carried = (text: string) => sessionCarbohydrate(sessionNumbers(said(text), INES), null);
    expect(printCarbohydrate(carried('90 at 56–75 %') ?? (undefined as never))).toBe(
      'water is enough',
    );
    expect(printCarbohydrate(carried('3 h at 56–75 %') ?? (undefined as never))).toBe('60 g/h');
    // 262 W × 50 % × 3.6 = 472 kJ an hour ÷ 4.
    expect(carried('4 × 40 at 50 % and 10 at 95 %')?.value).toBe(60);
    expect(
      sessionCarbohydrate(sessionNumbers(said(EIGHTS), { ...INES, ftpW: null, bests: [] }), null),
    ).toBeNull();
    // Without watts it is reckoned by effort: 58 kg, three hours of Endurance at RPE 3 to 4, 6.25 kcal a kilo and hour.
    const maud = sessionNumbers(said('3 h at rpe 3'), {
      ...INES,
      ftpW: null,
      bests: [],
      hasPower: false,
    });
    expect(sessionCarbohydrate(maud, 58)?.value).toBe(60);
    expect(sessionCarbohydrate(maud, 40)?.value).toBeCloseTo((40 * 5.5) / 4, 6);
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 300 }),
        fc.integer({ min: 40, max: 105 }),
        (minutes, share) => {
          const asks = sessionNumbers(said(`${minutes} min at ${share} %`), INES);
          const carried = sessionCarbohydrate(asks, null);
          const burnt = (asks.energyKj?.value ?? 0) / (asks.totalS.value / 3600) / 4;
          expect(carried?.value).toBeLessThanOrEqual(Math.min(60, burnt) + 1e-9);
          if (minutes > 120) expect(carried?.value).toBeCloseTo(Math.min(60, burnt), 9);
        },
      ),
    );
  });
});

describe('how long a step lasts', () => {
  it('is in the name too: a time, until lap, or the hill', () => {
    const name = (text: string) => nameFromSets(said(text));
    expect(name('20 easy, 6 × to the top of Quarry Lane at 105 %, 6:00 roll down between')).toBe(
      '6 × Quarry Lane at 105 %',
    );
    expect(name('until lap about 40:00 at zone 2')).toBe('until lap about 40:00 at zone 2');
    expect(name('10 easy, to the top of Salt Road at 95 %, 10 down')).toBe('Salt Road at 95 %');
    expect(name('5 × 3:00 at own numbers, 3:00 easy between')).toBe('5 × 3:00 at own numbers');
  });

  it('is read as it is printed, for times, laps and hills', () => {
    const length = fc.oneof(
      fc.integer({ min: 1, max: 86_400 }).map((seconds) => ({ kind: 'time' as const, seconds })),
      fc.integer({ min: 1, max: 86_400 }).map((expectedS) => ({ kind: 'lap' as const, expectedS })),
      fc.constantFrom(...HILLS).map((hill) => ({ kind: 'hill' as const, ...hill })),
    );
    fc.assert(
      fc.property(length, (each) => {
        expect(parseLength(printLength(each), HILLS)).toEqual({ ok: true, value: each });
      }),
    );
    expect(parseLength('to the top of Mill Rise', HILLS)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('Your hills: Quarry Lane, Quarry, Salt Road.'),
    });
    expect(parseLength('top of the quarry lane', HILLS)).toMatchObject({ ok: false });
    expect(parseLength('until lap, about soon', HILLS).ok).toBe(false);
  });

  it('a hill takes less time with more watts and less mass, and a rep of it as long as the road says', () => {
    const climb = said('to the top of Salt Road at 100 %').items[0] as Step;
    fc.assert(
      fc.property(
        fc.integer({ min: 150, max: 350 }),
        fc.integer({ min: 45, max: 95 }),
        (ftpW, massKg) => {
          const seconds = (over: Partial<RiderOnDay>) =>
            secondsOf(climb, { ...INES, ftpW, massKg, ...over });
          expect(seconds({ ftpW: ftpW + 10 })).toBeLessThan(seconds({}));
          expect(seconds({ massKg: massKg + 5 })).toBeGreaterThan(seconds({}));
          expect(expand(plan(climb), { ...INES, ftpW, massKg })[0]?.seconds).toBe(seconds({}));
        },
      ),
    );
    // Nobody's mass known: a usual one, and never no time at all.
    expect(secondsOf(climb, { ...INES, massKg: null, ftpW: null, bests: [] })).toBeGreaterThan(
      1800,
    );
  });
});
