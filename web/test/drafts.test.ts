import {
  easyStep,
  type Plan,
  planSchema,
  problemsOf,
  rowsOf,
  type Step,
} from '@uphill/core/sessions';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { COLUMNS, commitCell, stepName, textOf } from '../src/features/sessions/cells.ts';
import {
  type Draft,
  drafts,
  edited,
  type EditName,
  opened,
  redone,
  repsChanged,
  type saved,
  settled,
  undone,
} from '../src/features/sessions/draftSlice.ts';
import { actOnRow, type RowAction } from '../src/features/sessions/rowActions.ts';

const work = (id: string, seconds: number): Step => ({
  ...easyStep(id, seconds),
  role: 'work',
  target: { kind: 'steady', effort: { kind: 'percent', low: 98, high: 102 } },
});

const EIGHTS: Plan = {
  name: 'Eights',
  nameFollows: false,
  purpose: '',
  system: 'threshold',
  place: 'any',
  note: '',
  items: [
    { ...easyStep('warm', 900), role: 'warmUp' },
    {
      kind: 'set',
      id: 'set',
      reps: 4,
      parts: [work('work', 480)],
      rest: { when: 'between', step: easyStep('rest', 240) },
    },
    {
      kind: 'set',
      id: 'group',
      reps: 2,
      parts: [
        {
          kind: 'set',
          id: 'inner',
          reps: 3,
          parts: [work('over', 60), work('under', 60)],
          rest: null,
        },
      ],
      rest: { when: 'afterEach', step: easyStep('long', 480) },
    },
  ],
};

const ID = 'one';
const start: Draft = { past: [], present: EIGHTS, future: [], version: 1, saved: EIGHTS };
type Action = ReturnType<
  typeof edited | typeof undone | typeof redone | typeof saved | typeof settled
>;

/** Sends actions to a fresh draft and gives what becomes of it. */
function after(...actions: readonly Action[]): Draft {
  let state = drafts.reducer(undefined, opened({ id: ID, draft: start }));
  for (const action of actions) state = drafts.reducer(state, action);
  const draft = state[ID];
  if (!draft) throw new Error('The draft is gone.');
  return draft;
}

const named = (
  number: number,
  name: EditName = { done: `edit ${number}`, undone: `before ${number}` },
): Action =>
  edited({ id: ID, plan: { ...EIGHTS, note: String(number) }, name, at: number * 10_000 });

const ACTIONS: readonly RowAction[] = [
  'insert',
  'duplicate',
  'remove',
  'makeSet',
  'openSet',
  'more',
  'fewer',
  'up',
  'down',
];

describe('undo and redo of a draft', () => {
  it('any run of edits is taken back step by step to the start, and done again to the end', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40 }), (count) => {
        const edits = Array.from({ length: count }, (_, index) => named(index + 1));
        const end = after(...edits);
        const back = after(...edits, ...edits.map(() => undone(ID)));
        const again = after(
          ...edits,
          ...edits.map(() => undone(ID)),
          ...edits.map(() => redone(ID)),
        );
        expect(back.present).toEqual(EIGHTS);
        expect(back.future.map(({ name }) => name.done)).toEqual(
          end.past.map(({ name }) => name.done),
        );
        expect(again.present).toEqual(end.present);
        expect(again.past.map(({ name }) => name.undone)).toEqual(
          end.past.map(({ name }) => name.undone),
        );
      }),
    );
  });

  it('an edit after an undo drops what was undone, and one that changes nothing is none', () => {
    const draft = after(named(1), named(2), undone(ID), named(3));
    expect(draft.past.map(({ name }) => name.done)).toEqual(['edit 1', 'edit 3']);
    expect(draft.future).toEqual([]);
    expect(
      after(edited({ id: ID, plan: EIGHTS, name: { done: '', undone: '' }, at: 0 })).past,
    ).toEqual([]);
  });

  it('is 200 deep', () => {
    const edits = Array.from({ length: 260 }, (_, index) => named(index + 1));
    const draft = after(...edits, ...Array.from({ length: 300 }, () => undone(ID)));
    expect(draft.future).toHaveLength(200);
    expect(draft.present.note).toBe('60');
  });

  it('presses on the same set within a moment are one entry, named from the first figure to the last', () => {
    const press = (from: number, to: number, at: number, key = 'set') =>
      edited({ id: ID, plan: { ...EIGHTS, note: `${to}` }, name: repsChanged(from, to, key), at });
    const run = after(press(4, 5, 0), press(5, 6, 400), press(6, 7, 900));
    expect(run.past.map(({ name }) => name.undone)).toEqual(['7 reps back to 4']);
    expect(after(press(4, 5, 0), press(5, 6, 5000)).past).toHaveLength(2);
    expect(after(press(4, 5, 0), press(2, 3, 300, 'group')).past).toHaveLength(2);
  });

  it('a conflict settled by taking theirs can be undone; keeping mine goes on from their version', () => {
    const theirs = { ...EIGHTS, note: 'theirs' };
    const settle = (keep: boolean) => settled({ id: ID, version: 7, theirs, keep, at: 1 });
    const taken = after(named(1), settle(false));
    expect([taken.present.note, taken.version]).toEqual(['theirs', 7]);
    expect(after(named(1), settle(false), undone(ID)).present.note).toBe('1');
    const kept = after(named(1), settle(true));
    expect([kept.present.note, kept.saved.note, kept.version]).toEqual(['1', 'theirs', 7]);
  });
});

