import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  airDensity,
  PLAIN_ROAD,
  rollOn,
  speedAt,
  timeToTop,
  wattsToHold,
} from '@uphill/core/power';
import { rideSlope, seededRandom, settledOn } from '@uphill/core/simulation';
import { ridden, RIDER } from './support.ts';

const anyPiece = fc.record({
  gradient: fc.double({ min: -0.05, max: 0.2, noNaN: true }),
  surface: fc.constantFrom('road' as const, 'gravel' as const),
  altitudeM: fc.integer({ min: 0, max: 3000 }),
  temperatureC: fc.integer({ min: -10, max: 40 }),
});
const anyMass = fc.integer({ min: 45, max: 130 });

describe('the power balance of a hill', () => {
  it('the speed that some watts give takes those watts to hold', () => {
    fc.assert(
      fc.property(anyPiece, anyMass, fc.integer({ min: 30, max: 900 }), (piece, kg, watts) => {
        expect(wattsToHold(speedAt(watts, piece, kg), piece, kg)).toBeCloseTo(watts, 3);
      }),
    );
  });

  it('more watts, less mass, a smoother road or a gentler slope never take longer to the top', () => {
    fc.assert(
      fc.property(anyPiece, anyMass, fc.integer({ min: 60, max: 600 }), (piece, kg, watts) => {
        const time = timeToTop(watts, 3000, piece, kg);
        expect(timeToTop(watts + 10, 3000, piece, kg)).toBeLessThan(time);
        expect(
          timeToTop(watts, 3000, { ...piece, gradient: piece.gradient - 0.01 }, kg),
        ).toBeLessThan(time);
        if (piece.gradient > 0) expect(timeToTop(watts, 3000, piece, kg - 5)).toBeLessThan(time);
        expect(timeToTop(watts, 3000, { ...piece, surface: 'road' }, kg)).toBeLessThanOrEqual(time);
      }),
    );
  });

  it('worked by hand: 285 W, 61 kg and 9 kg of bike on 7 % at sea level', () => {
    // 70 kg × 9.81 × (0.069829 + 0.005 × 0.997559) = 51.38 N; at 5.1 m/s the air takes 0.5 × 1.2041 × 0.35 × 26.01 = 5.48 N.
    expect(airDensity(0, 20)).toBeCloseTo(1.2041, 3);
    expect(wattsToHold(5.1, { ...PLAIN_ROAD, gradient: 0.07 }, 70)).toBeCloseTo(
      ((51.38 + 5.48) * 5.1) / 0.97,
      0,
    );
  });

  it('rolling on at steady watts comes to the steady speed from above and from below', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 500 }),
        fc.integer({ min: 1, max: 12 }),
        fc.constantFrom(1, 15),
        (watts, percent, from) => {
          const piece = { ...PLAIN_ROAD, gradient: percent / 100 };
          let speed: number = from;
          for (let second = 0; second < 600; second += 1) speed = rollOn(speed, watts, piece, 79);
          expect(speed).toBeCloseTo(speedAt(watts, piece, 79), 1);
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('a trainer set to a slope', () => {
  const climb = (percent: number, watts: number, shifts = true) => {
    const slope = { gradient: percent / 100, riderKg: 70 };
    const random = seededRandom(3);
    let rolling = settledOn(watts, slope, 87);
    let turned = rideSlope(watts, slope, rolling, 87, shifts, random);
    for (let second = 0; second < 120; second += 1) {
      turned = rideSlope(watts, slope, rolling, 87, shifts, random);
      ({ rolling } = turned);
    }
    return turned;
  };

  it('leaves the watts to the rider, finds a gear, and runs out of gears where it is too steep', () => {
    for (const percent of [0, 2, 4, 6, 8]) {
      const { watts, rpm } = climb(percent, 240);
      expect(watts).toBe(240);
      expect(Math.abs(rpm - 87)).toBeLessThan(12);
    }
    expect(climb(16, 240).rpm).toBeLessThan(60);
    expect(climb(6, 240).rolling.metresPerSecond).toBeLessThan(
      climb(3, 240).rolling.metresPerSecond,
    );
  });

  it('a sprint in one gear speeds the legs up with the bike', () => {
    const slope = { gradient: 0.01, riderKg: 70 };
    const random = seededRandom(4);
    let rolling = settledOn(150, slope, 80);
    const gear = rolling.ratio;
    const turns: number[] = [];
    for (let second = 0; second < 10; second += 1) {
      const turned = rideSlope(800, slope, rolling, 110, false, random);
      turns.push(turned.rpm);
      ({ rolling } = turned);
    }
    expect(rolling.ratio).toBe(gear);
    expect(turns.at(-1)).toBeGreaterThan((turns[0] ?? 0) + 20);
  });

  it('a test on it records speed, slower where it is steeper, at the same watts', () => {
    const at = (gradient: number) =>
      ridden('five-minute', 6, RIDER, { slope: { gradient, riderKg: 70 } });
    const [flat, steep] = [at(0.01), at(0.08)];
    expect([...flat.watts]).toEqual([...steep.watts]);
    const metres = (ride: typeof flat) =>
      ride.seconds.reduce((sum, { metresPerSecond }) => sum + (metresPerSecond ?? 0), 0);
    expect(metres(steep)).toBeLessThan(0.6 * metres(flat));
  });
});
