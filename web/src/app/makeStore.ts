import { configureStore, createListenerMiddleware } from '@reduxjs/toolkit';
import { markSaver, sendMarksLeft } from '../features/sessions/day/markSaver.ts';
import { keepMarks, marks } from '../features/sessions/day/markSlice.ts';
import { drafts } from '../features/sessions/draftSlice.ts';
import { keepDrafts } from '../features/sessions/draftStorage.ts';
import { sessionSaver } from '../features/sessions/sessionSaver.ts';
import { testDaySaver } from '../features/tests/day/testDaySaver.ts';
import { testDrafts } from '../features/tests/day/testDraftSlice.ts';
import { keepTestDrafts } from '../features/tests/day/testDraftStorage.ts';
import { api } from '../shared/api/client.ts';
import { addAutosave } from '../shared/autosave/autosave.ts';
import { saving } from '../shared/autosave/savingSlice.ts';
import { rememberSteps } from '../shared/journalStep.ts';
import { view } from '../shared/viewSlice.ts';

/** The store of a page: what the server holds, what is being written, and what is looked at. */
export function makeStore() {
  const listener = createListenerMiddleware();
  const store = configureStore({
    reducer: {
      [api.reducerPath]: api.reducer,
      [view.name]: view.reducer,
      [saving.name]: saving.reducer,
      [drafts.name]: drafts.reducer,
      [testDrafts.name]: testDrafts.reducer,
      [marks.name]: marks.reducer,
    },
    middleware: (standard) =>
      standard({ serializableCheck: false, immutableCheck: false })
        .prepend(listener.middleware)
        .concat(rememberSteps, api.middleware),
  });
  type State = ReturnType<typeof store.getState>;
  const start = listener.startListening.withTypes<State, typeof store.dispatch>();
  addAutosave(start, sessionSaver);
  addAutosave(start, testDaySaver);
  addAutosave(start, markSaver, { afterMs: 0, againMs: 4000 });
  sendMarksLeft(store.getState(), store.dispatch);
  store.subscribe(() => {
    keepDrafts(store.getState().drafts);
    keepTestDrafts(store.getState().testDrafts);
    keepMarks(store.getState().marks);
  });
  return store;
}
