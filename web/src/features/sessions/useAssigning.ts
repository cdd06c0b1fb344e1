import { useCallback } from 'react';
import { useAppDispatch, useAppSelector } from '../../shared/state.ts';
import { assigningChanged } from '../../shared/viewSlice.ts';

const MOST_DAYS = 31;
const KEPT = 'uphill.assigned';

/** The riders that a session was last assigned to, on this device. */
export function lastChoice(): readonly string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEPT) ?? '[]');
    return Array.isArray(kept) ? kept.filter((id): id is string => typeof id === 'string') : [];
  } catch {
    return [];
  }
}

export function keepChoice(riders: readonly string[]): void {
  localStorage.setItem(KEPT, JSON.stringify(riders));
}

/** Whom and when: kept until it is assigned or cancelled, also while the squad sheet is looked at. */
export function useAssigning(sessionId: string, riderId: string) {
  const dispatch = useAppDispatch();
  const kept = useAppSelector(({ view }) =>
    view.assigning?.sessionId === sessionId ? view.assigning : null,
  );
  const chosen = kept?.riders ?? [riderId];
  const dates = kept?.dates ?? [];
  const set = (riders: readonly string[], days: readonly string[]): void =>
    void dispatch(assigningChanged({ sessionId, riders, dates: days }));
  const done = useCallback((): void => void dispatch(assigningChanged(null)), [dispatch]);
  return {
    chosen,
    dates,
    choose: (riders: readonly string[]): void => set(riders, dates),
    toggleDay: (day: string): void =>
      set(
        chosen,
        dates.includes(day)
          ? dates.filter((other) => other !== day)
          : [...dates, day].sort().slice(0, MOST_DAYS),
      ),
    done,
  };
}
