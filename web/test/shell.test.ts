import type { Worked } from '@uphill/core/working';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
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

describe('single keys', () => {
  let store: Map<string, string>;
  class Field {
    readonly tagName: string;
    readonly isContentEditable: boolean;
    constructor(tagName: string, isContentEditable = false) {
      this.tagName = tagName;
      this.isContentEditable = isContentEditable;
    }
  }

  beforeEach(() => {
    store = new Map();
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => store.get(key) ?? null,
      setItem: (key: string, value: string) => store.set(key, value),
    });
    vi.stubGlobal('HTMLElement', Field);
    vi.resetModules();
  });
  afterEach(() => vi.unstubAllGlobals());

  const keys = () => import('../src/shared/keys.ts');
  const press = (key: string, over: object = {}) =>
    ({
      key,
      ctrlKey: false,
      metaKey: false,
      altKey: false,
      target: new Field('BODY'),
      ...over,
    }) as unknown as KeyboardEvent;

  it('mean what is written beside them, each key one thing', async () => {
    const { actionOf, KEY_RULES } = await keys();
    expect(new Set(KEY_RULES.map(({ standard }) => standard)).size).toBe(KEY_RULES.length);
    for (const { action, standard } of KEY_RULES) expect(actionOf(press(standard))).toBe(action);
    expect(actionOf(press('ö'))).toBeNull();
  });

  it('do nothing in a field, with another key held, or when they are off', async () => {
    const { actionOf, changeKeys } = await keys();
    for (const tag of ['INPUT', 'TEXTAREA', 'SELECT'])
      expect(actionOf(press('/', { target: new Field(tag) }))).toBeNull();
    expect(actionOf(press('/', { target: new Field('DIV', true) }))).toBeNull();
    for (const held of ['ctrlKey', 'metaKey', 'altKey'])
      expect(actionOf(press('/', { [held]: true }))).toBeNull();
    changeKeys({ on: false });
    expect(actionOf(press('/'))).toBeNull();
    changeKeys({ on: true });
    expect(actionOf(press('/'))).toBe('find');
  });

  it('can be changed, and stay changed when the page comes back', async () => {
    const before = await keys();
    before.changeKeys({ changed: { find: 'k' } });
    expect([
      before.actionOf(press('k')),
      before.actionOf(press('/')),
      before.keyOf('find'),
    ]).toEqual(['find', null, 'k']);
    vi.resetModules();
    const after = await keys();
    expect(after).not.toBe(before);
    expect([after.keyOf('find'), after.keyOf('keys')]).toEqual(['k', '?']);
  });

  it.each(['', '{', 'null', '[]', '"text"', '{"on":"yes","changed":7}'])(
    'what is no setting (%j) leaves them as they are made',
    async (kept) => {
      store.set('uphill.keys', kept);
      const { actionOf, KEY_RULES } = await keys();
      for (const { action, standard } of KEY_RULES) expect(actionOf(press(standard))).toBe(action);
    },
  );
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
