import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  askedOf,
  beatsWorking,
  expand,
  assignedTo,
  heatCaution,
  isHot,
  nameFor,
  nameFromSets,
  printAsked,
  type RiderOnDay,
  sessionVerdict,
} from '@uphill/core/sessions';
import { bandsFor, FIVE_BY_THRESHOLD_HR } from '@uphill/core/zones';
import { healthVerdict } from '@uphill/core/rider';
import { anyRichPlan } from './arbitrary.ts';
import { eights, INES, percent, plan, step } from './support.ts';

const zones = bandsFor(FIVE_BY_THRESHOLD_HR, { thresholdHr: 157 });
const MAUD: RiderOnDay = {
  ...INES,
  firstName: 'Maud',
  ftpW: null,
  thresholdBpm: 157,
  maximalBpm: 171,
  hasPower: false,
  fit: null,
  pair: null,
  bests: [],
  heartZones: zones,
};
const CLEAR = healthVerdict(null, { birthYear: 1990, sex: null }, '2026-11-24');

describe('a rider without a power meter', () => {
  it('is asked beats of her own zones and RPE, never watts or percent', () => {
    fc.assert(
      fc.property(anyRichPlan, (made) => {
        for (const { from, to } of expand(made, MAUD))
          for (const asked of [from, to]) {
            if (!asked) continue;
            expect([asked.lowW, asked.highW, asked.countedW, asked.counts]).toEqual([
              null,
              null,
              null,
              null,
            ]);
            expect(printAsked(asked)).toMatch(/ bpm$|^RPE /);
          }
        const { looks, why } = sessionVerdict(made, MAUD);
        expect([looks, why]).toEqual([
          [],
          'Maud rides by heart rate and RPE, so there is no verdict.',
        ]);
      }),
    );
  });

  it('98–102 % is zone 4 of hers; what is too short for the heart, or flat out, is RPE', () => {
    const asked = (effort: Parameters<typeof askedOf>[0], seconds: number) => {
      const found = askedOf(effort, MAUD, seconds);
      return found && printAsked(found);
    };
    expect(asked(percent(98, 102), 480)).toBe('149–157 bpm');
    expect([
      asked(percent(98, 102), 119),
      asked(percent(115), 180),
      asked({ kind: 'max' }, 300),
    ]).toEqual(['RPE 7–8', 'over 157 bpm', 'RPE 10']);
    expect([
      asked({ kind: 'easy' }, 240),
      asked({ kind: 'heartRate', low: null, high: 140 }, 600),
    ]).toEqual(['≤ 126 bpm', '≤ 140 bpm']);
    expect(beatsWorking(percent(98, 102), MAUD, 480)).toMatchObject({
      value: '149–157',
      lines: [{ label: 'RPE 7–8', figure: 'zone 4, Threshold' }, {}],
    });
    // Where heart rate says nothing, RPE governs.
    expect(printAsked(askedOf(percent(98, 102), { ...MAUD, heartZones: null }, 480) as never)).toBe(
      'RPE 7–8',
    );
  });

  it('has days named by effort where nobody named the session, and is assigned by beats', () => {
    const follows = { ...eights(), nameFollows: true };
    const named = { ...follows, name: nameFromSets(follows) };
    expect([nameFor(named, MAUD), nameFor(named, INES)]).toEqual([
      '4 × 8:00 at RPE 7–8',
      named.name,
    ]);
    expect(nameFor({ ...named, name: 'Reservoir eights', nameFollows: false }, MAUD)).toBe(
      'Reservoir eights',
    );
    const { work, exceptions } = assignedTo(named, MAUD, CLEAR);
    expect([work, exceptions]).toEqual([
      'RPE 7–8, 149–157 bpm',
      ['Maud has no power meter: assigned as RPE 7–8, 149–157 bpm.'],
    ]);
    expect(assignedTo(plan(step(600, percent(50))), MAUD, CLEAR).work).toBe('RPE 1–2, ≤ 126 bpm');
  });
});

describe('heat', () => {
  it('is said over 28 °C, and by figure', () => {
    expect([isHot(28), isHot(28.5), isHot(null)]).toEqual([false, true, false]);
    expect([
      heatCaution(28, 'session'),
      heatCaution(31, 'session'),
      heatCaution(31, 'test')?.startsWith('31 °C'),
    ]).toEqual([
      null,
      '31 °C: by effort today; shorten it, or ride in the cool hours. The watts are upper limits.',
      true,
    ]);
  });
});