describe('cells', () => {
  const rows = rowsOf(EIGHTS);

  it('leaving a cell as it stands changes nothing, in every cell', () => {
    for (const row of rows)
      for (const column of COLUMNS)
        expect(commitCell(EIGHTS, row, column, textOf(row, column))).toBeNull();
  });

  it('any words are kept: understood, or as they were typed and named as a problem', () => {
    const typed = fc.oneof(
      fc.string({ maxLength: 40 }),
      fc.constantFrom(
        '0',
        '30 h',
        '900%',
        '102-98',
        '<b>',
        'zone 9',
        '8:00',
        '95',
        '4',
        'free',
        '85–95',
        'seated, every 3rd standing',
        'last 15 s max',
        'rep 2 at',
      ),
    );
    fc.assert(
      fc.property(
        fc.nat(rows.length - 1),
        fc.constantFrom('reps', 'time', 'target', 'cadence', 'details', 'cue'),
        typed,
        (at, column, text) => {
          const row = rows[at];
          const done = row && commitCell(EIGHTS, row, column, text);
          if (!row || !done) return;
          expect(planSchema.safeParse(done.plan).error?.issues).toBeUndefined();
          const again = rowsOf(done.plan)[at];
          const shown = again ? textOf(again, column) : '';
          const wrong = problemsOf(done.plan);
          if (wrong.length > 0) expect(shown).toBe(text.trim());
          // What was understood reads back to itself.
          else if (again) expect(commitCell(done.plan, again, column as 'time', shown)).toBeNull();
        },
      ),
      { numRuns: 300 },
    );
  });

  it('names its edits there and back', () => {
    const [, row] = rows;
    if (!row) throw new Error('There is a second row.');
    expect(commitCell(EIGHTS, row, 'reps', '5')?.name).toEqual({
      done: '4 reps to 5',
      undone: '5 reps back to 4',
    });
    expect(commitCell(EIGHTS, row, 'time', '10')?.name).toEqual({
      done: 'time 8:00 to 10',
      undone: 'time 10 back to 8:00',
    });
  });

  it('steps are called by what they are', () => {
    expect(rows.map(stepName)).toEqual([
      'Warm-up',
      'Work',
      'Easy between',
      'Work',
      'Work',
      'Easy after each',
    ]);
    const falling: Step = {
      ...work('fall', 600),
      role: 'coolDown',
      target: { kind: 'changing', from: { kind: 'zone', zone: 3 }, to: { kind: 'zone', zone: 1 } },
    };
    expect(stepName({ step: falling, sets: [], restOf: null })).toBe('Cool-down, falling');
  });

  it('the rest of a set is put between or after each, the count of a group is its own', () => {
    const rest = rows[2];
    const inGroup = rows[3];
    if (!rest || !inGroup) throw new Error('The rows are there.');
    expect(commitCell(EIGHTS, rest, 'step', 'afterEach')?.plan.items[1]).toMatchObject({
      rest: { when: 'afterEach' },
    });
    expect([textOf(inGroup, 'group'), textOf(inGroup, 'reps')]).toEqual(['2', '3']);
    expect(commitCell(EIGHTS, inGroup, 'group', '3')?.plan.items[2]).toMatchObject({
      reps: 3,
      parts: [{ reps: 3 }],
    });
  });
});

