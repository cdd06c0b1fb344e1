import { balanceAfter } from '@uphill/core/power';
import { readRide } from '@uphill/core/review';
import {
  expand,
  parseSentence,
  rescueSet,
  type RiderOnDay,
  type Segment,
} from '@uphill/core/sessions';
import {
  type JudgedBy,
  rideSessionOn,
  type SessionRide,
  type SessionRideSetting,
  standInFor,
  startSessionRide,
} from '@uphill/core/simulation';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { INES, newId, plan } from './support.ts';

const MODEL = { cpW: 262, wPrimeJ: 15_000, recovery: 'measured' } as const;
const JUDGE: JudgedBy = { model: MODEL, ftpW: 262, maximalBpm: 188, tired: false, askRpe: true };
const RIDER: RiderOnDay = {
  ...INES,
  pair: { cpW: 262, wPrimeJ: 15_000, best60W: 512, best300W: 312 },
};

function segmentsOf(text: string): Segment[] {
  const { items } = parseSentence(text, { hills: [], ftpW: 262, newId });
  return expand(plan(...items), RIDER);
}

function rideOf(
  text: string,
  judge: JudgedBy | null = JUDGE,
  share = 1,
  segments = segmentsOf(text),
): SessionRide {
  const rider = standInFor({ ...RIDER, ftpW: 262 * share }, 5);
  const setting: SessionRideSetting = {
    segments,
    rider,
    trainer: 'free',
    slope: { gradient: 0.02, riderKg: 61 },
    seed: 5,
    dropsPerHour: 0,
    powerDropsPerHour: 0,
    ...(judge ? { judge } : {}),
  };
  return startSessionRide(setting);
}

function rideUntil(ride: SessionRide, done: () => boolean, most = 20_000): void {
  for (let second = 0; second < most && !done(); second += 1) if (!ride.step()) return;
}

const FIVES = '10 at 60 %, 6 × 4 min at 118 %, 2 min easy between, 10 at 50 %';

