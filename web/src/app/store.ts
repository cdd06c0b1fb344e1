import { configureStore } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { api } from '../shared/api/client.ts';
import { drafts } from '../features/sessions/draftSlice.ts';
import { keepDrafts } from '../features/sessions/draftStorage.ts';
import { rememberSteps } from '../shared/journalStep.ts';
import { view } from '../shared/viewSlice.ts';

export const store = configureStore({
  reducer: {
    [api.reducerPath]: api.reducer,
    [view.name]: view.reducer,
    [drafts.name]: drafts.reducer,
  },
  middleware: (standard) =>
    standard({ serializableCheck: false, immutableCheck: false }).concat(
      rememberSteps,
      api.middleware,
    ),
});
setupListeners(store.dispatch);
store.subscribe(() => keepDrafts(store.getState().drafts));
