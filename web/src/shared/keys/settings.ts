import { useSyncExternalStore } from 'react';
import { KEY_IDS, type KeyId, keyRule } from './rules.ts';

interface KeySettings {
  /** Whether single keys work at all. */
  readonly on: boolean;
  /** Characters the coach chose instead of the standard ones. */
  readonly changed: Partial<Record<KeyId, string>>;
}

const STORED = 'uphill.keys';
const listeners = new Set<() => void>();
let settings = read();

function read(): KeySettings {
  try {
    const kept = JSON.parse(localStorage.getItem(STORED) ?? '') as Partial<KeySettings>;
    return { on: kept.on !== false, changed: typeof kept.changed === 'object' ? kept.changed : {} };
  } catch {
    return { on: true, changed: {} };
  }
}

export function changeKeys(next: Partial<KeySettings>): void {
  settings = { ...settings, ...next };
  localStorage.setItem(STORED, JSON.stringify(settings));
  for (const listener of listeners) listener();
}

export function useKeySettings(): KeySettings {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => settings,
  );
}

/** The keys that do something: the coach's own choice, or the standard ones; none where single keys are off. */
export function keysOf(id: KeyId): readonly string[] {
  const { single = false, own = false, keys } = keyRule(id);
  if (single && !settings.on) return [];
  const chosen = own ? settings.changed[id] : undefined;
  return chosen === undefined ? keys : [chosen];
}

/** The character that a key the coach may change stands on. */
export function characterOf(id: KeyId): string {
  return settings.changed[id] ?? keyRule(id).keys[0] ?? '';
}

/** What else a character does already, among the keys that may be changed and those that stand. */
export function takenBy(character: string, except: KeyId): KeyId | undefined {
  return KEY_IDS.find(
    (id) =>
      id !== except &&
      (keyRule(id).own
        ? characterOf(id) === character
        : keyRule(id).place !== 'Riding' && keyRule(id).keys.includes(character)),
  );
}
