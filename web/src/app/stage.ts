import { useEffect, useState } from 'react';

export type Stage = 'system' | 'light' | 'night';

const KEY = 'uphill.stage';
const wish = matchMedia('(prefers-color-scheme: dark)');

function chosen(): Stage {
  const kept = localStorage.getItem(KEY);
  return kept === 'light' || kept === 'night' ? kept : 'system';
}

function apply(stage: Stage): void {
  const night = stage === 'night' || (stage === 'system' && wish.matches);
  document.documentElement.dataset['bsTheme'] = night ? 'dark' : 'light';
}

/** Sets light or night stage before the first picture is drawn, and follows the system from then on. */
export function startStage(): void {
  apply(chosen());
  wish.addEventListener('change', () => apply(chosen()));
}

/** The stage and the way to choose it; "system" follows the device. */
export function useStage(): [Stage, (stage: Stage) => void] {
  const [stage, setStage] = useState(chosen);
  useEffect(() => {
    if (stage === 'system') localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, stage);
    apply(stage);
  }, [stage]);
  return [stage, setStage];
}
