import type { OwnSchemeEntry, SchemeFields, Settings, SettingsChange } from '@uphill/api';
import { after, api, type Named } from './client.ts';

/** Zone schemes of one’s own, and the settings of the house. */
export const schemesApi = api.injectEndpoints({
  endpoints: (build) => ({
    schemes: build.query<OwnSchemeEntry[], void>({
      query: () => '/schemes',
      providesTags: ['schemes'],
    }),
    addScheme: build.mutation<OwnSchemeEntry, SchemeFields>({
      query: (body) => ({ url: '/schemes', method: 'POST', body }),
      invalidatesTags: after(['schemes', 'journal']),
    }),
    changeScheme: build.mutation<OwnSchemeEntry, OwnSchemeEntry>({
      query: ({ id, ...body }) => ({ url: `/schemes/${id}`, method: 'PUT', body }),
      invalidatesTags: after(['schemes', 'journal']),
    }),
    removeScheme: build.mutation<null, Named>({
      query: ({ id, version }) => ({
        url: `/schemes/${id}`,
        method: 'DELETE',
        params: { version },
      }),
      invalidatesTags: after(['schemes', 'riders', 'journal']),
    }),
    settings: build.query<Settings, void>({ query: () => '/settings', providesTags: ['schemes'] }),
    changeSettings: build.mutation<Settings, SettingsChange>({
      query: (body) => ({ url: '/settings', method: 'PATCH', body }),
      invalidatesTags: after(['schemes', 'journal']),
    }),
  }),
});
