import { useSyncExternalStore } from 'react';

export type Stage = 'system' | 'light' | 'night';

const KEY = 'uphill.stage';
const listeners = new Set<() => void>();

/** The stage that was chosen on this device; "system" follows it. */
function chosenStage(): Stage {
  const kept = localStorage.getItem(KEY);
  return kept === 'light' || kept === 'night' ? kept : 'system';
}

function apply(): void {
  const stage = chosenStage();
  const night =
    stage === 'night' || (stage === 'system' && matchMedia('(prefers-color-scheme: dark)').matches);
  document.documentElement.dataset['bsTheme'] = night ? 'dark' : 'light';
}

/** Sets light or night stage before the first picture is drawn, and follows the system from then on. */
export function startStage(): void {
  apply();
  matchMedia('(prefers-color-scheme: dark)').addEventListener('change', apply);
}

export function chooseStage(stage: Stage): void {
  if (stage === 'system') localStorage.removeItem(KEY);
  else localStorage.setItem(KEY, stage);
  apply();
  for (const listener of listeners) listener();
}

export function useStage(): Stage {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, chosenStage);
}
