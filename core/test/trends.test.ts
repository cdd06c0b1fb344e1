import { anotherTemplate, TEMPLATES } from '@uphill/core/season';
import { problemsOf } from '@uphill/core/sessions';
import {
  blockReview,
  findRoad,
  heartPieces,
  lateBlock,
  lateEfforts,
  lateEffortsOf,
  legsOf,
  type RideLegs,
  sayBeat,
  sayDrift,
  sayFamily,
  sayHeart,
  sayLegs,
  sayRoad,
  slopeOf,
  tiredLegs,
  type TrendRide,
  trendsOf,
  workedCadence,
  workedDrift,
  workedMonth,
  workedOff,
} from '@uphill/core/review';
import { massIn } from '@uphill/core/units';
import { assert, constant, double, integer, property, tuple, array as list } from 'fast-check';
import { describe, expect, it } from 'vitest';

const SPAN = { from: '2026-09-01', to: '2026-11-30' };
const dayOf = (day: number): string =>
  new Date(Date.UTC(2026, 8, 1 + day)).toISOString().slice(0, 10);

/** A threshold set on a day of the span, or a ride without one. */
function ride(day: number, mean: number | null, over: Partial<TrendRide> = {}): TrendRide {
  const set = mean === null ? null : { reps: 4, riddenS: 1920, mean, meanW: mean, meanBpm: 160 };
  return {
    ...{ rideId: `ride ${day}`, date: dayOf(day), kind: 'session', source: 'crank' },
    ...{ position: '', family: mean === null ? null : 'threshold', name: '', headline: null },
    ...{ says: null, rpe: 7, movingS: 3600, meanW: 200, meanBpm: 150, energyKj: 720 },
    ...over,
    trend: {
      ...{ pieces: [], drift: null, beat: null, legs: null, meant: null, bests: [], domains: null },
      ...{
        smooth: null,
        load: 60,
        ftpW: 260,
        expectedRpe: 6.5,
        startBpm: null,
        celsius: null,
        roads: [],
      },
      ...{ hills: [], metres: null, placed: false, set },
      ...over.trend,
    },
  };
}

/** Four steady minutes of a heart that needs so many beats more than 70 + 0.4 × W. */
const heart = (off = 0): TrendRide['trend']['pieces'] =>
  [150, 170, 190, 210].map((watts) => [watts, (70 + 0.4 * watts) * (1 + off / 100), 90]);
const beating = (day: number, off = 0, more: Partial<TrendRide> = {}): TrendRide =>
  ride(day, null, {
    ...more,
    trend: { ...ride(day, null).trend, ...more.trend, pieces: heart(off) },
  });

describe('the same set over time', () => {
  const climbing = [0, 10, 20, 30, 40, 50].map((day) => ride(day, 250 + day / 5));

  it('is a line from five on, whatever the order in which the rides are given', () => {
    const shown = trendsOf([...climbing].reverse(), SPAN).families;
    expect(shown).toEqual(trendsOf(climbing, SPAN).families);
    expect(shown[0]?.slope?.perMonth).toBeCloseTo(30.44 / 5, 6);
    expect(sayFamily(shown[0]!, 'W')).toMatch(/^\+6.1 ± 0 W a month: real\.$/);
  });

  it('is not compared over another meter, another position or other weather', () => {
    const warm = { trend: { ...ride(0, 250).trend, celsius: 31 } };
    const others = [
      ride(0, 300, { source: 'pedals' }),
      ride(10, 300, { position: 'low' }),
      { ...ride(20, 300), trend: { ...ride(20, 300).trend, ...warm.trend, celsius: 31 } },
      ...[30, 40, 50].map((day) => ({
        ...ride(day, 250),
        trend: { ...ride(day, 250).trend, celsius: 18 },
      })),
    ];
    const [family] = trendsOf(others, SPAN).families;
    expect(family?.sets.map(({ apart }) => apart !== null)).toEqual([
      ...[true, true, true, false, false, false],
    ]);
    expect(family?.change).toMatchObject({ percent: 0, worth: 'cannot tell yet' });
    expect(sayFamily(family!, 'W')).toContain('3 are shown and not compared: another source');
  });

  it('of one set says that there is nothing to compare', () => {
    const [family] = trendsOf([ride(5, 250)], SPAN).families;
    expect(sayFamily(family!, 'W')).toBe('One set to compare so far.');
  });

  it('a slope turns with its points and does not hang on where days begin', () => {
    assert(
      property(
        list(tuple(integer({ min: 0, max: 300 }), double({ min: 100, max: 400, noNaN: true })), {
          minLength: 5,
          maxLength: 30,
        }),
        integer({ min: -1000, max: 1000 }),
        (points, later) => {
          const one = slopeOf(points);
          const moved = slopeOf(points.map(([day, watts]) => [day + later, -watts] as const));
          if (!one.ok || !moved.ok) return one.ok === moved.ok;
          expect(moved.value.perMonth).toBeCloseTo(-one.value.perMonth, 5);
          expect(moved.value.plusMinus).toBeCloseTo(one.value.plusMinus, 5);
          return true;
        },
      ),
    );
  });
});

