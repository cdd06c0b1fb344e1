import { bandsFor, SEVEN_STEPS } from '@uphill/core/zones';
import { easyStep, expand, type Plan, type RiderOnDay, type Step } from '@uphill/core/sessions';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cornersOf, isByEffort } from '../src/charts/roadShape.ts';
import { thin } from '../src/charts/thin.ts';
import { headline } from '../src/features/sessions/day/headline.ts';
import { rungsOf } from '../src/features/zones/ladderScale.ts';
import { placeEdge } from '../src/features/tests/placeEdge.ts';

const INES: RiderOnDay = {
  firstName: 'Ines',
  ftpW: 262,
  massKg: 61,
  restingBpm: 48,
  thresholdBpm: 166,
  maximalBpm: 188,
  hasPower: true,
  easyPercent: 50,
  bests: [],
};

function planOf(...steps: Partial<Step>[]): Plan {
  const items = steps.map((step, index) => ({ ...easyStep(`s${index}`, 60), ...step }));
  return {
    name: '',
    nameFollows: true,
    purpose: '',
    system: 'threshold',
    place: 'any',
    note: '',
    items,
  };
}

describe('the ladder', () => {
  it('its rungs fill the height from foot to top, FTP inside Threshold, the longer held the wider', () => {
    fc.assert(
      fc.property(fc.integer({ min: 40, max: 600 }), (ftpW) => {
        const { rungs, y } = rungsOf(bandsFor(SEVEN_STEPS, { ftp: ftpW }), ftpW, 500, 200);
        expect(rungs[0] && rungs[0].y + rungs[0].height).toBeCloseTo(500, 6);
        expect(rungs.at(-1)?.y).toBeCloseTo(0, 6);
        for (const [index, rung] of rungs.entries()) {
          const above = rungs[index + 1];
          if (!above) continue;
          expect(above.y + above.height).toBeCloseTo(rung.y, 6);
          expect(above.width).toBeLessThan(rung.width);
        }
        const threshold = rungs[3];
        expect(
          threshold && y(ftpW) >= threshold.y && y(ftpW) <= threshold.y + threshold.height,
        ).toBe(true);
      }),
    );
  });
});

describe('the road', () => {
  const rising: Step['target'] = {
    kind: 'changing',
    from: { kind: 'watts', low: 100, high: 100 },
    to: { kind: 'watts', low: 200, high: 200 },
  };

  it('goes through the watts counted at both ends of every step', () => {
    const segments = expand(
      planOf(
        { target: rising },
        { target: { kind: 'steady', effort: { kind: 'watts', low: 240, high: 260 } } },
      ),
      INES,
    );
    expect(cornersOf(segments, isByEffort(segments))).toEqual([
      [0, 100],
      [60, 200],
      [60, 250],
      [120, 250],
    ]);
  });

  it('is drawn by effort where there are no watts, and unread steps lie on the ground', () => {
    const plan = planOf(
      { target: { kind: 'steady', effort: { kind: 'rpe', low: 7, high: 8 } } },
      { target: { kind: 'steady', effort: { kind: 'unread', text: 'hm' } } },
    );
    const segments = expand(plan, { ...INES, ftpW: null });
    expect(isByEffort(segments)).toBe(true);
    expect(cornersOf(segments, true).map(([, level]) => level)).toEqual([7.5, 7.5, 0, 0]);
  });

  it('a session is known by its first work step: in watts, else by RPE', () => {
    const plan = planOf(
      { role: 'warmUp' },
      { role: 'work', target: { kind: 'steady', effort: { kind: 'percent', low: 98, high: 102 } } },
    );
    expect(headline({ segments: expand(plan, INES) })).toBe('257–267 W');
    expect(headline({ segments: expand(plan, { ...INES, ftpW: null }) })).toBe('RPE 7–8');
    expect(headline({ segments: [] })).toBe('no target');
  });
});

describe('a recording thinned for drawing', () => {
  it('keeps the mean of every stretch, and holes as holes', () => {
    const watts = fc.array(fc.option(fc.integer({ min: 0, max: 900 }), { freq: 6 }), {
      minLength: 1,
      maxLength: 200,
    });
    fc.assert(
      fc.property(watts, fc.integer({ min: 1, max: 9 }), (ridden, every) => {
        const rows = thin(ridden, null, every);
        expect(rows).toHaveLength(Math.ceil(ridden.length / every));
        for (const { second, watts: drawn, bpm } of rows) {
          const sound = ridden.slice(second, second + every).filter((value) => value !== null);
          expect(bpm).toBeNull();
          if (sound.length === 0) expect(drawn).toBeNull();
          else
            expect(drawn).toBeCloseTo(
              sound.reduce((sum, value) => sum + value, 0) / sound.length,
              9,
            );
        }
      }),
    );
  });
});

describe('the edges of an effort', () => {
  const anywhere = fc.integer({ min: -500, max: 5000 });

  it('stay on the recording; a ramp keeps its minute, a fixed effort its length', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom('start' as const, 'end' as const), anywhere), {
          maxLength: 12,
        }),
        fc.boolean(),
        (moves, steady) => {
          const fixed = steady ? 1200 : null;
          let effort = { startS: 300, endS: 1500 };
          for (const [edge, second] of moves) {
            effort = placeEdge(effort, edge, second, 3000, fixed);
            expect(effort.startS).toBeGreaterThanOrEqual(0);
            expect(effort.endS).toBeLessThanOrEqual(3000);
            expect(effort.endS - effort.startS).toBeGreaterThanOrEqual(60);
            if (fixed !== null) expect(effort.endS - effort.startS).toBe(fixed);
          }
        },
      ),
    );
  });
});
