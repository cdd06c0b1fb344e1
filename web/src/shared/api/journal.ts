import type { Backup, Journal, ServerHealth } from '@uphill/api';
import { after, api } from './client.ts';

/** Undo and redo of what is stored. */
export const journalApi = api.injectEndpoints({
  endpoints: (build) => ({
    serverHealth: build.query<ServerHealth, void>({ query: () => '/health' }),
    backUp: build.mutation<Backup, void>({ query: () => ({ url: '/backup', method: 'POST' }) }),
    journal: build.query<Journal, void>({ query: () => '/journal', providesTags: ['journal'] }),
    undo: build.mutation<Journal & { did: string }, { way: 'undo' | 'redo'; step?: number }>({
      query: ({ way, step }) => ({
        url: `/${way}`,
        method: 'POST',
        ...(step === undefined ? {} : { params: { step } }),
      }),
      invalidatesTags: after([
        'riders',
        'tests',
        'testDays',
        'schemes',
        'sessions',
        'days',
        'rides',
        'hills',
        'markedEfforts',
        'models',
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
