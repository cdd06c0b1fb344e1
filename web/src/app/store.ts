import { setupListeners } from '@reduxjs/toolkit/query';
import { watchPage } from '../shared/autosave/autosave.ts';
import { followChanges } from '../shared/api/follow.ts';
import { makeStore } from './makeStore.ts';

export const store = makeStore();
setupListeners(store.dispatch);
watchPage(store.dispatch);
followChanges(store.dispatch);
