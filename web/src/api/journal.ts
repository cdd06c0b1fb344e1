import type { Backup, Journal } from '@uphill/api';
import { after, api } from './client.ts';

/** Undo and redo of what is stored. */
export const journalApi = api.injectEndpoints({
  endpoints: (build) => ({
    backUp: build.mutation<Backup, void>({ query: () => ({ url: '/backup', method: 'POST' }) }),
    journal: build.query<Journal, void>({ query: () => '/journal', providesTags: ['journal'] }),
    undo: build.mutation<Journal & { did: string }, 'undo' | 'redo'>({
      query: (way) => ({ url: `/${way}`, method: 'POST' }),
      invalidatesTags: after([
        'riders',
        'tests',
        'testDays',
        'schemes',
        'sessions',
        'placed',
        'hills',
        'markedEfforts',
        'journal',
      ]),
    }),
    /** A step that cannot be taken steps aside, so that what lies below can be reached. */
    stepAside: build.mutation<Journal, number>({
      query: (step) => ({ url: `/journal/${step}/aside`, method: 'POST' }),
      invalidatesTags: after(['journal']),
    }),
  }),
});
