import type { Session } from '@uphill/api';
import type { Plan } from '@uphill/core/sessions';
import { aboutAll, after, api, changed, type Closing, type Named } from './client.ts';

/** Sessions, written once and assigned often. */
export const sessionsApi = api.injectEndpoints({
  endpoints: (build) => ({
    sessions: build.query<Session[], void>({
      query: () => '/sessions',
      providesTags: aboutAll('sessions'),
    }),
    session: build.query<Session, string>({
      query: (id) => `/sessions/${id}`,
      keepUnusedDataFor: 0,
    }),
    addSession: build.mutation<Session, { plan: Plan }>({
      query: (body) => ({ url: '/sessions', method: 'POST', body }),
      invalidatesTags: after([...aboutAll('sessions'), 'journal']),
    }),
    saveSession: build.mutation<Session, { id: string; plan: Plan; version: number } & Closing>({
      query: ({ id, closing = false, ...body }) => ({
        url: `/sessions/${id}`,
        method: 'PUT',
        body,
        keepalive: closing,
      }),
      invalidatesTags: after(({ id }) => changed(id, 'sessions')),
    }),
    retireSession: build.mutation<null, Named>({
      query: ({ id, version }) => ({
        url: `/sessions/${id}`,
        method: 'DELETE',
        params: { version },
      }),
      invalidatesTags: after(({ id }) => [...changed(id, 'sessions'), 'journal']),
    }),
  }),
});
