import type { Store, ThunkDispatch, UnknownAction } from '@reduxjs/toolkit';
import { useDispatch, useSelector, useStore } from 'react-redux';
import type { ViewState } from './viewSlice.ts';

/** What every view may look at in the store. A feature with a slice of its own asks for that beside. */
export interface SharedState {
  readonly view: ViewState;
}

export const useAppDispatch =
  useDispatch.withTypes<ThunkDispatch<SharedState, undefined, UnknownAction>>();
export const useAppSelector = useSelector.withTypes<SharedState>();
export const useAppStore = useStore.withTypes<Store<SharedState>>();
