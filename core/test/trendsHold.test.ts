/** What holds of trends whatever was ridden. */
import { type TrendRide, trendByEffort, trendsOf } from '@uphill/core/review';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';

const FIRST = Date.UTC(2026, 0, 1);
const DAY_MS = 86_400_000;
const dayOf = (day: number): string => new Date(FIRST + day * DAY_MS).toISOString().slice(0, 10);
const SPAN = { from: dayOf(60), to: dayOf(200) };
const FTP_W = 250;

/** A minute out of a steady stretch: watts, beats and cadence. */
const piece = fc.tuple(
  fc.double({ min: 130, max: 255, noNaN: true }),
  fc.double({ min: 110, max: 180, noNaN: true }),
  fc.option(fc.double({ min: 60, max: 105, noNaN: true })),
);

const someRide = fc
  .record({
    day: fc.integer({ min: 0, max: 200 }),
    pieces: fc.array(piece, { minLength: 1, maxLength: 6 }),
    rpe: fc.option(fc.integer({ min: 1, max: 10 })),
    source: fc.constantFrom('crank', 'crank', 'crank', 'pedal'),
    celsius: fc.option(fc.integer({ min: -5, max: 38 })),
    startBpm: fc.option(fc.integer({ min: 60, max: 150 })),
    family: fc.constantFrom(null, null, 'threshold-longer', 'ceiling'),
    mean: fc.double({ min: 150, max: 320, noNaN: true }),
    beat: fc.option(
      fc.tuple(fc.integer({ min: 120, max: 190 }), fc.integer({ min: 110, max: 150 })),
    ),
    bestW: fc.option(fc.integer({ min: 200, max: 330 })),
  })
  .map(({ day, pieces, beat, mean, bestW, celsius, startBpm, ...said }) => ({
    ...said,
    ...{ date: dayOf(day), kind: 'session', position: '', name: '', headline: null, says: null },
    ...{ movingS: 3600, meanW: 180, meanBpm: 140, energyKj: 650 },
    trend: {
      ...trendByEffort(60, 5),
      ...{ pieces, celsius, startBpm, ftpW: FTP_W, expectedRpe: 6 },
      beat: beat && { minutes: 40, meanW: beat[0], meanBpm: beat[1] },
      bests: Array<number | null>(11).fill(bestW),
      set:
        said.family === null ? null : { reps: 4, riddenS: 1920, mean, meanW: mean, meanBpm: 160 },
    },
  }));

const rides = fc
  .array(someRide, { minLength: 12, maxLength: 60 })
  .map((all): TrendRide[] =>
    all
      .sort((one, other) => (one.date < other.date ? -1 : Number(one.date > other.date)))
      .map((each, at) => ({ ...each, rideId: `ride ${at}` })),
  );

/** A rider with these watts throughout times so much. */
function stronger(ride: TrendRide, times: number): TrendRide {
  const { trend } = ride;
  return {
    ...ride,
    trend: {
      ...trend,
      pieces: trend.pieces.map(([watts, bpm, rpm]) => [watts * times, bpm, rpm]),
      ftpW: trend.ftpW === null ? null : trend.ftpW * times,
      bests: trend.bests.map((best) => (best === null ? null : best * times)),
      set: trend.set && { ...trend.set, mean: (trend.set.mean ?? 0) * times },
    },
  };
}

const close = (one: number, other: number): boolean =>
  Math.abs(one - other) <= 1e-6 * Math.max(1, Math.abs(one));

describe('whatever was ridden', () => {
  it('what a ride said of the heart is not changed by rides after it', () => {
    fc.assert(
      fc.property(rides, fc.integer({ min: 70, max: 190 }), (all, day) => {
        const until = all.filter(({ date }) => date <= dayOf(day));
        const then = trendsOf(until, SPAN).heart;
        const now = trendsOf(all, SPAN).heart.filter(({ date }) => date <= dayOf(day));
        expect(now).toEqual(then);
      }),
    );
  });

  it('a ride after the span is not looked at', () => {
    fc.assert(
      fc.property(rides, someRide, (all, other) => {
        const later = { ...other, rideId: 'later', date: dayOf(201) };
        expect(trendsOf([later, ...all], SPAN)).toEqual(trendsOf(all, SPAN));
      }),
    );
  });

  it('a stronger rider with the same heart has the same offs, and slopes and bests in proportion', () => {
    fc.assert(
      fc.property(rides, fc.double({ min: 0.5, max: 2, noNaN: true }), (all, times) => {
        const [one, other] = [all, all.map((ride) => stronger(ride, times))].map((each) =>
          trendsOf(each, SPAN),
        );
        if (!one || !other) return;
        // A piece at the very edge of 50 or 105 % of FTP may fall to either side.
        const edge = all.some(({ trend }) =>
          trend.pieces.some(([watts]) => [0.5, 1.05].some((share) => close(watts, share * FTP_W))),
        );
        if (!edge) {
          expect(other.heart.map(({ rideId }) => rideId)).toEqual(
            one.heart.map(({ rideId }) => rideId),
          );
          for (const [at, point] of one.heart.entries())
            expect(other.heart[at]?.offPercent).toBeCloseTo(point.offPercent, 6);
        }
        for (const [at, { slope }] of one.families.entries())
          if (slope)
            expect(close((other.families[at]?.slope?.perMonth ?? 0) / times, slope.perMonth)).toBe(
              true,
            );
      }),
    );
  });

  it('noise is never under 1.5 %, and a word needs five per cent or twice the noise', () => {
    fc.assert(
      fc.property(rides, (all) => {
        const rpeOf = new Map(all.map(({ rideId, rpe }) => [rideId, rpe]));
        for (const { rideId, offPercent, noisePercent, word } of trendsOf(all, SPAN).heart) {
          expect(noisePercent).toBeGreaterThanOrEqual(1.5);
          const isLow = offPercent <= -2 * noisePercent;
          if (offPercent < 5 && offPercent > -5 && !isLow) expect(word).toBe('as usual');
          if (word === 'fitter') expect(isLow).toBe(true);
          if (word === 'tired') expect(rpeOf.get(rideId)).toBeGreaterThanOrEqual(7);
        }
      }),
    );
  });

  it('months hold every ride once, and their sets and hours are those of the rides', () => {
    fc.assert(
      fc.property(rides, (all) => {
        const { months } = trendsOf(all, SPAN);
        const sum = (of: (month: (typeof months)[number]) => number) =>
          months.reduce((total, month) => total + of(month), 0);
        expect(sum((month) => month.rides)).toBe(all.length);
        expect(sum((month) => month.hours)).toBeCloseTo(all.length, 9);
        expect(sum((month) => month.sets)).toBe(all.filter(({ trend }) => trend.set).length);
        expect([...months].sort((a, b) => (a.month < b.month ? -1 : 1))).toEqual(months);
      }),
    );
  });

  it('a new best is over every one of the year before it, and told once for its length', () => {
    fc.assert(
      fc.property(rides, (all) => {
        const { bests } = trendsOf(all, SPAN).curve;
        expect(new Set(bests.map(({ seconds }) => seconds)).size).toBe(bests.length);
        for (const { date, watts, oldW } of bests) {
          const before = all.filter((ride) => ride.date < date);
          expect(oldW).toBe(Math.max(...before.map(({ trend }) => trend.bests[0] ?? 0)));
          expect(watts).toBeGreaterThanOrEqual(oldW + 1);
        }
      }),
    );
  });
});
