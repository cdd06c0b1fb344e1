import {
  joinRecordings,
  keptOf,
  type Reading,
  readRide,
  type RideToRead,
} from '@uphill/core/review';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  MADE_FOR,
  type MadeRide,
  makeRide,
  quarters,
  sets,
  times,
  type Ways,
  waysToRide,
} from './made.ts';

const AROUND = { before: null, ftpW: MADE_FOR.ftpW };
const read = (
  { asked, watts }: Pick<MadeRide, 'asked' | 'watts'>,
  over: Partial<RideToRead> = {},
): Reading =>
  readRide(
    { plan: asked, climbing: { rider: MADE_FOR } },
    { watts, bpm: null, rpm: null, stops: [], place: 'road', ...over },
  );

/** The reps of a ride from some second on so much later. */
const later = (made: MadeRide, bySeconds: number, from = 0): MadeRide => ({
  ...made,
  reps: made.reps.map(({ rep, startS, endS }) => {
    const by = startS >= from ? bySeconds : 0;
    return { rep, startS: startS + by, endS: endS + by };
  }),
});

/** The same ride with something before it, which the session did not ask. */
const after = (made: MadeRide, before: readonly number[]): MadeRide => ({
  ...later(made, before.length),
  watts: [...before, ...made.watts],
});

const holds = (made: MadeRide, firstWithin = 3): void => lie(read(made).set, made, firstWithin);

function lie(set: Reading['set'], made: MadeRide, firstWithin = 3): void {
  expect(set?.rows.map(({ rep }) => rep)).toEqual(made.reps.map(({ rep }) => rep));
  expect([set?.leftOut, set?.notRidden]).toEqual([made.leftOut, made.notRidden]);
  for (const [index, { startS, endS }] of made.reps.entries()) {
    const row = set?.rows[index];
    const within = index === 0 ? firstWithin : 3;
    expect(Math.abs((row?.startS ?? NaN) - startS)).toBeLessThanOrEqual(within);
    expect(Math.abs((row?.endS ?? NaN) - endS)).toBeLessThanOrEqual(3);
  }
}

describe('the reps of any set', () => {
  it('are found where they were ridden, to three seconds, and those that were not are named', () => {
    fc.assert(
      fc.property(sets, waysToRide, (set, how) => holds(makeRide(set, how))),
      { numRuns: 250 },
    );
  });

  it('begin where they were begun, behind a warm-up that should have ended nearly as high', () => {
    const warmUp = '15 min building from 50 to 90 %';
    const strengths = fc.integer({ min: 92, max: 102 });
    const warmUps = fc.integer({ min: 100, max: 165 });
    fc.assert(
      fc.property(waysToRide, strengths, warmUps, (how, percent, warmUpW) => {
        const ridden = { ...how, but: 'whole', inRep: 'even', strength: percent / 100, warmUpW };
        holds(makeRide('4 × 8:00 at 98–102 %, 4:00 easy between', ridden as Ways, warmUp), 5);
      }),
      { numRuns: 60 },
    );
  });

  it('are not what was ridden on the way out: openers, or a hill that is no rep', () => {
    const opener = [...new Array<number>(280).fill(140), ...new Array<number>(20).fill(330)];
    const hill = [...new Array<number>(240).fill(150), ...new Array<number>(140).fill(235)];
    fc.assert(
      fc.property(fc.constantFrom(opener, hill), waysToRide, (before, how) => {
        const made = makeRide('7 × 1:00 at 118–126 %, 3:00 easy between', { ...how, but: 'whole' });
        holds(after(made, [...before, ...before, ...before]));
      }),
      { numRuns: 60 },
    );
  });

  it('are not those of another session, whose reps are twice as long: what it looks like is said', () => {
    fc.assert(
      fc.property(quarters(2.25, 10), times(4, 8), waysToRide, (length, reps, how) => {
        const ridden = makeRide(`${reps} × ${length} at 98–102 %, 4:00 easy between`, {
          ...how,
          ...{ but: 'whole', inRep: 'even' },
        });
        const { asked } = makeRide('8 × 1:00 at 112–118 %, 2:00 easy between', how);
        const reading = read({ asked, watts: ridden.watts });
        expect(reading.set).toBeNull();
        const { says } = keptOf(reading, { watts: ridden.watts, stops: [] }, AROUND);
        expect(says).toMatch(new RegExp(`^Looks like ${reps} × `));
      }),
      { numRuns: 60 },
    );
  });

  it('are the same where the device was stopped for minutes in a rest and the ride lies in two files', () => {
    const gap = fc.integer({ min: 30, max: 7000 });
    const cut = fc.record({
      after: fc.integer({ min: 0, max: 2 }),
      into: fc.integer({ min: 0, max: 9 }),
    });
    fc.assert(
      fc.property(waysToRide, gap, cut, (how, apartS, { after: before, into }) => {
        const set = '4 × 5:00 at 100–106 %, 4:00 easy between';
        const made = makeRide(set, { ...how, but: 'whole' });
        const [ended, next] = [made.reps[before]!.endS, made.reps[before + 1]!.startS];
        const at = Math.round(ended + 10 + ((next - ended - 20) * into) / 9);
        const part = (watts: MadeRide['watts'], from: number) => ({
          startedAt: new Date(Date.UTC(2026, 4, 3, 9) + from * 1000).toISOString().slice(0, 19),
          ...{ watts, bpm: null, rpm: null, stops: [], laps: [] },
        });
        const joined = joinRecordings([
          part(made.watts.slice(at), at + apartS),
          part(made.watts.slice(0, at), 0),
        ]);
        expect(joined.ok).toBe(true);
        if (!joined.ok) return;
        lie(read(made, joined.value).set, later(made, apartS, at));
      }),
      { numRuns: 60 },
    );
  });

  it('are no more for an hour of hills behind them', () => {
    const home = Array.from({ length: 3600 }, (_, at) => Math.round(160 + 40 * Math.sin(at / 60)));
    fc.assert(
      fc.property(waysToRide, (how) => {
        const made = makeRide('6 × 3:00 at 94–98 %, 4:00 easy between', { ...how, but: 'whole' });
        holds({ ...made, watts: [...made.watts, ...home] });
      }),
      { numRuns: 40 },
    );
  });
});
