import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  changeSet,
  duplicateStep,
  expand,
  insertBelow,
  makeSet,
  moveStep,
  nameFromSets,
  openSet,
  type Plan,
  planSchema,
  problemsOf,
  removeStep,
  rowsOf,
  sessionNumbers,
  streamOf,
} from '@uphill/core/sessions';
import { eights, INES, newId, percent, plan, set, step } from './support.ts';

const MAUD = { ...INES, firstName: 'Maud', ftpW: null, hasPower: false };

describe('laying a session out', () => {
  it('4 × 8:00 with 4:00 between lasts 1 h 09, 32:00 of it at target', () => {
    const numbers = sessionNumbers(eights(), INES);
    expect(numbers.totalS.value).toBe(69 * 60);
    expect(numbers.timeAtTargetS.value).toBe(32 * 60);
    expect(numbers.reps).toBe(4);
    expect(
      numbers.segments
        .filter(({ role }) => role === 'work')
        .map(({ from }) => [from?.lowW, from?.highW]),
    ).toEqual(new Array(4).fill([257, 267]));
  });

  it.each([
    [
      '2 × (3 × 4:00, 4:00 between), 8:00 between',
      plan(set(2, [set(3, [step(240, percent(112))], 240) as never], 480)),
      48 * 60,
      6,
    ],
    [
      '5 × 3:00, 3:00 after each',
      plan(set(5, [step(180, percent(117))], 180, 'afterEach')),
      30 * 60,
      5,
    ],
    [
      '20 × 15 s and 1:45',
      plan(set(20, [step(15, percent(140)), step(105, percent(75))], null)),
      40 * 60,
      20,
    ],
    [
      '2 × 5 × (1:00 and 1:00), 5:00 between sets',
      plan(set(2, [set(5, [step(60, percent(110)), step(60, percent(90))], null) as never], 300)),
      25 * 60,
      10,
    ],
  ])('%s', (_, session, seconds, reps) => {
    const numbers = sessionNumbers(session, INES);
    expect([numbers.totalS.value, numbers.reps]).toEqual([seconds, reps]);
  });

  it('a rising step is linear at (i + ½) ÷ n, a range its midpoint, easy 50 %, Sprint 170 %', () => {
    const stream = streamOf(
      expand(
        plan(
          step(4, { kind: 'changing', from: percent(0.1 + 49.9), to: percent(90) }),
          step(1, percent(98, 102)),
          step(1, { kind: 'easy' }),
          step(1, { kind: 'zone', zone: 7 }),
        ),
        { ...INES, ftpW: 200 },
      ),
    );
    expect([...(stream ?? [])]).toEqual([110, 130, 150, 170, 200, 100, 340]);
  });

  it('an hour at FTP is 100 points and 3.6 kJ a watt; the working ends in the same figure', () => {
    const numbers = sessionNumbers(plan(step(3600, percent(100))), INES);
    expect(numbers.load.value).toBeCloseTo(100, 9);
    expect(numbers.energyKj?.value).toBeCloseTo(262 * 3.6, 9);
    expect(numbers.load.lines.at(-1)).toEqual({ label: 'Load', figure: '100.0' });
  });

  it('without FTP there are no watts, and load comes from effort', () => {
    const numbers = sessionNumbers(plan(step(3600, { kind: 'rpe', low: 3, high: 3 })), MAUD);
    expect([numbers.energyKj, numbers.surgeWeightedW, numbers.load.value]).toEqual([
      null,
      null,
      45,
    ]);
    expect(numbers.load.rule).toContain('effort');
  });

  it('a step whose target is unread is in the time, and in no other sum', () => {
    const sound = step(3600, percent(100));
    const numbers = sessionNumbers(
      plan(sound, step(600, { kind: 'unread', text: 'hardish' })),
      INES,
    );
    expect([numbers.totalS.value, numbers.uncounted]).toEqual([4200, 1]);
    expect(numbers.load.value).toBeCloseTo(100, 9);
  });

  it('the same watts whatever the FTP where watts are meant; others follow the rider', () => {
    fc.assert(
      fc.property(fc.integer({ min: 40, max: 600 }), (ftpW) => {
        const [fixed, share] = expand(
          plan(step(60, { kind: 'watts', low: 250, high: 250 }), step(60, percent(100))),
          { ...INES, ftpW },
        );
        expect([fixed?.from?.countedW, share?.from?.countedW]).toEqual([250, ftpW]);
      }),
    );
  });
});