describe('the heart beside its line', () => {
  const usual = [0, 4, 8, 12, 16].map((day) => beating(day));

  it('a fortnight of heat is said of its own days, and makes none of the cooler weeks after it tired', () => {
    const at = (day: number, percent: number, celsius: number): TrendRide =>
      beating(day, percent, { trend: { ...ride(0, null).trend, celsius } });
    const rides = [
      ...[0, 4, 8, 12, 16].map((day) => at(day, 0, 15)),
      ...[20, 22, 24, 26, 28, 30, 32].map((day) => at(day, 9, 33)),
      ...[36, 40, 44, 48].map((day) => at(day, 0, 16)),
    ];
    const { heart } = trendsOf(rides, { from: dayOf(0), to: dayOf(60) });
    const hot = heart.filter(({ date }) => date >= dayOf(20) && date <= dayOf(32));
    const cool = heart.filter(({ date }) => date >= dayOf(36));
    expect(hot.map(({ word }) => word)).toEqual(hot.map(() => 'hot, dry, ill or nervous'));
    for (const { offPercent } of cool) expect(Math.abs(offPercent)).toBeLessThan(1);
    expect(cool).toHaveLength(4);
  });

  it('a hot, ill or nervous day stands out, and says what else was other than usual', () => {
    const rides = [...usual, beating(20, 8, { trend: { ...ride(0, null).trend, celsius: 32 } })];
    const mild = rides.map((each, at) =>
      at < 5 ? { ...each, trend: { ...each.trend, celsius: 17, startBpm: 90 } } : each,
    );
    const last = mild.at(-1)!;
    const nervous = [...mild.slice(0, -1), { ...last, trend: { ...last.trend, startBpm: 120 } }];
    const point = trendsOf(nervous, SPAN).heart.at(-1);
    expect(point).toMatchObject({ word: 'hot, dry, ill or nervous' });
    expect(point?.offPercent).toBeCloseTo(8, 6);
    expect(point?.beside).toEqual(['32 °C, usually 17', 'first time']);
  });

  it('is read by the rider’s own cadence slope for half a year, and not with sore knees', () => {
    /** Turned 20 rpm quicker than usual, which costs this rider 4 beats for each 10. */
    const quick = (day: number): TrendRide => {
      const own = beating(day);
      const pieces = own.trend.pieces.map(([watts, bpm]): [number, number, number] => [
        ...([watts, bpm + 8, 110] as const),
      ]);
      return { ...own, trend: { ...own.trend, pieces } };
    };
    const measured = (day: number, pain: number | null): TrendRide => ({
      ...ride(day, null, { family: 'three-cadences', pain }),
      trend: {
        ...ride(day, null).trend,
        pieces: [[150, 118, 88], ...([60, 80, 100] as const).map(rpmBpm)],
      },
    });
    const rpmBpm = (rpm: number): [number, number, number] => [203, 110 + 0.4 * rpm, rpm];
    const offOf = (...before: TrendRide[]) =>
      trendsOf([...before, ...usual, quick(20)], SPAN).heart.at(-1);
    const plain = offOf();
    expect(plain?.offPercent).toBeGreaterThan(5);
    const read = offOf(measured(-50, null));
    expect(read?.offPercent).toBeCloseTo(0, 6);
    expect(workedOff(read!).lines).toContainEqual({
      label: 'Each piece as at the usual 90 rpm',
      figure: '4 bpm for 10 rpm',
    });
    // 70 + 0.4 × 180 W, and 8 beats that were the cadence's.
    expect(workedOff(read!).lines.map(({ figure }) => figure)).toEqual(
      expect.arrayContaining(['150 bpm', '142 bpm']),
    );
    expect(offOf(measured(-50, 2))?.offPercent).toBe(plain?.offPercent);
    expect(offOf(measured(-161, null))?.offPercent).toBe(plain?.offPercent);
    const slope = workedCadence(measured(0, null));
    expect(slope.ok && slope.value.value).toBeCloseTo(4, 9);
    expect([measured(0, 2), quick(0)].map(workedCadence)).toMatchObject([
      { ok: false, reason: 'there was pain: sore knees ride otherwise' },
      { ok: false, reason: expect.stringMatching(/^three steady blocks at the same watts/) },
    ]);
  });

  it('asks the log which of hot, dry, ill or nervous it may be', () => {
    const high = (over: Partial<TrendRide>) =>
      trendsOf([...usual, beating(20, 8, over)], SPAN).heart.at(-1)?.beside;
    expect(high({ sleepH: 4.5, massOffKg: -0.8 })).toEqual([
      ...["0.8 kg under the week's median", 'slept 4.5 h'],
    ]);
    expect(high({ sleepH: 7.5, massOffKg: 0.3 })).toEqual([]);
  });

  it('one ride a month, another source, or none with watts make no line', () => {
    const monthly = [0, 30, 60, 90].map((day) => beating(day));
    expect(trendsOf(monthly, { ...SPAN, to: '2026-12-31' }).heart).toEqual([]);
    expect(
      trendsOf([...usual, beating(20, 8, { source: 'pedals' })], SPAN).heart.at(-1)?.date,
    ).not.toBe(dayOf(20));
    expect(sayHeart([])).toMatch(/^No usual line yet/);
  });

  it('a strap that counts the feet is no heart', () => {
    const steady = (bpm: number) => ({
      watts: Array<number>(400).fill(200),
      bpm: Array<number>(400).fill(bpm),
      rpm: Array<number>(400).fill(90),
    });
    expect(heartPieces(steady(90))).toEqual([]);
    expect(heartPieces(steady(140))).toEqual([{ watts: 200, bpm: 140, rpm: 90 }]);
  });
});

