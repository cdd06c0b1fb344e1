import { stopsOf } from '@uphill/core/power';
import {
  keptOf,
  keptReadingSchema,
  readRide,
  rideTrend,
  rideTrendSchema,
  type RideToRead,
  sayVerdict,
  suggest,
  suggestionSchema,
  trendsOf,
  type TrendRide,
  USUAL_LIMITS,
} from '@uphill/core/review';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MADE_FOR, makeRide, sets, type Ways, waysToRide } from './made.ts';

/** What holds of any recording, however odd: it is read, and every figure is a number. */

type Watts = readonly (number | null)[];

/** Something between nothing and nonsense, of so many seconds. */
const stretch: fc.Arbitrary<Watts> = fc
  .tuple(
    fc.integer({ min: 1, max: 1500 }),
    fc.constantFrom<(at: number) => number | null>(
      () => 0,
      () => null,
      () => 3000,
      () => 260,
      (at) => at % 3000,
      (at) => (at % 2 === 0 ? null : 200),
      (at) => (at % 60 < 30 ? 400 : 0),
      (at) => 150 + 0.4 * (at % 7),
    ),
  )
  .map(([seconds, of]) => Array.from({ length: seconds }, (_, at) => of(at)));

/** A recording: a set as it was ridden with nonsense put into it, or nonsense alone. */
const recording: fc.Arbitrary<Watts> = fc
  .tuple(sets, waysToRide, fc.array(stretch, { maxLength: 3 }), fc.double({ min: 0, max: 1 }))
  .map(([set, how, odd, at]) => {
    const watts = odd.length % 2 === 0 ? makeRide(set, how).watts : [];
    const cut = Math.floor((Number.isNaN(at) ? 0 : at) * watts.length);
    return [...watts.slice(0, cut), ...odd.flat(), ...watts.slice(cut)];
  });

const beats = fc.option(
  fc.constantFrom<(watts: number | null, at: number) => number | null>(
    () => null,
    () => 0,
    () => 255,
    (watts) => Math.round(90 + (watts ?? 0) / 5),
    (_watts, at) => (at % 9 === 0 ? null : 140 + (at % 20)),
  ),
);

/** Every number in a value that is none, by where it stands. */
function notNumbers(value: unknown, path = ''): string[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [`${path} is ${value}`];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, each]) => notNumbers(each, `${path}.${key}`));
}

const said = fc.record({
  rpe: fc.option(fc.integer({ min: 1, max: 10 })),
  eatenG: fc.option(fc.integer({ min: 0, max: 2000 })),
  planG: fc.option(fc.integer({ min: 0, max: 500 })),
  doubtful: fc.boolean(),
  place: fc.constantFrom('road' as const, 'trainer' as const),
});

const [HOW] = fc.sample(waysToRide, { numRuns: 1, seed: 1 }) as [Ways];

describe('whatever a recording holds', () => {
  it('it is read against any session or none, each figure a number, each verdict in words', () => {
    fc.assert(
      fc.property(recording, beats, sets, fc.boolean(), said, (watts, beat, set, asked, log) => {
        const bpm = beat && watts.map(beat);
        const { asked: plan } = makeRide(set, HOW);
        const ride: RideToRead = {
          ...{ watts, bpm, rpm: bpm && watts.map((each) => (each ? 85 : 0)), ...log },
          stops: stopsOf(null, bpm && watts.map((each) => (each ? 85 : 0))),
        };
        const reading = readRide(asked ? { plan, climbing: { rider: MADE_FOR } } : null, ride);
        const kept = keptOf(reading, ride, { before: null, ftpW: MADE_FOR.ftpW });
        expect(keptReadingSchema.safeParse(kept).error).toBeUndefined();
        const trend = rideTrend(reading, {
          ...{ massKg: 61, ftpW: MADE_FOR.ftpW, earlierKj: 0, celsius: null, rpe: log.rpe },
          ...{ minutes: null, track: null, speed: null, roads: [], before: null },
        });
        expect(rideTrendSchema.safeParse(trend).error).toBeUndefined();
        const sentences = kept.verdicts.map((verdict) => Object.values(sayVerdict(verdict)));
        expect(JSON.stringify(sentences)).not.toMatch(/NaN|Infinity|undefined/);
        const next = suggest({
          ...{ reading, rpe: log.rpe, before: [], limits: USUAL_LIMITS, caution: null },
          ...{ tiredRunning: 0, solvedW: null, aboveCurve: null, retestDue: false, found: null },
        });
        if (next) expect(suggestionSchema.safeParse(next).error).toBeUndefined();
        const { ride: ready, model, ...figures } = reading;
        expect(notNumbers([figures, kept, trend])).toEqual([]);
        expect([ready.seconds, model === null]).toEqual([watts.length, !asked]);
        const once: TrendRide = {
          ...{ rideId: 'one', date: '2026-10-02', kind: 'session', source: 'crank', position: '' },
          ...{ family: kept.family, name: '', headline: kept.headline?.id ?? null, says: null },
          ...{ rpe: log.rpe, pain: null, sleepH: null, massOffKg: null, movingS: watts.length },
          ...{ meanW: 180, meanBpm: 140, energyKj: 600, trend },
        };
        const span = { from: '2026-09-01', to: '2026-10-30' };
        const twice = { ...once, rideId: 'two', date: '2026-10-09' };
        expect(notNumbers(trendsOf([once, twice], span))).toEqual([]);
      }),
      { numRuns: 150 },
    );
  });
});
