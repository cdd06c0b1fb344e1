import type { Store } from '@reduxjs/toolkit';
import { useSelector, useStore } from 'react-redux';
import type { SavingState } from '../../shared/autosave/savingSlice.ts';
import type { Draft } from './draftSlice.ts';

/** What the store holds of sessions and days that are being written. */
export interface DraftState extends SavingState {
  readonly drafts: Readonly<Record<string, Draft>>;
}

export const useDraftSelector = useSelector.withTypes<DraftState>();
export const useDraftStore = useStore.withTypes<Store<DraftState>>();