describe('watts per heartbeat', () => {
  it('is not compared over another meter: a new one makes nobody fitter', () => {
    const steady = (day: number, meanW: number, source: string) =>
      ride(day, null, {
        source,
        trend: { ...ride(day, null).trend, beat: { minutes: 60, meanW, meanBpm: 130 } },
      });
    const old = [0, 3, 6, 9, 12].map((day) => steady(day, 150, 'trainer'));
    const fresh = [20, 23, 26, 29, 32].map((day) => steady(day, 165, 'pedal'));
    const { beat } = trendsOf([...old, ...fresh], SPAN);
    expect(sayBeat(beat)).toBe(
      '0 ± 0 W per heartbeat a month: cannot tell yet. 5 shown and not compared: another source of power.',
    );
  });
});

describe('tired legs', () => {
  it('every effort stands at the step of the work before it, and none is better than the ride', () => {
    assert(
      property(
        list(integer({ min: 0, max: 500 }), { minLength: 70, maxLength: 400 }),
        constant(4),
        (watts, massKg) => {
          const [minute] = legsOf(watts, massKg);
          const best = Math.max(...minute.map((each) => each ?? 0));
          const means = watts
            .slice(0, watts.length - 59)
            .map((_, at) => watts.slice(at, at + 60).reduce((sum, each) => sum + each, 0) / 60);
          expect(best).toBeCloseTo(Math.max(...means), 6);
          // What was ridden earlier that day moves all of it up.
          expect(legsOf(watts, massKg, 1000)[0].slice(0, 3)).toEqual([null, null, null]);
        },
      ),
    );
  });

  it('are trained by one block in the last hour of a long ride', () => {
    let id = 0;
    for (const hasGoal of [true, false]) {
      const plan = lateBlock(hasGoal, () => String((id += 1)));
      expect(problemsOf(plan)).toEqual([]);
      expect(plan.items).toHaveLength(3);
    }
  });

  it('are told where efforts were meant: of riders who fade, and not of those who do not, nor by ordinary sets', () => {
    const legs = (fresh: number, late: number): RideLegs => [
      [fresh, null, null, late],
      [fresh * 0.6, null, null, late * 0.6],
      [fresh * 0.5, null, null, late * 0.5],
    ];
    const told = (late: readonly number[], race: boolean, meant: boolean) =>
      tiredLegs(
        late.map((percent, ride) => {
          const ridden = legs(400, 4 * percent);
          return { daysAgo: 10 * ride, legs: ridden, race, meant: meant ? ridden : null };
        }),
      ).map(({ fadesLate, steps }) => (steps[3] === null ? 'not asked' : fadesLate));
    const scatter = integer({ min: -2, max: 2 });
    assert(
      property(list(scatter, { minLength: 3, maxLength: 6 }), (off) => {
        const around = (percent: number): number[] => off.map((each) => percent + each);
        const all = (what: unknown): unknown[] => [what, what, what];
        expect(told(around(86), false, true)).toEqual(all(true));
        expect(told(around(98), false, true)).toEqual(all(false));
        expect(told(around(86), true, false).slice(0, 2)).toEqual([true, true]);
        expect(told(around(80), false, false)).toEqual(all('not asked'));
      }),
    );
    // What a ride's page says of it is what the trends count.
    const rides = [96, 91, 88].map((percent, at) => ({
      ...{ daysAgo: 9 * at, legs: legs(400, 4 * percent), race: at > 0, meant: null },
    }));
    const shown = tiredLegs(rides);
    const said = rides.flatMap((one) => lateEffortsOf(one, shown));
    for (const { seconds, bestOfYear, steps } of shown) {
      const own = said.filter((each) => each.seconds === seconds);
      expect(own).toHaveLength(steps[3]?.efforts ?? 0);
      expect(Math.max(...own.map(({ percent }) => percent))).toBe(steps[3]?.percent);
      for (const { watts, percent } of own) expect(watts).toBeCloseTo((percent * bestOfYear) / 100);
    }
    expect(sayLegs(tiredLegs([]))).toMatch(/^Not asked this late/);
    let id = 0;
    expect(problemsOf(lateEfforts(() => String((id += 1))))).toEqual([]);
  });

  it('says so where no ride was that long', () => {
    expect(sayLegs(trendsOf([ride(0, 250)], SPAN).legs)).toMatch(/^Not asked this late/);
  });
});

