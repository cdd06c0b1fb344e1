import {
  expand,
  moveItem,
  nearestTime,
  nextTime,
  type Plan,
  planSchema,
  rowsOf,
  sessionNumbers,
  setTime,
  shiftTarget,
  type Step,
  stepOf,
} from '@uphill/core/sessions';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyPlan } from './arbitrary.ts';
import { eights, INES, percent, plan, set, step } from './support.ts';

const workOf = (of: Plan): Step =>
  rowsOf(of).find(({ step: { role } }) => role === 'work')?.step as Step;
const total = (of: Plan): number => sessionNumbers(of, INES).totalS.value;

/** Any session with one of its steps. */
const anyStepOf = anyPlan.chain((session) =>
  fc.constantFrom(...rowsOf(session).map(({ step: { id } }) => id)).map((id) => ({ session, id })),
);

describe('times by key and by dragging', () => {
  it('go up and down the same ladder: 5 s under 2 min, 30 s under 20, else a minute', () => {
    expect([5, 115, 120, 1170, 1200, 7200].map((seconds) => nextTime(seconds, 1))).toEqual([
      10, 120, 150, 1200, 1260, 7260,
    ]);
    expect([10, 120, 150, 1200, 1260, 5].map((seconds) => nextTime(seconds, -1))).toEqual([
      5, 115, 120, 1170, 1200, 5,
    ]);
    expect([
      nextTime(483, 1),
      nextTime(483, -1),
      nextTime(483, 1, true),
      nextTime(6 * 3600, 1),
    ]).toEqual([510, 480, 484, 6 * 3600]);
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 6 * 3600 }), (seconds) => {
        const up = nextTime(seconds, 1);
        const down = nextTime(seconds, -1);
        expect(up > seconds || seconds === 6 * 3600).toBe(true);
        expect(down < seconds || seconds === 5).toBe(true);
        // A rung is a rung from both sides.
        if (up < 6 * 3600) expect(nextTime(nextTime(up, 1), -1)).toBe(up);
        const near = nearestTime(seconds);
        expect(near).toBeGreaterThanOrEqual(down);
        expect(near).toBeLessThanOrEqual(up);
        expect(nearestTime(near)).toBe(near);
        expect(nearestTime(seconds, true)).toBe(seconds);
      }),
    );
  });

  it('a step as long as it is dragged to, in every rep; with Alt in one rep alone', () => {
    const session = eights();
    const { id } = workOf(session);
    expect(total(setTime(session, id, 540)) - total(session)).toBe(4 * 60);
    const only = setTime(session, id, 540, 3);
    expect(total(only) - total(session)).toBe(60);
    expect(
      expand(only, INES).flatMap(({ rep, seconds }) => (rep === null ? [] : [seconds])),
    ).toEqual([480, 480, 540, 480]);
    // Once more on the same rep changes it again, another rep stands beside it, in order.
    const twice = setTime(setTime(only, id, 300, 3), id, 420, 1);
    expect(stepOf(twice, id)?.exceptions).toEqual([
      { rep: 1, seconds: 420 },
      { rep: 3, seconds: 300 },
    ]);
  });

  it('whatever is nudged in any session can be stored, and nothing else of it moves', () => {
    fc.assert(
      fc.property(
        anyStepOf,
        fc.integer({ min: 5, max: 21_600 }),
        fc.integer({ min: -30, max: 30 }),
        fc.option(fc.integer({ min: 1, max: 9 })),
        fc.boolean(),
        ({ session, id }, seconds, by, onlyRep, fine) => {
          for (const changed of [
            setTime(session, id, seconds, onlyRep),
            shiftTarget(session, id, by, onlyRep, fine),
          ]) {
            expect(planSchema.safeParse(changed).error?.issues).toBeUndefined();
            const others = (of: Plan) =>
              rowsOf(of).flatMap(({ step: each }) => (each.id === id ? [] : [each]));
            expect(others(changed)).toEqual(others(session));
          }
        },
      ),
      { numRuns: 200 },
    );
  });
});