describe('a set that is saved', () => {
  it('is asked anew after a rep, from the watts really ridden: never above those asked, and all that are left hold', () => {
    const watts = fc.integer({ min: 270, max: 360 });
    const reps = fc.integer({ min: 1, max: 9 });
    const rest = fc.integer({ min: 30, max: 300 });
    const left = fc.integer({ min: -2000, max: 15_000 });
    fc.assert(
      fc.property(watts, reps, rest, left, (askedW, count, restS, balanceJ) => {
        const text = `${count} × 4 min at ${askedW} W, ${restS} s easy after each`;
        const all = segmentsOf(text);
        const work = all.find(({ role }) => role === 'work');
        const segments = [{ ...(all.at(-1) as Segment), startS: 0 }, ...all.slice(0, -1)];
        const rescue = rescueSet({
          segments,
          stepIds: new Set([work?.stepId ?? '']),
          balanceJ,
          model: MODEL,
          askedW,
        });
        // Second by second, as a plain loop has it.
        const lowestAt = (repW: number): number => {
          let [balance, lowest] = [balanceJ, Infinity];
          for (const { role, seconds, from } of segments)
            for (let second = 0; second < seconds; second += 1) {
              balance = balanceAfter(
                balance,
                role === 'work' ? repW : (from?.countedW ?? 0),
                1,
                MODEL,
              );
              lowest = Math.min(lowest, balance);
            }
          return lowest;
        };
        expect(rescue.holds).toBe(Math.min(balanceJ, lowestAt(askedW)) >= 0);
        if (rescue.watts === null) return;
        expect(rescue.watts).toBeLessThan(askedW);
        expect(rescue.watts).toBeGreaterThan(MODEL.cpW);
        const kept = Math.min(1500, balanceJ);
        expect(lowestAt(rescue.watts)).toBeGreaterThanOrEqual(kept - 1);
        if (rescue.watts + 1 < askedW) expect(lowestAt(rescue.watts + 1)).toBeLessThan(kept);
      }),
    );
  });

  it('is offered between two reps with ending first, taken once, and kept with what was asked before', () => {
    const ride = rideOf(FIVES);
    rideUntil(ride, () => ride.state().judged.offer !== null);
    const offered = ride.state();
    expect(offered.segment?.role).toBe('easy');
    expect(offered.judged.offer).toMatchObject({ why: 'breaks' });
    const rescueW = offered.judged.offer?.rescueW ?? 0;
    const asked = offered.next?.from?.countedW ?? 0;
    expect(rescueW).toBeLessThan(asked);
    expect(rescueW).toBeGreaterThan(MODEL.cpW);
    ride.press('rescue');
    expect(ride.state().judged.offer).toBeNull();
    rideUntil(ride, () => ride.state().segment?.role === 'work');
    expect(ride.state().asked?.lowW).toBe(rescueW);
    rideUntil(ride, () => ride.state().segment?.role === 'easy');
    // Solved anew, but never taken twice in a set.
    expect(ride.state().judged.offer?.rescueW ?? null).toBeNull();
    const saved = ride.state().steps.findLast(({ role }) => role === 'work');
    expect(saved).toMatchObject({ lowW: rescueW, before: { lowW: Math.round(asked) } });
  });

  it('rides again to the same second with what was decided', () => {
    const segments = segmentsOf(FIVES);
    const first = rideOf(FIVES, JUDGE, 1, segments);
    rideUntil(first, () => first.state().judged.offer !== null);
    first.press('rescue');
    rideUntil(first, () => first.state().repsLeft === 2);
    const again = rideOf(FIVES, JUDGE, 1, segments);
    rideSessionOn(again, first.events(), first.state().second);
    expect(again.state()).toEqual(first.state());
  });

  it('offers nothing but ending where the rider is not well, or said RPE 10', () => {
    for (const did of ['unwell', 'rpe10'] as const) {
      const ride = rideOf(FIVES);
      rideUntil(ride, () => ride.state().judged.offer !== null);
      ride.press(did);
      expect(ride.state().judged.offer).toMatchObject({ why: 'unwell', rescueW: null });
      const before = ride.state().asked;
      ride.press('rescue');
      expect(ride.state().asked).toEqual(before);
    }
  });

  it('says nothing where the coach wants nothing said, where it holds, and without a model', () => {
    for (const ride of [
      rideOf(FIVES, null),
      rideOf('10 at 60 %, 3 × 4 min at 100 %, 4 min easy between'),
      rideOf(FIVES, { ...JUDGE, model: null, askRpe: false }),
    ]) {
      let said = 0;
      rideUntil(ride, () => {
        const { says, asksRpe, offer } = ride.state().judged;
        if (offer !== null && offer.why === 'breaks') said += 1;
        if (asksRpe || says === 'the next 3 % lower') said += 1;
        return false;
      });
      expect(said).toBe(0);
    }
  });
});