describe('editing', () => {
  const ids = (session: Plan) => rowsOf(session).map(({ step: { id } }) => id);
  const edits: ((session: Plan, row: string) => Plan)[] = [
    (session, row) => insertBelow(session, row, step(60, percent(90))),
    (session, row) => duplicateStep(session, row, newId),
    removeStep,
    (session, row) => makeSet(session, row, newId),
    (session, row) => moveStep(session, row, 1),
    (session, row) => moveStep(session, row, -1),
    (session, row) => {
      const around = rowsOf(session).find(({ step: { id } }) => id === row)?.sets[0];
      return around ? openSet(session, around.id) : session;
    },
  ];

  it('any run of edits leaves a session the schema accepts, with ids that differ', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(edits.length - 1), fc.nat(30)), { maxLength: 25 }),
        (run) => {
          let session = eights();
          for (const [edit, at] of run) {
            const row = ids(session)[at % Math.max(1, ids(session).length)];
            if (row) session = edits[edit]?.(session, row) ?? session;
          }
          expect(planSchema.safeParse(session).error?.issues).toBeUndefined();
          expect(new Set(ids(session)).size).toBe(ids(session).length);
        },
      ),
    );
  });

  it('a step becomes a set, a set a group, and opening gives the steps back', () => {
    const single = plan(step(480, percent(98, 102)));
    const row = ids(single)[0] ?? '';
    const asSet = makeSet(single, row, newId);
    const group = makeSet(asSet, row, newId);
    expect(nameFromSets(asSet)).toBe('2 × 8:00 at 98–102 %');
    expect(nameFromSets(group)).toBe('2 × (2 × 8:00 at 98–102 %)');
    expect(makeSet(group, row, newId)).toBe(group);
    expect(
      rowsOf(openSet(asSet, rowsOf(asSet)[0]?.sets[0]?.id ?? '')).map(({ sets }) => sets.length),
    ).toEqual([0, 0]);
  });

  it('removing the last step of a set removes the set, removing its rest leaves it without', () => {
    const session = eights();
    const [, work, rest] = ids(session);
    expect(sessionNumbers(removeStep(session, rest ?? ''), INES).totalS.value).toBe(57 * 60);
    expect(removeStep(session, work ?? '').items).toHaveLength(2);
  });
});

describe('what stands in the way', () => {
  const withWords = (field: 'time' | 'target', text: string): Plan => {
    const bad = step(60, percent(90));
    return plan(
      field === 'time'
        ? { ...bad, length: { kind: 'unread', text } }
        : { ...bad, target: { kind: 'steady', effort: { kind: 'unread', text } } },
    );
  };

  it.each([
    [withWords('time', '0'), 'at least 1 s'],
    [withWords('time', '30 h'), 'more than a day'],
    [withWords('target', '0 %'), 'between 1 and 400'],
    [withWords('target', '900 %'), 'between 1 and 400'],
    [withWords('target', '102–98 %'), 'Swap them?'],
    [plan(), 'no steps yet'],
    [changeSet(plan(set(4, [step(60, percent(90))], null)), '', {}), null],
    [
      plan({ ...set(4, [step(60, percent(90))], null), reps: { kind: 'unread', text: '0' } }),
      '0 reps is not a set',
    ],
    [plan(set(99, [step(86_400, percent(60))], null)), 'The longest is 24 h'],
    [plan(set(99, [set(99, [step(1, percent(60))], null) as never], null)), 'The most is 2000'],
  ])('%#: %s', (session, why) => {
    const reasons = problemsOf(session)
      .map(({ reason }) => reason)
      .join(' ');
    if (why === null) expect(reasons).toBe('');
    else expect(reasons).toContain(why);
  });
});
