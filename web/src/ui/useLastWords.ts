import { useEffect, useRef } from 'react';

/** Puts in what is being typed when the tab is closed or left half-way: nothing waits for a field to be left. */
export function useLastWords(commit: () => void): void {
  const latest = useRef(commit);
  useEffect(() => {
    latest.current = commit;
  });
  useEffect(() => {
    const onLeave = (): void => latest.current();
    window.addEventListener('pagehide', onLeave);
    return () => window.removeEventListener('pagehide', onLeave);
  }, []);
}
