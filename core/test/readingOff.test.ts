import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  alignToFirstOn,
  effortsFromLaps,
  findEfforts,
  lactateStages,
  overlayTests,
  peakOf,
  type Protocol,
  protocolOf,
  PROTOCOLS,
  rampSeen,
  readEfforts,
  readOnOff,
  resultOf,
  whichRamp,
} from '@uphill/core/testing';
import { surgeWeightedPower } from '@uphill/core/power';
import { ridden, RIDER } from './support.ts';

const RAMP = { startW: 100, stepW: 20, stageS: 60 };
const STEADY = PROTOCOLS.filter(
  ({ efforts, reading }) =>
    reading.kind !== 'lactate' && efforts.every(({ seconds }) => seconds !== null),
);

/** Easy, then each effort of a protocol at steady watts with ten easy minutes after it. */
function flat(protocol: Protocol, watts: (index: number) => number) {
  const seconds: number[] = new Array<number>(900).fill(120);
  const starts = protocol.efforts.map(({ seconds: length }, index) => {
    const start = seconds.length;
    seconds.push(
      ...new Array<number>(length ?? 0).fill(watts(index)),
      ...new Array<number>(600).fill(100),
    );
    return start;
  });
  return { watts: Float64Array.from(seconds), starts };
}

describe('efforts on a recording', () => {
  it.each(STEADY.filter(({ reading }) => reading.kind !== 'onOff').map(({ id }) => id))(
    '%s: each effort is found where it was ridden',
    (id) => {
      const protocol = protocolOf(id);
      fc.assert(
        fc.property(
          fc.array(fc.integer({ min: 300, max: 380 }), { minLength: 4, maxLength: 4 }),
          (asked) => {
            // The shorter an effort, the harder it is ridden; else another window would be the better one.
            const rising = [...asked]
              .sort((a, b) => b - a)
              .map((watts, index) => watts - index * 5);
            const byLength = [...protocol.efforts].sort(
              (a, b) => (a.seconds ?? 0) - (b.seconds ?? 0),
            );
            const { watts, starts } = flat(
              protocol,
              (index) =>
                rising[byLength.indexOf(protocol.efforts[index] as (typeof byLength)[number])] ??
                300,
            );
            const found = findEfforts(protocol, watts, RAMP);
            if (!found.ok) throw new Error(found.reason);
            protocol.efforts.forEach(({ id: effort, seconds }, index) => {
              const startS = starts[index] as number;
              expect(found.value[effort]).toEqual({ startS, endS: startS + (seconds ?? 0) });
            });
          },
        ),
        { numRuns: 25 },
      );
    },
  );

  it('laps are taken only where their number and lengths fit, within two per cent or three seconds', () => {
    const protocol = protocolOf('four-efforts');
    const lengths = protocol.efforts.map(({ seconds }) => seconds ?? 0);
    const lapsOf = (off: number) => {
      let startS = 0;
      return lengths.flatMap((seconds) => {
        const laps = [
          { startS, seconds: 900 },
          {
            startS: startS + 900,
            seconds: Math.round(seconds + off * Math.max(3, 0.02 * seconds)),
          },
        ];
        startS += 900 + seconds + 20;
        return laps;
      });
    };
    const exact = effortsFromLaps(protocol, lapsOf(0), 9000);
    protocol.efforts.forEach(({ id, seconds }) =>
      expect((exact?.[id]?.endS ?? 0) - (exact?.[id]?.startS ?? 0)).toBe(seconds),
    );
    expect(effortsFromLaps(protocol, lapsOf(0.9), 9000)).not.toBeNull();
    expect(effortsFromLaps(protocol, lapsOf(1.5), 9000)).toBeNull();
    expect(effortsFromLaps(protocol, lapsOf(0).slice(0, -2), 9000)).toBeNull();
    expect(effortsFromLaps(protocol, lapsOf(0), 2000)).toBeNull();
    expect(effortsFromLaps(protocolOf('ramp'), lapsOf(0), 9000)).toBeNull();
  });

  it('edges past the recording and efforts that are missing are named, not read', () => {
    const watts = new Float64Array(600).fill(200);
    const five = protocolOf('five-minute');
    expect(readEfforts(five, { watts, bpm: null }, {}, RAMP)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('has not been found'),
    });
    expect(
      readEfforts(five, { watts, bpm: null }, { main: { startS: 400, endS: 700 } }, RAMP),
    ).toMatchObject({
      ok: false,
      reason: expect.stringContaining('past the end of the recording at 10:00'),
    });
  });
});