describe('a rep while it is ridden', () => {
  it('asks RPE at 1:00 of a ceiling rep, and starts the next 3 % lower after more than 7', () => {
    const ride = rideOf('10 at 60 %, 3 × 4 min at 110 %, 6 min easy between');
    rideUntil(ride, () => ride.state().judged.asksRpe);
    expect(ride.state()).toMatchObject({ inStepS: 60, segment: { role: 'work' } });
    ride.press('rpeOver7');
    expect(ride.state().judged.asksRpe).toBe(false);
    rideUntil(ride, () => ride.state().segment?.role === 'easy');
    expect(ride.state().judged.says).toBe('the next 3 % lower');
    expect(ride.state().steps.at(-1)?.said).toBe('over7');
    rideUntil(ride, () => ride.state().segment?.role === 'work');
    expect(ride.state().share).toBe(0.97);
    rideUntil(ride, () => ride.state().judged.asksRpe);
    ride.press('rpe7');
    rideUntil(ride, () => ride.state().segment?.rep === 3);
    expect(ride.state().share).toBe(0.97);
  });

  it('speaks of room half-way only where heart rate may speak and RPE was asked', () => {
    const heard = (judge: Partial<JudgedBy>, rpe: 'rpe7' | 'rpeOver7' | null): boolean => {
      const ride = rideOf('2 × 4 min at 106 %, 6 min easy between', { ...JUDGE, ...judge });
      let found = false;
      rideUntil(ride, () => {
        const { judged } = ride.state();
        if (judged.asksRpe && rpe) ride.press(rpe);
        if (judged.says === 'there is room') found = true;
        return false;
      });
      return found;
    };
    // This far under an enormous maximum any heart has room.
    expect(heard({ maximalBpm: 230 }, 'rpe7')).toBe(true);
    expect(heard({ maximalBpm: 230 }, null)).toBe(false);
    expect(heard({ maximalBpm: 230 }, 'rpeOver7')).toBe(false);
    expect(heard({ maximalBpm: 230, tired: true }, 'rpe7')).toBe(false);
    expect(heard({ maximalBpm: null }, 'rpe7')).toBe(false);
  });

  it('says "that was the set" after a rep under its limit', () => {
    // A rider of much less than was asked for.
    const ride = rideOf('5 × 4 min at 125 %, 2 min easy between, 10 easy', JUDGE, 0.8);
    rideUntil(ride, () => ride.state().judged.offer?.why === 'under');
    expect(ride.state().judged.offer?.repsLeft).toBeGreaterThan(0);
    ride.press('rideEasy');
    rideUntil(ride, () => false);
    const { steps } = ride.state();
    const reps = steps.filter(({ role }) => role === 'work').length;
    expect(reps).toBeLessThan(5);
    expect(steps.length).toBeGreaterThan(reps * 2);
  });
});

describe('the table of reps', () => {
  it('tells the ends of a rep, its share of the target, cadence, the heart before it, best and lowest', () => {
    const rep = (at: number, number: number) => ({
      ...{ rep: number, role: 'work' as const, startS: at, endS: at + 120, lowW: 300, highW: 300 },
    });
    const watts = [
      ...Array.from({ length: 20 }, () => 360),
      ...Array.from({ length: 80 }, () => 300),
      ...Array.from({ length: 20 }, () => 240),
      ...Array.from({ length: 120 }, () => 100),
      ...Array.from({ length: 120 }, () => 285),
    ];
    const bpm = watts.map((_, at) =>
      at >= 120 && at < 240 ? 150 - Math.floor((at - 120) / 4) : 160,
    );
    const { items } = parseSentence('2 × 2:00 at 300 W, 2:00 easy between', {
      ...{ hills: [], ftpW: null, newId },
    });
    const { set } = readRide(
      { plan: plan(...items), climbing: { rider: RIDER } },
      {
        ...{ watts, bpm, rpm: watts.map((_, at) => (at % 2 === 0 ? 90 : 0)), stops: [] },
        ...{ place: 'trainer', room: [rep(0, 1), rep(240, 2)] },
      },
    );
    expect(set?.rows[0]).toMatchObject({
      ...{ first20W: 360, last20W: 240, ofTargetPercent: 100, meanRpm: 90, fallBpm: 24 },
    });
    expect(set?.rows[1]).toMatchObject({
      ...{ ofTargetPercent: 95, lowestBefore: 121, riseBpm: 39, bpmAtEnd: 160, highestBpm: 160 },
    });
    expect([set?.best?.rep, set?.worst?.rep]).toEqual([1, 2]);
    expect(set?.spread).toBeCloseTo(15 / 292.5);
    // What is spent of W′ in the first has partly come back before the second.
    const [first, second] = set?.rows.map(({ leftJ }) => leftJ ?? 0) ?? [];
    const spent = 15_000 - 20 * 98 - 80 * 38;
    expect(first).toBeGreaterThan(spent);
    expect(first).toBeLessThan(spent + 200);
    expect(second).toBeGreaterThan((first ?? 0) - 120 * 23);
  });
});
