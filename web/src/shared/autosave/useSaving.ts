import type { Problem } from '@uphill/api';
import { useSelector } from 'react-redux';
import type { SaveState, SavingState } from './savingSlice.ts';

const useSavingSelector = useSelector.withTypes<SavingState>();

/** How a draft that saves itself stands with the server, and what somebody else wrote meanwhile. */
export function useSaving<T>(id: string): {
  readonly state: SaveState;
  readonly problem: Problem | null;
  readonly theirs: T | null;
} {
  const saving = useSavingSelector((state) => state.saving[id]);
  return {
    state: saving?.state ?? 'saved',
    problem: saving?.problem ?? null,
    theirs: (saving?.theirs ?? null) as T | null,
  };
}
