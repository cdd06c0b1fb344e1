import { configureStore } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { useDispatch, useSelector, useStore } from 'react-redux';
import { api } from '../api/client.ts';
import { drafts } from '../features/sessions/draftSlice.ts';
import { keepDrafts } from '../features/sessions/draftStorage.ts';
import { view } from './viewSlice.ts';

export const store = configureStore({
  reducer: {
    [api.reducerPath]: api.reducer,
    [view.name]: view.reducer,
    [drafts.name]: drafts.reducer,
  },
  middleware: (standard) =>
    standard({ serializableCheck: false, immutableCheck: false }).concat(api.middleware),
});
setupListeners(store.dispatch);
store.subscribe(() => keepDrafts(store.getState().drafts));

export type State = ReturnType<typeof store.getState>;
export type Dispatch = typeof store.dispatch;
export const useAppDispatch = useDispatch.withTypes<Dispatch>();
export const useAppStore = useStore.withTypes<typeof store>();
export const useAppSelector = useSelector.withTypes<State>();