describe('an on/off effort', () => {
  const effortOf = (onS: number, pairs: number, onW: number, offW: number) =>
    Float64Array.from({ length: 2 * onS * pairs }, (_, second) =>
      Math.floor(second / onS) % 2 === 0 ? onW : offW,
    );

  it('both readings are what the handbook says of them, for any lengths and watts', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 60 }),
        fc.integer({ min: 8, max: 20 }),
        fc.integer({ min: 250, max: 450 }),
        fc.integer({ min: 60, max: 160 }),
        (onS, pairs, onW, offW) => {
          const watts = effortOf(onS, pairs, onW, offW);
          const read = readOnOff(watts, { startS: 0, endS: watts.length });
          if (!read.ok) throw new Error(read.reason);
          const lastOnEnds = watts.length - onS;
          const a = (pairs * onW + (pairs - 1) * offW) / (2 * pairs - 1);
          const cumulative = Array.from(
            { length: onS },
            (_, index) => surgeWeightedPower(watts.subarray(0, lastOnEnds + index + 1)) ?? 0,
          );
          expect(read.value.meanW.value).toBeCloseTo(a, 6);
          expect(read.value.surgeW.value).toBeCloseTo(Math.max(...cumulative), 6);
          expect(read.value.onS).toBe(onS);
          expect(read.value.lengths).toEqual(new Array(2 * pairs).fill(onS));
        },
      ),
      { numRuns: 30 },
    );
  });

  it('is found from its first on, though the best window may begin in the off before', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 60 }),
        fc.integer({ min: -25, max: 25 }),
        (onS, off) => {
          const effort = effortOf(onS, 12, 340, 120);
          const watts = Float64Array.from([
            ...new Array<number>(600).fill(100),
            ...effort,
            ...new Array<number>(300).fill(90),
          ]);
          expect(
            alignToFirstOn(watts, { startS: 600 + off, endS: 600 + off + effort.length }),
          ).toEqual({ startS: 600, endS: 600 + effort.length });
        },
      ),
      { numRuns: 30 },
    );
  });

  it('steady riding is none', () => {
    const watts = new Float64Array(1200).fill(250);
    expect(readOnOff(watts, { startS: 0, endS: 1200 })).toMatchObject({
      ok: false,
      reason: expect.stringContaining('No steady change of on and off'),
    });
  });
});

describe('other readings', () => {
  it('the peak of a sprint is its best second, and when it came', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 1500 }), { minLength: 5, maxLength: 20 }),
        (sprint) => {
          const { watts, second } = peakOf(Float64Array.from(sprint));
          expect(watts).toBe(Math.max(...sprint));
          expect(sprint[second - 1]).toBe(watts);
        },
      ),
    );
  });

  it('lactate stages: their watts rise by the step, the last one counts as far as it was ridden', () => {
    const { watts, seconds, setting } = ridden('lactate-steps', 3);
    const found = findEfforts(protocolOf('lactate-steps'), watts, setting.ramp);
    const main = found.ok ? found.value.main : undefined;
    if (!main) throw new Error('no stages found');
    const stages = lactateStages({ watts, bpm: seconds.map(({ bpm }) => bpm) }, main, setting.ramp);
    stages.forEach(({ stageW, meanW, fraction }, index) => {
      expect(stageW).toBe(setting.ramp.startW + 20 * index);
      if (fraction === 1) expect(Math.abs(meanW - stageW)).toBeLessThan(6);
    });
    expect(stages.slice(0, -1).every(({ fraction }) => fraction === 1)).toBe(true);
    const beats = stages.map(({ bpm }) => bpm ?? 0);
    expect(beats.at(-1)).toBeGreaterThan((beats[0] ?? 0) + 20);
  });

  it('a four-efforts test off the stand-ins gives back CP and W′ of its rider', () => {
    const { watts } = ridden('four-efforts', 11);
    const protocol = protocolOf('four-efforts');
    const found = findEfforts(protocol, watts, RAMP);
    const read = found.ok ? readEfforts(protocol, { watts, bpm: null }, found.value, RAMP) : found;
    const result = read.ok ? resultOf(protocol, read.value.measured) : read;
    if (!result.ok) throw new Error(result.reason);
    expect(result.value.readingW ?? 0).toBeGreaterThan(RIDER.cpW * 0.95);
    expect(result.value.readingW ?? 0).toBeLessThan(RIDER.cpW * 1.05);
  });
});

