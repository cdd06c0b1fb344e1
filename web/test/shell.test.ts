import type { Worked } from '@uphill/core/working';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  noticeClosed,
  noticed,
  riderLookedAt,
  view,
  type ViewState,
  workingHidden,
  workingShown,
} from '../src/shared/viewSlice.ts';

const working = (rule: string): Worked<unknown> => ({
  value: 1,
  unit: 'W',
  rule,
  lines: [],
  settings: [],
});

describe('what is on show', () => {
  const start = view.reducer(undefined, { type: 'begin' });
  const after = (...actions: Parameters<typeof view.reducer>[1][]): ViewState =>
    actions.reduce((state, action) => view.reducer(state, action), start);
  const show = (figure: string, pinned: boolean) =>
    workingShown({ working: working(figure), figure, pinned, corner: 'top' });

  it('a working that was opened stays while others are only pointed at; Esc closes it, going away does not', () => {
    expect(after(show('Load', true), show('Energy', false)).working?.figure).toBe('Load');
    expect(after(show('Load', true), show('Energy', true)).working?.figure).toBe('Energy');
    expect(after(show('Load', true), workingHidden({ force: false })).working?.figure).toBe('Load');
    expect(after(show('Load', true), workingHidden({ force: true })).working).toBeNull();
    expect(after(show('Load', false), workingHidden({ force: false })).working).toBeNull();
  });

  it('only the newest notice stands, and closing an older one leaves it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.string({ minLength: 1 }), { minLength: 1, maxLength: 6 }),
        (texts) => {
          const notices = texts.map((text) => noticed(text, { kind: 'undo', step: 1 }));
          const state = after(...notices);
          expect(state.notices.map(({ text }) => text)).toEqual([texts.at(-1)]);
          const ids = notices.map(({ payload }) => payload.id);
          expect(new Set(ids).size).toBe(ids.length);
          expect(view.reducer(state, noticeClosed(ids[0] ?? 0)).notices).toHaveLength(
            texts.length === 1 ? 0 : 1,
          );
        },
      ),
    );
    expect(after(riderLookedAt('a'), riderLookedAt('b')).lastRider).toBe('b');
  });
});