describe('the curve', () => {
  const with20 = (day: number, watts: number, kind = 'free') =>
    ride(day, null, {
      kind,
      trend: { ...ride(day, null).trend, bests: Array<number>(11).fill(watts) },
    });

  it('tells a new best with the old one; far over it the meter is asked first, but not after a test', () => {
    const of = (kind: string) =>
      trendsOf([with20(0, 200), with20(10, 230, kind)], SPAN).curve.bests;
    expect(
      of('free')
        .filter(({ checkMeter }) => checkMeter)
        .map(({ seconds }) => seconds),
    ).toEqual([...[180, 300, 480, 600, 1200, 1800, 3600]]);
    expect(of('test').some(({ checkMeter }) => checkMeter)).toBe(false);
    expect(of('free')[0]).toMatchObject({ watts: 230, oldW: 200, oldDate: dayOf(0) });
  });

  it('names what was not asked for 60 days', () => {
    const { notAsked } = trendsOf([with20(0, 250), with20(80, 200)], SPAN).curve;
    expect(notAsked).toHaveLength(11);
    expect(trendsOf([with20(40, 250), with20(80, 200)], SPAN).curve.notAsked).toEqual([]);
  });
});

describe('a block that is over', () => {
  const best = (day: number, at: Partial<Record<number, number>>) =>
    ride(day, 250, {
      family: 'threshold-longer',
      trend: {
        ...ride(day, 250).trend,
        bests: [5, 15, 30, 60, 180, 300, 480, 600, 1200, 1800, 3600].map((s) => at[s] ?? null),
      },
    });
  const before = best(0, { 60: 450, 300: 300, 1200: 260, 3600: 240 });
  const review = (late: Partial<Record<number, number>>) =>
    blockReview([before, best(10, late), best(31, late)], {
      ...{ from: dayOf(7), weeks: 4, family: 'threshold-longer' },
    });

  it('moved as meant, elsewhere, or not at all', () => {
    expect(review({ 60: 452, 300: 303, 1200: 272, 3600: 245 })).toMatchObject({
      ...{ says: 'moved as meant', first: { date: dayOf(10) }, last: { date: dayOf(31) } },
      trained: [{ system: 'threshold', minutes: 64 }],
    });
    expect(review({ 60: 480, 300: 303, 1200: 262 }).says).toBe('moved elsewhere');
    expect(review({ 60: 452, 300: 280, 1200: 262 }).says).toBe('did not move');
    expect(review({}).says).toBeNull();
  });
});

