import {
  bell,
  holdWatts,
  liveOn,
  mostNow,
  PLAIN_RIDER,
  restedState,
  seededRandom,
  sensor,
  sprintWatts,
  takeDrop,
} from '@uphill/core/simulation';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';

const HABIT_RPM = 87;

describe('a trainer that holds watts', () => {
  const hold = (targetW: number, mostW: number, seconds: number, seed = 3) => {
    const random = seededRandom(seed);
    let state = { watts: 100, rpm: HABIT_RPM, heldW: 100 };
    const ridden = [state];
    for (let second = 0; second < seconds; second += 1) {
      state = holdWatts(targetW, state.heldW, mostW, state.rpm, HABIT_RPM, random);
      ridden.push(state);
    }
    return ridden;
  };

  it('follows a new target with a lag of seconds and holds it, at the cadence the rider likes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 80, max: 400 }), fc.integer(), (targetW, seed) => {
        const ridden = hold(targetW, targetW + 100, 60, seed);
        const [first, last] = [ridden[1], ridden.at(-1)];
        // A third of the way in the first second, there after half a minute.
        expect(first?.watts).toBeCloseTo(100 + (targetW - 100) / 3, 6);
        expect(Math.abs((last?.watts ?? 0) - targetW)).toBeLessThan(1);
        expect(Math.abs((last?.rpm ?? 0) - HABIT_RPM)).toBeLessThan(8);
      }),
    );
  });

  it('draws a rider who has less into the spiral: cadence falls faster and faster, until it loses its grip', () => {
    const ridden = hold(320, 280, 40);
    const rpm = ridden.map((state) => state.rpm);
    const under = rpm.findIndex((each) => each < 60);
    expect(under).toBeGreaterThan(4);
    expect(under).toBeLessThan(30);
    for (let second = 8; second < under; second += 1)
      expect(rpm[second]).toBeLessThan(rpm[second - 1] ?? 0);
    // With the grip the watts go, though the target stays.
    expect(ridden[under + 3]?.watts).toBeLessThan(0.95 * (ridden[under - 1]?.watts ?? 0));
    expect(Math.min(...rpm)).toBeGreaterThanOrEqual(20);
  });
});

describe('a strap or a power meter', () => {
  it('passes its reading on, rounded, where it never drops out', () => {
    const steady = sensor(seededRandom(1), 0);
    fc.assert(
      fc.property(fc.double({ min: 40, max: 1500, noNaN: true }), (value) => {
        expect(steady.read(value)).toBe(Math.round(value));
      }),
    );
  });

  it('says nothing for some seconds at a time, about as often as it is told to', () => {
    const HOURS = 400;
    const drops = sensor(seededRandom(11), 2);
    let [silent, times, run] = [0, 0, 0];
    const runs: number[] = [];
    for (let second = 0; second < HOURS * 3600; second += 1) {
      if (drops.read(150) === null) {
        if (run === 0) times += 1;
        run += 1;
        silent += 1;
      } else if (run > 0) {
        runs.push(run);
        run = 0;
      }
    }
    expect(times / HOURS).toBeGreaterThan(1.7);
    expect(times / HOURS).toBeLessThan(2.3);
    expect([Math.min(...runs) >= 4, Math.max(...runs) <= 60]).toEqual([true, true]);
    expect(silent / times).toBeGreaterThan(15);
  });
});

describe('a lactate meter', () => {
  it('shows what is in the blood to a tenth, a little off, never less than its floor', () => {
    const random = seededRandom(5);
    for (const lactate of [0.1, 0.9, 2, 4, 9.5]) {
      const shown = Array.from({ length: 400 }, () => takeDrop(lactate, random, 0).mmol);
      const mean = shown.reduce((sum, each) => sum + each, 0) / shown.length;
      expect(Math.abs(mean - Math.max(0.4, lactate))).toBeLessThan(0.02 * lactate + 0.02);
      expect(
        shown.every((each) => Math.abs(each * 10 - Math.round(each * 10)) < 1e-9 && each >= 0.4),
      ).toBe(true);
    }
  });

  it('a drop with sweat in it reads clearly high, and they come as often as told', () => {
    const random = seededRandom(8);
    const drops = Array.from({ length: 2000 }, () => takeDrop(2, random, 0.1));
    const spoilt = drops.filter(({ contaminated }) => contaminated);
    expect(Math.abs(spoilt.length / drops.length - 0.1)).toBeLessThan(0.03);
    expect(spoilt.every(({ mmol }) => mmol > 2.8)).toBe(true);
    expect(drops.filter(({ contaminated }) => !contaminated).every(({ mmol }) => mmol < 2.4)).toBe(
      true,
    );
  });
});

describe('a sprint', () => {
  it('comes up over the first seconds, peaks inside 6–10 s, and never asks more than there is', () => {
    const random = seededRandom(2);
    let state = restedState(PLAIN_RIDER);
    const ridden: number[] = [];
    for (let second = 0; second < 20; second += 1) {
      const most = mostNow(PLAIN_RIDER, state);
      const watts = sprintWatts(most, second);
      expect(watts).toBeLessThanOrEqual(most);
      ridden.push(watts);
      state = liveOn(PLAIN_RIDER, state, Math.round(watts), 110, random);
    }
    const peak = ridden.indexOf(Math.max(...ridden)) + 1;
    expect([peak >= 6, peak <= 10]).toEqual([true, true]);
    expect(ridden.at(-1)).toBeLessThan(0.9 * Math.max(...ridden));
  });

  it('what is spent above CP is gone, and comes back when riding easily', () => {
    const random = seededRandom(4);
    let state = restedState(PLAIN_RIDER);
    for (let second = 0; second < 30; second += 1)
      state = liveOn(PLAIN_RIDER, state, 600, 90, random);
    const spent = state.balanceJ;
    expect(spent).toBeLessThan(PLAIN_RIDER.wPrimeJ - 30 * (600 - PLAIN_RIDER.cpW) * 0.95);
    for (let second = 0; second < 600; second += 1)
      state = liveOn(PLAIN_RIDER, state, 100, 90, random);
    expect(state.balanceJ).toBeGreaterThan(0.9 * PLAIN_RIDER.wPrimeJ);
    expect(mostNow(PLAIN_RIDER, { ...state, balanceJ: spent })).toBeLessThan(
      mostNow(PLAIN_RIDER, state),
    );
    expect(Math.abs(bell(random))).toBeLessThan(8);
  });
});
