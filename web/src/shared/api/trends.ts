import type { HeartOff, NewRoad, Road, Trends } from '@uphill/api';
import {
  about,
  aboutAll,
  after,
  api,
  changed,
  closed,
  type Named,
  type OfRider,
} from './client.ts';

/** What the trends of a rider look at. */
export const trendsApi = api.injectEndpoints({
  endpoints: (build) => ({
    trends: build.query<Trends, { riderId: string; from: string; to: string }>({
      query: ({ riderId, ...params }) => ({ url: `/riders/${riderId}/trends`, params }),
      transformResponse: closed<Trends>,
      providesTags: (_trends, _error, { riderId }) =>
        about(riderId, 'rides', 'days', 'riders', 'models'),
    }),
    roads: build.query<Road[], string>({
      query: (riderId) => `/riders/${riderId}/roads`,
      providesTags: (_roads, _error, riderId) => about(riderId, 'rides'),
    }),
    nameRoad: build.mutation<Road, NewRoad & OfRider>({
      query: ({ riderId, ...body }) => ({ url: `/riders/${riderId}/roads`, method: 'POST', body }),
      invalidatesTags: after(({ riderId }) => [...changed(riderId, 'rides'), 'journal']),
    }),
    removeRoad: build.mutation<null, Named & OfRider>({
      query: ({ id, version }) => ({ url: `/roads/${id}`, method: 'DELETE', params: { version } }),
      invalidatesTags: after(({ riderId }) => [...changed(riderId, 'rides'), 'journal']),
    }),
    /** Riders whose heart was not as usual of late. */
    hearts: build.query<HeartOff[], void>({
      query: () => '/hearts',
      providesTags: () => aboutAll('rides', 'days', 'riders'),
    }),
  }),
});
