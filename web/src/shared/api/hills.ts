import type { Hill, HillFields } from '@uphill/api';
import { after, api, type Named } from './client.ts';

/** Hills that are known by name. */
export const hillsApi = api.injectEndpoints({
  endpoints: (build) => ({
    hills: build.query<Hill[], void>({ query: () => '/hills', providesTags: ['hills'] }),
    addHill: build.mutation<Hill, HillFields>({
      query: (body) => ({ url: '/hills', method: 'POST', body }),
      invalidatesTags: after(['hills', 'journal']),
    }),
    changeHill: build.mutation<Hill, Hill>({
      query: ({ id, ...body }) => ({ url: `/hills/${id}`, method: 'PUT', body }),
      invalidatesTags: after(['hills', 'journal']),
    }),
    removeHill: build.mutation<null, Named>({
      query: ({ id, version }) => ({ url: `/hills/${id}`, method: 'DELETE', params: { version } }),
      invalidatesTags: after(['hills', 'journal']),
    }),
  }),
});
