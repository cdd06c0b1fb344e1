import { describe, expect, it } from 'vitest';
import {
  bell,
  findRamp,
  findSteadyEffort,
  ftpFromReading,
  meanOf,
  protocolOf,
  readRampMinute,
  readSteady,
  ride,
  rideRamp,
  rideSteady,
  seededRandom,
  type SimulatedRider,
} from '@uphill/core';

const RIDER: SimulatedRider = { cpW: 255, wPrimeJ: 17_000, restingBpm: 48, maximalBpm: 188, cadenceRpm: 88, noiseW: 6 };
const SEEDS = Array.from({ length: 40 }, (_, index) => index + 1);

describe('chance', () => {
  it('is the same for the same seed, even, and bell-shaped where asked', () => {
    const numbers = (seed: number) => Array.from({ length: 5000 }, seededRandom(seed));
    expect(numbers(3)).toEqual(numbers(3));
    expect(numbers(3)).not.toEqual(numbers(4));
    expect(meanOf(numbers(5))).toBeCloseTo(0.5, 1);
    const random = seededRandom(6);
    const bells = Array.from({ length: 5000 }, () => bell(random));
    expect(meanOf(bells)).toBeCloseTo(0, 1);
    expect(Math.sqrt(meanOf(bells.map((value) => value * value)))).toBeCloseTo(1, 1);
  });
});

describe('the simulated rider', () => {
  it('stays inside the body: beats between resting and maximal, no cadence at zero watts', () => {
    for (const seed of SEEDS) {
      for (const { watts, bpm, rpm } of rideRamp(RIDER, { startW: 100, stepW: 20 }, 300, seededRandom(seed))) {
        expect(bpm).toBeGreaterThanOrEqual(RIDER.restingBpm);
        expect(bpm).toBeLessThanOrEqual(RIDER.maximalBpm);
        expect(watts > 0 || rpm === 0).toBe(true);
      }
    }
  });

  it('cannot ride above CP for longer than W′ allows: the legs give way', () => {
    const ridden = ride(RIDER, (second) => (second < 600 ? 355 : null), seededRandom(2));
    // 100 W above CP spend 17 kJ in 170 s.
    expect(meanOf(ridden.slice(0, 150).map(({ watts }) => watts))).toBeCloseTo(355, -1);
    expect(meanOf(ridden.slice(300).map(({ watts }) => watts))).toBeLessThan(RIDER.cpW + 15);
  });

  it('a heart that was asked for more beats faster half a minute later, and slower after', () => {
    const ridden = ride(RIDER, (second) => (second < 300 ? 130 : second < 540 ? 255 : second < 900 ? 130 : null), seededRandom(9));
    const at = (second: number) => meanOf(ridden.slice(second, second + 20).map(({ bpm }) => bpm));
    expect(at(340)).toBeGreaterThan(at(280) + 15);
    expect(at(515)).toBeGreaterThan(at(340));
    expect(at(870)).toBeLessThan(at(515) - 20);
  });

  it('its tests land near the truth built into it, seed by seed', () => {
    const ftps = { ramp: [] as number[], twenty: [] as number[] };
    for (const seed of SEEDS) {
      const ramp = Float64Array.from(rideRamp(RIDER, { startW: 100, stepW: 20 }, 600, seededRandom(seed)), ({ watts }) => watts);
      const found = findRamp(ramp, { startW: 100, stepW: 20 });
      const minute = found.ok ? readRampMinute(ramp, found.value) : found;
      if (minute.ok) ftps.ramp.push(ftpFromReading(protocolOf('ramp'), minute.value.value).value);
      const steady = Float64Array.from(rideSteady(RIDER, 1200, 600, { first: 1, last: 1 }, seededRandom(seed)), ({ watts }) => watts);
      const effort = findSteadyEffort(steady, 1200);
      if (effort.ok) ftps.twenty.push(ftpFromReading(protocolOf('twenty-minute'), readSteady(steady, effort.value).value).value);
    }
    expect([ftps.ramp.length, ftps.twenty.length]).toEqual([SEEDS.length, SEEDS.length]);
    // CP 255 W: what a rider holds for about an hour lies a little under it.
    for (const ftp of [...ftps.ramp, ...ftps.twenty]) {
      expect(ftp).toBeGreaterThan(255 * 0.95);
      expect(ftp).toBeLessThan(255 * 1.06);
    }
  });
});
