import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  alongside,
  checkTest,
  lactateProblems,
  type LactateSample,
  protocolOf,
  readLactate,
  resultOf,
  whatNext,
  withinStages,
} from '@uphill/core/testing';
import sums from './cases/sums.json' with { type: 'json' };

const sample = (
  stageW: number,
  mmol: number,
  over: Partial<LactateSample> = {},
): LactateSample => ({
  stageW,
  at: 'end',
  mmol,
  bpm: null,
  rpe: null,
  struck: null,
  fraction: 1,
  ...over,
});
const stages = sums.lactate.stages.map(([watts = 0, mmol = 0], index) =>
  sample(watts, mmol, { bpm: 110 + 9 * index, rpe: 2 + index }),
);

describe('lactate steps', () => {
  it('LT1 by the rise is the stage before; LT2 by D-max lies where the curve sags furthest below its chord', () => {
    const { lt1, lt2, lt2ApartW } = readLactate(stages, 20);
    expect(lt1.rise.ok && lt1.rise.value.value).toBe(180);
    expect(lt2.dmax.ok && lt2.dmax.value.value).toBeGreaterThan(235);
    expect(lt2.dmax.ok && lt2.dmax.value.value).toBeLessThan(260);
    expect(lt2ApartW).toBeCloseTo(lt2.dmax.ok ? Math.abs(lt2.dmax.value.value - 249.41) : 0, 1);
  });

  it('on a curve that is a cubic, D-max finds the point the calculus finds', () => {
    // y = 1 + ((x − 100) ÷ 100)³: the chord from the stage before the first rise of 0.4 to the last point is met in slope at its interior third point.
    const cubic = (watts: number) => 1 + ((watts - 100) / 100) ** 3;
    const watts = Array.from({ length: 11 }, (_, index) => 100 + 20 * index);
    const { lt2 } = readLactate(
      watts.map((each) => sample(each, cubic(each))),
      20,
    );
    const rise =
      watts.findIndex(
        (each, index) => index > 0 && cubic(each) - cubic(watts[index - 1] ?? 0) >= 0.4,
      ) - 1;
    const [from, to] = [(watts[rise] ?? 0) / 100 - 1, (watts.at(-1) ?? 0) / 100 - 1];
    const slope = (to ** 3 - from ** 3) / (to - from);
    expect(lt2.dmax.ok && lt2.dmax.value.value).toBeCloseTo(100 + 100 * Math.sqrt(slope / 3), 3);
  });

  it('a struck sample never moves a threshold, whatever it reads', () => {
    const plain = readLactate(stages, 20);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: stages.length - 1 }),
        fc.double({ min: 0.3, max: 30, noNaN: true }),
        (at, mmol) => {
          const watts = (stages[at]?.stageW ?? 0) + 3;
          const withStruck = [
            ...stages.slice(0, at + 1),
            sample(watts, mmol, { struck: 'sweat' }),
            ...stages.slice(at + 1),
          ];
          expect(readLactate(withStruck, 20)).toEqual(plain);
        },
      ),
    );
  });

  it('nothing is extrapolated: too low, too high, a single stage, too few for a curve', () => {
    const why = (samples: LactateSample[]) => {
      const { lt1, lt2 } = readLactate(samples, 20);
      return [lt1.crossing, lt1.rise, lt2.crossing, lt2.dmax].map((reading) =>
        reading.ok ? 'read' : reason(reading.reason),
      );
    };
    const reason = (text: string) =>
      /No sample|start lower|for good|at least two|no chord|No stage lies|at least 5/.exec(
        text,
      )?.[0] ?? text;
    expect(why([])).toEqual(['No sample', 'at least two', 'No sample', 'at least 5']);
    expect(why([sample(140, 1.2)])).toEqual(['for good', 'at least two', 'for good', 'at least 5']);
    expect(why([sample(140, 2.4), sample(160, 2.6)])).toEqual([
      'start lower',
      'No stage lies',
      'for good',
      'at least 5',
    ]);
    expect(why([140, 160, 180, 200, 220].map((watts) => sample(watts, 1.3)))).toEqual([
      'for good',
      'No stage lies',
      'for good',
      'no chord',
    ]);
  });

  it('an unfinished last stage counts by the share that was ridden', () => {
    const { lt2 } = readLactate(
      [sample(220, 2), sample(240, 3), sample(260, 5, { fraction: 0.5 })],
      20,
    );
    // The last stage stands at 240 + 20 × 0.5 = 250 W; 4.0 lies half-way to it.
    expect(lt2.crossing.ok && lt2.crossing.value.value).toBe(245);
  });

  it('heart rate and RPE at a threshold lie between the stages; outside them there is none', () => {
    expect(alongside(stages, 20, 210, 'bpm')).toBe(141.5);
    expect(alongside(stages, 20, 210, 'rpe')).toBe(5.5);
    expect([alongside(stages, 20, 139, 'bpm'), alongside(stages, 20, 281, 'bpm')]).toEqual([
      null,
      null,
    ]);
  });

  it('within a stage a rise of 0.5 speaks for being past LT2, a fall does not', () => {
    const within = withinStages([
      sample(200, 2, { at: 'mid' }),
      sample(200, 1.8),
      sample(260, 4.4, { at: 'mid' }),
      sample(260, 4.9),
    ]);
    expect(within.map(({ stageW, pastLt2 }) => [stageW, pastLt2])).toEqual([
      [200, false],
      [260, true],
    ]);
  });

  it.each([
    [[sample(140, 0)], 'between 0.3 and 30', true],
    [[sample(140, 40)], 'between 0.3 and 30', true],
    [[sample(160, 1.2), sample(140, 1.3)], 'Stages have to rise', true],
    [[sample(140, 1.2), sample(140, 1.3)], 'two stage-end samples', true],
    [[sample(140, 1.6), sample(160, 4.2)], 'Sweat on the finger', false],
  ])('table %#: named', (samples, says, refuses) => {
    const problem = lactateProblems(samples)[0];
    expect([problem?.reason, problem?.refuses]).toEqual([expect.stringContaining(says), refuses]);
    const result = resultOf(protocolOf('lactate-steps'), {
      readingW: null,
      meanBpm: null,
      details: {
        kind: 'lactate',
        samples,
        stepW: 20,
        stageS: 240,
        lt1Mmol: 2,
        lt2Mmol: 4,
        lt1By: 'crossing',
        lt2By: 'crossing',
      },
    });
    expect(result.ok).toBe(!refuses);
  });

  it('gives FTP at LT2, names the struck sample among its checks, and a consequence', () => {
    const protocol = protocolOf('lactate-steps');
    const details = {
      kind: 'lactate',
      samples: [
        ...stages.slice(0, 3),
        sample(190, 6, { struck: 'sweat on the finger' }),
        ...stages.slice(3),
      ],
      stepW: 20,
      stageS: 240,
      lt1Mmol: 2,
      lt2Mmol: 4,
      lt1By: 'crossing',
      lt2By: 'crossing',
    } as const;
    const result = resultOf(protocol, {
      readingW: null,
      meanBpm: null,
      details: { ...details, samples: [...details.samples] },
    });
    if (!result.ok) throw new Error(result.reason);
    expect([result.value.ftp?.value, result.value.meanBpm]).toEqual([249, 159]);
    const checks = checkTest({
      protocol,
      date: '2026-11-04',
      ftpW: 249,
      expectedFtpW: 251,
      powerSource: 'crank',
      maximalBpm: 188,
      earlier: [],
      details: { ...details, samples: [...details.samples] },
    });
    expect(checks.find(({ id }) => id === 'lactateSamples')).toMatchObject({
      figure: '8, 1 struck out',
      says: 'Struck out: 190 W: sweat on the finger.',
    });
    expect(whatNext(protocol, result.value, checks, 249, 'Tomas')).toContain('under LT1');
  });
});
