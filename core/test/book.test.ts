import {
  asksMaximal,
  BOOK,
  curveDots,
  expand,
  assignedTo,
  planFromBook,
  planSchema,
  printSentence,
  problemsOf,
  type RiderOnDay,
  sessionNumbers,
  sessionVerdict,
} from '@uphill/core/sessions';
import { healthVerdict } from '@uphill/core/rider';
import { rideSessionOn, startSessionRide } from '@uphill/core/simulation';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyRider } from './arbitrary.ts';
import { INES, newId, RIDER, roomRows } from './support.ts';

const SESSIONS = BOOK.flatMap((family) =>
  family.sessions.map((session) => ({
    family,
    session,
    plan: planFromBook(family, session, newId),
  })),
);
const FAST: RiderOnDay = {
  ...INES,
  ftpW: 250,
  goalW: 270,
  pair: { cpW: 255, wPrimeJ: 17_000, best60W: 255 + 17_000 / 60, best300W: 255 + 17_000 / 300 },
  bests: [
    [15, 800],
    [60, 470],
    [300, 318],
    [1200, 270],
  ],
};

describe('the book', () => {
  it('has its families complete, every id once, every sentence the words of its session', () => {
    const ids = SESSIONS.map(({ session }) => session.id);
    expect(new Set(ids).size).toBe(ids.length);
    for (const { family, session, plan } of SESSIONS) {
      for (const text of [family.name, family.purpose, family.forWhom])
        expect([session.id, text.length > 3]).toEqual([session.id, true]);
      // What is ridden for joy, or not ridden at all, may have nothing to watch.
      if ((plan.sport ?? 'ride') === 'ride')
        expect([session.id, family.watch.length > 0]).toEqual([session.id, true]);
      expect([session.id, problemsOf(plan)]).toEqual([session.id, []]);
      expect(planSchema.safeParse(plan).success).toBe(true);
      expect(printSentence(plan).length).toBeGreaterThan(5);
    }
  });

  it('asks of any rider figures that can be believed', () => {
    const health = healthVerdict(null, { birthYear: 1990, sex: null }, '2026-11-24');
    fc.assert(
      fc.property(anyRider, fc.constantFrom(...SESSIONS), (rider, { session, plan }) => {
        const { totalS, load, timeAtTargetS, segments, energyKj } = sessionNumbers(plan, rider);
        expect([session.id, totalS.value > 0, timeAtTargetS.value <= totalS.value]).toEqual([
          session.id,
          true,
          true,
        ]);
        expect([session.id, load.value >= 0 && Number.isFinite(load.value)]).toEqual([
          session.id,
          true,
        ]);
        if (energyKj) expect(energyKj.value).toBeGreaterThan(0);
        segments.forEach(({ startS }, index) =>
          expect(startS).toBe(
            index === 0
              ? 0
              : (segments[index - 1]?.startS ?? 0) + (segments[index - 1]?.seconds ?? 0),
          ),
        );
        const { work, refusal } = assignedTo(plan, rider, health);
        expect(work).toMatch(/W|RPE|easy|effort/);
        expect(refusal !== null).toBe(asksMaximal(plan, rider));
        for (const { share } of curveDots(plan, segments, rider))
          expect(share.value).toBeGreaterThan(0);
        expect(
          sessionVerdict(plan, rider).looks.every(({ share }) => Number.isFinite(share.value)),
        ).toBe(true);
      }),
      { numRuns: 300 },
    );
  });

  it('can be ridden on the stand-ins, every session of it, to a line for every rep that was asked', () => {
    for (const { session, plan } of SESSIONS) {
      const segments = expand(plan, FAST);
      const setting = {
        segments,
        rider: RIDER,
        trainer: 'free' as const,
        slope: { gradient: 0.02, riderKg: 61 },
        seed: 7,
        dropsPerHour: 0,
        powerDropsPerHour: 0,
      };
      const ride = startSessionRide(setting);
      const open = segments.filter(({ until }) => until?.kind === 'lap');
      const seconds = rideSessionOn(
        ride,
        open.map((each) => ({ second: each.startS + each.seconds, did: 'lap' as const })),
      );
      const { steps, ended } = ride.state();
      expect([session.id, ended, seconds.length]).toEqual([
        session.id,
        true,
        segments.reduce((sum, each) => sum + each.seconds, 0),
      ]);
      expect(
        seconds.every(
          ({ watts, rpm }) => (watts ?? 0) >= 0 && (watts ?? 0) < 1500 && rpm >= 0 && rpm < 200,
        ),
      ).toBe(true);
      const rows = roomRows(plan, FAST, steps, {
        watts: seconds.map(({ watts }) => watts),
        bpm: seconds.map(({ bpm }) => bpm),
      });
      // Every rep is read, easy rides have none, and steps without a rest between them are one.
      const reps = new Set(
        segments.flatMap(({ rep, role }) => (rep !== null && role === 'work' ? [rep] : [])),
      );
      expect([session.id, rows.every(({ rep }, at) => rep === at + 1)]).toEqual([session.id, true]);
      if (reps.size > 0) expect([session.id, rows.length <= reps.size]).toEqual([session.id, true]);
    }
  });
});