describe('two tests laid over each other', () => {
  const test = (watts: number, bpm: number | null) => ({
    watts: new Array<number>(1200).fill(watts),
    bpm: new Array<number | null>(1200).fill(bpm),
  });

  it('a test over itself: the same watts, the same beats', () => {
    const { says, beats, points } = overlayTests(test(260, 160), test(260, 160));
    expect(says).toBe('0 % more mean power than before; heart rate at the same watts unchanged.');
    expect(beats).toEqual([{ aboutW: 260, before: 160, after: 160 }]);
    expect(points.every(({ beforeW, afterW }) => beforeW === afterW)).toBe(true);
  });

  it('says more or less power, and beats only where there are some at the same watts', () => {
    expect(overlayTests(test(250, 160), test(260, null)).says).toBe(
      '4 % more mean power than before; no heart rate at the same watts to compare.',
    );
    expect(overlayTests(test(260, 165), test(258, 158)).says).toContain('7 beats fewer');
    expect(overlayTests(test(260, 158), test(260, 165)).says).toContain('7 beats more');
    expect(overlayTests(test(200, 140), test(260, 160)).beats).toEqual([]);
  });

  it('a shorter test ends where it ends', () => {
    const { points } = overlayTests(
      { watts: new Array<number>(300).fill(250), bpm: null },
      test(250, 150),
    );
    expect(
      points.filter(({ second }) => second >= 300).every(({ beforeW }) => beforeW === null),
    ).toBe(true);
    expect(points).toHaveLength(80);
  });
});

describe('start and step of a ramp', () => {
  it.each([
    { startW: 120, stepW: 20 },
    { startW: 80, stepW: 15 },
    { startW: 140, stepW: 25 },
    { startW: 60, stepW: 10 },
  ])('are seen in the recording: $startW W, + $stepW W', (shape) => {
    let exact = 0;
    for (let seed = 1; seed <= 12; seed += 1) {
      const { watts } = ridden('ramp', seed, undefined, { ramp: { ...shape, stageS: 60 } });
      const seen = rampSeen(watts, 60);
      expect(seen?.stepW).toBe(shape.stepW);
      // Where its first stages do not show, it is seen from a later one on: on the same watts.
      const off = (seen?.startW ?? 0) - shape.startW;
      expect(Math.abs(off - Math.round(off / shape.stepW) * shape.stepW)).toBeLessThanOrEqual(5);
      if (off === 0) exact += 1;
    }
    expect(exact).toBeGreaterThanOrEqual(8);
  });

  it('are those of the recording where a ramp made for somebody fits its later stages, too', () => {
    const stages = Array.from({ length: 9 }, (_, stage) => 120 + 25 * stage);
    const legs = (second: number): number => (second % 7) - 3;
    const watts = Float64Array.from(
      [...new Array<number>(10).fill(130), ...stages, ...new Array<number>(5).fill(90)].flatMap(
        (each) => Array.from({ length: 60 }, (_, second) => each + legs(second)),
      ),
    );
    expect(whichRamp(watts, [{ startW: 100, stepW: 20 }])).toEqual({ startW: 120, stepW: 25 });
  });

  it('are not seen where nothing rises in steps', () => {
    for (const protocol of ['twenty-minute', 'four-efforts', 'on-off-twenty'] as const)
      expect(rampSeen(ridden(protocol, 4).watts, 60)).toBeNull();
    expect(rampSeen(new Float64Array(1200).fill(200), 60)).toBeNull();
  });
});