describe('actions on a row', () => {
  it('any of them, in any order, leaves a sound plan and a row to stand on', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...ACTIONS), fc.nat(20)), { maxLength: 20 }),
        (run) => {
          let plan = EIGHTS;
          for (const [action, at] of run) {
            const rows = rowsOf(plan);
            const done = actOnRow(plan, rows, rows.length === 0 ? 0 : at % rows.length, action);
            if (!done) continue;
            plan = done.plan;
            expect(planSchema.safeParse(plan).error?.issues).toBeUndefined();
            const ids = rowsOf(plan).map(({ step }) => step.id);
            if (done.goTo !== null && ids.length > 0 && action !== 'remove')
              expect(ids).toContain(done.goTo);
          }
        },
      ),
    );
  });

  it('more and fewer stop at 1 and 999, and do nothing outside a set', () => {
    const rows = rowsOf(EIGHTS);
    expect(actOnRow(EIGHTS, rows, 0, 'more')).toBeNull();
    const single = {
      ...EIGHTS,
      items: [{ kind: 'set' as const, id: 's', reps: 1, parts: [work('w', 60)], rest: null }],
    };
    expect(actOnRow(single, rowsOf(single), 0, 'fewer')).toBeNull();
    const most = {
      ...EIGHTS,
      items: [{ kind: 'set' as const, id: 's', reps: 999, parts: [work('w', 60)], rest: null }],
    };
    expect(actOnRow(most, rowsOf(most), 0, 'more')).toBeNull();
  });

  it('a first step is a warm-up, and an empty table offers nothing else', () => {
    const empty = { ...EIGHTS, items: [] };
    expect(actOnRow(empty, [], 0, 'insert')?.plan.items[0]).toMatchObject({
      role: 'warmUp',
      length: { seconds: 900 },
    });
    for (const action of ACTIONS.filter((each) => each !== 'insert'))
      expect(actOnRow(empty, [], 0, action)).toBeNull();
  });
});

describe('drafts on the device', () => {
  let store: Map<string, string>;
  let room: number;

  beforeEach(() => {
    store = new Map();
    room = Infinity;
    const device = {
      getItem: (key: string) => store.get(key) ?? null,
      setItem: (key: string, value: string) => {
        if (value.length > room) throw new DOMException('full', 'QuotaExceededError');
        store.set(key, value);
      },
      removeItem: (key: string) => store.delete(key),
    };
    // Its keys are the keys that are stored, as a browser's are.
    vi.stubGlobal(
      'localStorage',
      new Proxy(device, {
        ownKeys: () => [...store.keys()],
        getOwnPropertyDescriptor: (_, key) =>
          store.has(String(key)) ? { enumerable: true, configurable: true, value: '' } : undefined,
      }),
    );
    vi.resetModules();
  });
  afterEach(() => vi.unstubAllGlobals());

  it('come back as they were left, undo included', async () => {
    const { keepDrafts, readDraft } = await import('../src/features/sessions/draftStorage.ts');
    const draft = after(named(1), named(2), undone(ID));
    keepDrafts({ [ID]: draft });
    expect(readDraft(ID)).toMatchObject({
      present: draft.present,
      version: 1,
      past: [{ name: { done: 'edit 1' } }],
      future: [{ name: { done: 'edit 2' } }],
    });
  });

  it.each(['', '{', 'null', '[]', '{"present":{}}', '"text"'])(
    'what is no draft (%j) is left alone',
    async (kept) => {
      const { readDraft } = await import('../src/features/sessions/draftStorage.ts');
      store.set(`uphill.draft.${ID}`, kept);
      expect(readDraft(ID)).toBeNull();
    },
  );

  it('a full device loses the older half of the undo before it loses the draft', async () => {
    const { keepDrafts, readDraft } = await import('../src/features/sessions/draftStorage.ts');
    const draft = after(...Array.from({ length: 150 }, (_, index) => named(index + 1)));
    room = JSON.stringify(draft).length - 10;
    keepDrafts({ [ID]: draft });
    expect(readDraft(ID)).toMatchObject({ present: { note: '150' }, past: { length: 50 } });
  });

  it('only the newest drafts are kept', async () => {
    const { keepDrafts } = await import('../src/features/sessions/draftStorage.ts');
    for (let number = 0; number < 14; number += 1) {
      vi.spyOn(Date, 'now').mockReturnValue(1_000_000_000_000 + number);
      keepDrafts({ [`session-${number}`]: { ...start } });
    }
    expect(store.size).toBeLessThanOrEqual(8);
    expect([...store.keys()]).toContain('uphill.draft.session-13');
    expect([...store.keys()]).not.toContain('uphill.draft.session-0');
  });
});
