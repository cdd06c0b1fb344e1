import { useSyncExternalStore } from 'react';

/** The day whose figures are on show: told by pointing or by the focus, without drawing the weeks anew. */
export interface Shown {
  readonly get: () => string;
  readonly set: (date: string) => void;
  readonly subscribe: (tell: () => void) => () => void;
}

/** Shows a day until another is pointed at. */
export function newShown(first: string): Shown {
  let date = first;
  const listeners = new Set<() => void>();
  return {
    get: () => date,
    set(next) {
      date = next;
      for (const tell of listeners) tell();
    },
    subscribe(tell) {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
  };
}

/** The day on show, for who draws its figures. */
export function useShownDay({ subscribe, get }: Shown): string {
  return useSyncExternalStore(subscribe, get);
}