describe('the same road', () => {
  /** North at 5 m a second, from so many seconds before the road's foot; `east` of it by so many metres. */
  const ridden = (seconds: number, { before = 100, east = 0, back = false } = {}) => {
    const metre = 1 / 111_195;
    const latitude = Array.from({ length: seconds }, (_, at) => {
      const metres = (at - before) * 5;
      return 47 + (back ? 2000 - metres : metres) * metre;
    });
    const longitude = latitude.map(() => 11 + (east * metre) / Math.cos((47 * Math.PI) / 180));
    return { latitude, longitude };
  };
  const end = ridden(1, { before: -400 });
  const road = {
    ...{ startLat: 47, startLon: 11, endLat: end.latitude[0] ?? 0, endLon: 11, metres: 2000 },
  };

  it('is found by its ends and its length, once for each time that it was ridden', () => {
    expect(findRoad(ridden(700), road)).toEqual([{ startS: 100, endS: 500 }]);
    const twice = {
      latitude: [...ridden(600).latitude, ...ridden(600).latitude],
      longitude: [...ridden(600).longitude, ...ridden(600).longitude],
    };
    expect(findRoad(twice, road).map(({ startS }) => startS)).toEqual([100, 700]);
  });

  it('is not another one beside it, the other way round, or one of another length', () => {
    expect(findRoad(ridden(700, { east: 45 }), road)).toHaveLength(1);
    expect(findRoad(ridden(700, { east: 55 }), road)).toEqual([]);
    expect(findRoad(ridden(700, { back: true }), road)).toEqual([]);
    expect(findRoad(ridden(700), { ...road, metres: 2000 * 1.08 })).toEqual([]);
    expect(findRoad(ridden(300), road)).toEqual([]);
    const lost = ridden(700).latitude.map(() => null);
    expect(findRoad({ latitude: lost, longitude: lost }, road)).toEqual([]);
  });
});

describe('the same road', () => {
  const over = (day: number, more: Partial<TrendRide['trend']>, of: Partial<TrendRide> = {}) =>
    ride(day, null, { ...of, trend: { ...ride(day, null).trend, ...more } });

  it('is a hill of a session, each time its quickest', () => {
    const rep = { name: 'Quarry Lane', metres: 2400, startS: 900, meanW: 250, meanBpm: 160 };
    const [road] = trendsOf(
      [0, 7, 14, 21, 28].map((day) =>
        over(day, {
          hills: [500, 480 - day].map((seconds) => ({ ...rep, seconds })),
        }),
      ),
      SPAN,
    ).roads;
    expect(road).toMatchObject({ key: 'Quarry Lane', by: 'hill', metres: 2400, of: 'seconds' });
    expect(road?.rides.map(({ seconds, best }) => [seconds, best])).toEqual([
      ...[480, 473, 466, 459].map((seconds) => [seconds, false]),
      [452, true],
    ]);
    expect(sayRoad(road!)).toBe('−30.4 ± 0 s a month: real.');
  });

  it('is, without places, the same session at the same length; with them it waits for a name', () => {
    const loop = { name: 'Fen Loop', family: 'endurance', movingS: 7200 };
    const roads = (...rides: TrendRide[]) => trendsOf(rides, SPAN).roads;
    expect(roads(over(0, {}, loop))).toEqual([]);
    const [road] = roads(
      over(0, {}, { ...loop, meanW: 150 }),
      over(7, {}, { ...loop, meanW: 155, movingS: 7300 }),
      over(10, {}, { ...loop, movingS: 5400 }),
      over(14, {}, { ...loop, meanW: 160 }),
    );
    expect(road).toMatchObject({ key: 'Fen Loop', by: 'session', of: 'watts', metres: null });
    expect(road?.rides.map(({ meanW, best }) => [meanW, best])).toEqual([
      ...[150, 155].map((watts) => [watts, false]),
      [160, true],
    ]);
    // A hot day is shown, and is nobody's best.
    const hot = over(9, { celsius: 33 }, { ...loop, meanW: 190 });
    const mild = [0, 5, 14].map((day) => over(day, { celsius: 15 }, { ...loop, meanW: 150 + day }));
    const bests = roads(...mild.slice(0, 2), hot, ...mild.slice(2))[0]?.rides.filter(
      (ride) => ride.best,
    );
    expect(bests?.map(({ meanW }) => meanW)).toEqual([164]);
    const far = over(0, { metres: 50_000 }, loop);
    expect(roads(far, over(7, { metres: 50_900 }, { ...loop, movingS: 6600 }))[0]).toMatchObject({
      ...{ of: 'seconds', metres: 50_900 },
    });
    expect(roads(far, over(7, { metres: 60_000 }, loop))).toEqual([]);
    expect(roads(...[0, 7].map((day) => over(day, { placed: true }, loop)))).toEqual([]);
  });
});