describe('targets by key and by dragging', () => {
  const shifted = (target: Parameters<typeof step>[1], by: number, fine = false) => {
    const session = plan(step(300, target));
    const { target: after } = workOf(shiftTarget(session, workOf(session).id, by, null, fine));
    return after.kind === 'steady' ? after.effort : [after.from, after.to];
  };

  it('one per cent, five watts or one, one beat, one zone, one RPE; both ends of a changing step', () => {
    expect(shifted(percent(98, 102), 2)).toEqual(percent(100, 104));
    expect([
      shifted({ kind: 'watts', low: 260, high: 270 }, -1),
      shifted({ kind: 'watts', low: 260, high: 270 }, 1, true),
    ]).toEqual([
      { kind: 'watts', low: 255, high: 265 },
      { kind: 'watts', low: 261, high: 271 },
    ]);
    expect(shifted({ kind: 'heartRate', low: null, high: 166 }, 1)).toEqual({
      kind: 'heartRate',
      low: null,
      high: 167,
    });
    expect([shifted({ kind: 'zone', zone: 4 }, 3), shifted({ kind: 'zone', zone: 7 }, 1)]).toEqual([
      { kind: 'zone', zone: 5 },
      { kind: 'zone', zone: 7 },
    ]);
    expect(shifted({ kind: 'rpe', low: 9, high: 10 }, 1)).toEqual({
      kind: 'rpe',
      low: 10,
      high: 10,
    });
    expect(shifted({ kind: 'changing', from: percent(50), to: percent(90) }, -1)).toEqual([
      percent(49),
      percent(89),
    ]);
  });

  it('what has no figure stays, and the same session comes back', () => {
    for (const effort of [
      { kind: 'max' as const },
      { kind: 'easy' as const },
      { kind: 'unread' as const, text: 'hardish' },
    ]) {
      const session = plan(step(300, effort));
      expect(shiftTarget(session, workOf(session).id, 3)).toBe(session);
    }
    expect(shiftTarget(eights(), 'no such step', 1)).toEqual(expect.objectContaining({ name: '' }));
  });

  it('one rep alone is shifted from where that rep stood', () => {
    const session = eights();
    const { id } = workOf(session);
    const twice = shiftTarget(shiftTarget(session, id, 2, 3), id, 1, 3);
    expect(stepOf(twice, id)).toMatchObject({
      target: { effort: percent(98, 102) },
      exceptions: [{ rep: 3, effort: percent(101, 105) }],
    });
  });
});

describe('moving', () => {
  it('there and back is where it was, whatever it stands in; places beyond the ends are the ends', () => {
    fc.assert(
      fc.property(anyStepOf, fc.integer({ min: -2, max: 8 }), ({ session, id }, to) => {
        const ids = (of: Plan) => of.items.map((item) => item.id);
        const moved = moveItem(session, id, to);
        const holds = (of: Plan) =>
          of.items.findIndex((item) => rowsOf(plan(item)).some(({ step: each }) => each.id === id));
        expect(holds(moved)).toBe(Math.min(session.items.length - 1, Math.max(0, to)));
        expect([...ids(moved)].sort()).toEqual([...ids(session)].sort());
        expect(moveItem(moved, id, holds(session))).toEqual(session);
        expect(total(moved)).toBe(total(session));
      }),
    );
  });

  it('a rest moves with its set', () => {
    const session = plan(
      step(600, percent(50), 'warmUp'),
      set(3, [step(240, percent(100))], 120),
      step(300, percent(40), 'coolDown'),
    );
    const rest = rowsOf(session).find(({ restOf }) => restOf !== null)?.step.id ?? '';
    expect(moveItem(session, rest, 0).items.map(({ kind }) => kind)).toEqual([
      'set',
      'step',
      'step',
    ]);
  });
});
