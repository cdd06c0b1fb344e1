import type { MarkedEffortEntry, NewMarkedEffort } from '@uphill/api';
import { about, after, api, changed } from './client.ts';

/** Efforts that the coach marked maximal. */
export const markedEffortsApi = api.injectEndpoints({
  endpoints: (build) => ({
    markedEfforts: build.query<MarkedEffortEntry[], string>({
      query: (riderId) => `/riders/${riderId}/marked-efforts`,
      providesTags: (_marks, _error, riderId) => about(riderId, 'markedEfforts'),
    }),
    markEffort: build.mutation<MarkedEffortEntry, NewMarkedEffort & { riderId: string }>({
      query: ({ riderId, ...body }) => ({
        url: `/riders/${riderId}/marked-efforts`,
        method: 'POST',
        body,
      }),
      invalidatesTags: after(({ riderId }) => [
        ...changed(riderId, 'markedEfforts', 'models'),
        'journal',
      ]),
    }),
    withdrawMark: build.mutation<
      MarkedEffortEntry,
      { riderId: string; id: string; version: number; withdrawn: string | null }
    >({
      query: ({ riderId, id, version, withdrawn }) => ({
        url: `/riders/${riderId}/marked-efforts/${id}`,
        method: 'PATCH',
        body: { version, withdrawn },
      }),
      invalidatesTags: after(({ riderId }) => [
        ...changed(riderId, 'markedEfforts', 'models'),
        'journal',
      ]),
    }),
  }),
});