describe('a month', () => {
  it('has the mass that was weighed in it, where it is shown', () => {
    const masses = [61, 60.4, 60.6].map((kg, day) => ({ date: dayOf(day), kg }));
    const months = trendsOf([ride(3, 250)], SPAN, masses).months;
    expect(months.map(({ massKg }) => massKg)).toEqual([60.6]);
    expect(trendsOf([ride(3, 250)], SPAN).months[0]?.massKg).toBeNull();
  });

  it('tells of each figure what it was reckoned of, in the coach’s unit of mass', () => {
    const easy = (day: number, drift: TrendRide['trend']['drift']): TrendRide =>
      ride(day, null, {
        trend: { ...ride(day, null).trend, domains: [2700, 900, 0], load: 50, drift },
      });
    const days = [easy(3, drifted(3)), easy(5, drifted(7)), easy(9, null)];
    const masses = [{ date: dayOf(4), kg: 61 }];
    const [month] = trendsOf(days, SPAN, masses, 'lb').months;
    const printMass = (kg: number) => `${Math.round(massIn(kg, 'lb'))} lb`;
    const { lines } = workedMonth(month!, { before: month, yearBefore: undefined, printMass });
    const told = Object.fromEntries(lines.map(({ label, figure }) => [label, figure]));
    expect(told).toMatchObject({
      'Load, sum of 3 rides': '150',
      Easy: '2:15:00 of 3:00:00 = 75 %',
      'Heart drift, median of 2 rides': '5 %',
      'Mass, median of 1 entry': '134 lb',
      'Load beside the month before': '0',
    });
    expect(Object.keys(told)).not.toContain('Smoothness, median of 0 rides');
  });
});

const drifted = (percent: number): NonNullable<TrendRide['trend']['drift']> => ({
  ...{ says: 'durable', percent, seconds: 4800 },
  halves: [200, 140, 200, 140 * (1 + percent / 100)],
});

describe('heart drift', () => {
  it('is that of any steady ride, with an Endurance stretch or not, and its halves make it', () => {
    const steady = (day: number, drift: TrendRide['trend']['drift']): TrendRide =>
      ride(day, null, { trend: { ...ride(day, null).trend, drift } });
    const restless = { says: 'not steady', percent: null, seconds: null, halves: null };
    const { drift, beat } = trendsOf(
      [steady(0, drifted(6)), steady(4, restless), steady(8, null), steady(12, drifted(2))],
      SPAN,
    );
    expect(beat).toEqual([]);
    expect(drift.map(({ date }) => date)).toEqual([dayOf(0), dayOf(12)]);
    expect(sayDrift(drift)).toBe(
      '1 of 2 steady rides stayed under 5 %, the longest 1:20:00 after its first 10:00; the last one +2 %.',
    );
    expect(
      workedDrift(drift[0]!)
        .lines.slice(1, 3)
        .map(({ figure }) => figure),
    ).toEqual(['200 W ÷ 140 bpm = 1.429', '200 W ÷ 148.4 bpm = 1.348']);
  });
});

describe('another template', () => {
  it('is never the one that did not move it, and asks for something else', () => {
    for (const { id, blocks } of TEMPLATES) {
      const [system] = blocks.flatMap((block) => block.system ?? []);
      if (!system) continue;
      const other = anotherTemplate([system, system], null);
      expect(other.id).not.toBe(id);
      expect(other.blocks.find((block) => block.system !== null)?.system).not.toBe(system);
    }
    const [least, most] = anotherTemplate(['anaerobic'], 15).weeks;
    expect(least <= 15 && most >= 15).toBe(true);
  });
});
