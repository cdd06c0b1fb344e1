import { useSyncExternalStore } from 'react';

/** Something a single key does anywhere outside a field. */
export type KeyAction =
  | 'find'
  | 'keys'
  | 'previousRider'
  | 'nextRider'
  | 'station1'
  | 'station2'
  | 'station3'
  | 'station4';

interface KeyRule {
  readonly action: KeyAction;
  readonly does: string;
  readonly standard: string;
}

export const KEY_RULES: readonly KeyRule[] = [
  { action: 'find', does: 'Find or do', standard: '/' },
  { action: 'keys', does: 'Show the keys', standard: '?' },
  { action: 'previousRider', does: 'Previous rider, same station', standard: ',' },
  { action: 'nextRider', does: 'Next rider, same station', standard: '.' },
  { action: 'station1', does: 'Tests', standard: '1' },
  { action: 'station2', does: 'Zones', standard: '2' },
  { action: 'station3', does: 'Sessions', standard: '3' },
  { action: 'station4', does: 'Rides', standard: '4' },
];

interface KeySettings {
  readonly on: boolean;
  readonly changed: Partial<Record<KeyAction, string>>;
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

export function keyOf(action: KeyAction): string {
  return (
    settings.changed[action] ?? KEY_RULES.find((rule) => rule.action === action)?.standard ?? ''
  );
}

/** The action a key press means, if single keys are on and it was not typed into a field. */
export function actionOf(event: KeyboardEvent): KeyAction | null {
  if (!settings.on || event.ctrlKey || event.metaKey || event.altKey || inField(event.target))
    return null;
  return KEY_RULES.find(({ action }) => keyOf(action) === event.key)?.action ?? null;
}

/** Whether a key press belongs to what is being typed into. */
export function inField(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(?:INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}
