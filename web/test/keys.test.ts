import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Press } from '../src/shared/keys/press.ts';

const NOTHING_HELD = { ctrlKey: false, metaKey: false, altKey: false, shiftKey: false };

/** A press as a keyboard makes it: the character it gives, what is held for it, and AltGr where that is needed. */
function press(key: string, held: Partial<typeof NOTHING_HELD> = {}, altGraph = false): Press {
  return { ...NOTHING_HELD, ...held, key, getModifierState: () => altGraph };
}

const isApart = (one: string, other: string): boolean =>
  one !== other &&
  one !== 'Anywhere' &&
  other !== 'Anywhere' &&
  [one, other].includes('In the season');

describe('keys', () => {
  let store: Map<string, string>;
  beforeEach(() => {
    store = new Map();
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => store.get(key) ?? null,
      setItem: (key: string, value: string) => store.set(key, value),
    });
    vi.resetModules();
  });
  afterEach(() => vi.unstubAllGlobals());

  const house = async () => ({
    ...(await import('../src/shared/keys/press.ts')),
    ...(await import('../src/shared/keys/rules.ts')),
    ...(await import('../src/shared/keys/settings.ts')),
  });

  it('are told by their character, wherever a keyboard has it', async () => {
    const { isKey } = await house();
    const shift = { shiftKey: true };
    const altGr = { ctrlKey: true, altKey: true };
    // American, German and Spanish: Shift with some key; French: the comma's key with Shift; a phone: nothing held.
    expect(isKey(press('?', shift), 'keys')).toBe(true);
    expect(isKey(press('?'), 'keys')).toBe(true);
    // German: Shift 7, and AltGr 8 and 9; French: figures and the full stop with Shift.
    expect(isKey(press('/', shift), 'find')).toBe(true);
    expect(isKey(press('[', altGr, true), 'easierRung')).toBe(true);
    expect(isKey(press(']', altGr, true), 'harderRung')).toBe(true);
    expect(isKey(press('2', shift), 'station2')).toBe(true);
    expect(isKey(press('.', shift), 'nextRider')).toBe(true);
    // With the capitals locked a letter is the same letter.
    expect(isKey(press('T'), 'sentence')).toBe(true);
    expect(isKey(press('o'), 'makeSet') && isKey(press('O', shift), 'openSet')).toBe(true);
    expect(isKey(press('O', shift), 'makeSet')).toBe(false);
  });

  it('mean one thing where they are heard, and nothing with another key held', async () => {
    const { isKey, KEY_IDS, keyRule } = await house();
    const pages = KEY_IDS.filter((id) => keyRule(id).place !== 'Riding');
    for (const id of pages)
      for (const key of keyRule(id).keys) {
        const parts = key.split(' ');
        const held = Object.fromEntries(parts.slice(0, -1).map((each) => [`${each}Key`, true]));
        const made = press(parts.at(-1) ?? '', held);
        // The workshop and the season are never on one page.
        const heard = pages.filter(
          (other) => !isApart(keyRule(other).place, keyRule(id).place) && isKey(made, other),
        );
        expect(heard).toEqual([id]);
      }
    for (const held of ['ctrlKey', 'metaKey', 'altKey'])
      expect(KEY_IDS.some((id) => isKey(press('/', { [held]: true }), id))).toBe(false);
  });

  it('that stand alone are all off when they are off; what is held with another key stays', async () => {
    const { isKey, KEY_IDS, keyRule, changeKeys, keysOf } = await house();
    changeKeys({ on: false });
    const off = KEY_IDS.filter((id) => keysOf(id).length === 0);
    expect(off).toEqual(KEY_IDS.filter((id) => keyRule(id).single));
    expect(off).toEqual(expect.arrayContaining(['find', 'assign', 'insert', 'pause', 'sound']));
    expect(isKey(press('g'), 'assign')).toBe(false);
    expect(isKey(press('z', { ctrlKey: true }), 'undo')).toBe(true);
  });

  it('can be changed to what is free, and stay changed when the page comes back', async () => {
    const before = await house();
    expect(before.takenBy('t', 'find')).toBe('sentence');
    expect(before.takenBy('k', 'find')).toBeUndefined();
    before.changeKeys({ changed: { find: 'k' } });
    expect(before.isKey(press('k'), 'find')).toBe(true);
    expect(before.isKey(press('/'), 'find')).toBe(false);
    vi.resetModules();
    const after = await house();
    expect([after.characterOf('find'), after.characterOf('keys')]).toEqual(['k', '?']);
  });

  it.each(['', '{', 'null', '[]', '"text"', '{"on":"yes","changed":7}'])(
    'what is no setting (%j) leaves them as they are made',
    async (kept) => {
      store.set('uphill.keys', kept);
      const { KEY_IDS, keyRule, keysOf } = await house();
      for (const id of KEY_IDS) expect(keysOf(id)).toEqual(keyRule(id).keys);
    },
  );
});
