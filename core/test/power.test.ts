import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  bestEffortsOverAll,
  curveAt,
  curveDurations,
  meanHeartRate,
  preparePower,
  stopsOf,
} from '@uphill/core/power';

/** The plain double loop that the fast search has to agree with. */
function plainBests(watts: readonly number[]): number[] {
  const best = new Array<number>(watts.length + 1).fill(0);
  for (let start = 0; start < watts.length; start += 1) {
    let sum = 0;
    for (let end = start; end < watts.length; end += 1) {
      sum += watts[end] ?? 0;
      const seconds = end - start + 1;
      best[seconds] = Math.max(best[seconds] ?? 0, sum / seconds);
    }
  }
  return best;
}

describe('best efforts', () => {
  const ride = fc.oneof(
    fc.array(fc.integer({ min: 0, max: 2500 }), { minLength: 1, maxLength: 700 }),
    // Long even stretches are the hard case: many windows tie.
    fc
      .array(fc.tuple(fc.constantFrom(0, 120, 250, 251), fc.integer({ min: 1, max: 400 })), {
        minLength: 1,
        maxLength: 6,
      })
      .map((blocks) =>
        blocks.flatMap(([watts, seconds]) => new Array<number>(seconds).fill(watts)),
      ),
  );

  it('agree with the plain double loop for every duration of any ride', () => {
    fc.assert(
      fc.property(ride, (watts) => {
        expect([...bestEffortsOverAll(watts)]).toEqual(plainBests(watts));
      }),
      { numRuns: 150 },
    );
  });

  it('are kept at every second to 2:00, at least 200 points beyond, and at the usual rep lengths', () => {
    const durations = curveDurations(18_000);
    expect(durations.slice(0, 120)).toEqual(Array.from({ length: 120 }, (_, index) => index + 1));
    expect(durations.length).toBeGreaterThanOrEqual(320);
    for (const seconds of [180, 240, 300, 360, 480, 600, 720, 1200, 1800, 3600])
      expect(durations).toContain(seconds);
    expect(curveDurations(125).at(-1)).toBe(125);
    expect(curveDurations(40)).toHaveLength(40);
  });
});

describe('gaps', () => {
  it('up to 3 s are held, longer ones cut, and senseless watts are gaps', () => {
    const { moving, clock, gaps } = preparePower([
      200,
      null,
      -5,
      3000,
      210,
      null,
      null,
      null,
      null,
      220,
    ]);
    expect([...clock]).toEqual([200, 200, 200, 200, 210, 0, 0, 0, 0, 220]);
    expect([...moving]).toEqual([200, 200, 200, 200, 210, 220]);
    expect(gaps).toEqual([{ startS: 5, seconds: 4 }]);
  });

  it('a recorded stop of over a minute is cut, coasting is not', () => {
    const watts = new Array<number>(200).fill(0);
    const standing = (second: number, least: number): boolean =>
      second >= 100 && second < 100 + least;
    const stream = (least: number, moving: number) =>
      watts.map((_, second) => (standing(second, least) ? 0 : moving));
    expect(stopsOf(stream(60, 8), stream(60, 90))).toEqual([]);
    const stops = stopsOf(stream(61, 8), stream(61, 90));
    expect(stops).toEqual([{ startS: 100, seconds: 61 }]);
    expect(preparePower(watts, stops).moving).toHaveLength(139);
    // Where no speed is recorded nothing is a stop.
    expect(stopsOf(null, stream(61, 90))).toEqual([]);
    expect(preparePower(watts).moving).toHaveLength(200);
  });

  it('a mean heart rate needs 90 % valid seconds', () => {
    expect(meanHeartRate([...new Array<number>(9).fill(150), 0])).toBe(150);
    expect(meanHeartRate([...new Array<number>(8).fill(150), 0, 240])).toBeNull();
  });
});

describe('the rider’s curve', () => {
  it('is the higher of what was ridden and what FTP implies, and says nothing short of 5:00 without rides', () => {
    expect(curveAt(3600, { ftpW: 262 }, [])?.value).toBe(262);
    expect(curveAt(120, { ftpW: 262 }, [])).toBeNull();
    expect(curveAt(300, { ftpW: 262 }, [[330, 340]])?.value).toBe(340);
    expect(curveAt(1200, { ftpW: 262 }, [[300, 340]])?.value).toBeCloseTo(262 * 3 ** 0.05, 6);
  });
});
