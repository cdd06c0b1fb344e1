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

/** What trends of a rider hang on. */
export const aboutTrends = (riderId: string) => about(riderId, 'rides', 'days', 'riders', 'models');

/** While rides are read in the background they are asked for again so often, ms. */
const AGAIN_MS = 1500;

/** How a query is followed for as long as some rides are still being read. */
export const whileWaiting = (waiting: number | undefined) => ({
  pollingInterval: (waiting ?? 0) > 0 ? AGAIN_MS : 0,
});

/** What the trends of a rider look at. */
export const trendsApi = api.injectEndpoints({
  endpoints: (build) => ({
    trends: build.query<Trends, { riderId: string; from: string; to: string }>({
      query: ({ riderId, ...params }) => ({ url: `/riders/${riderId}/trends`, params }),
      transformResponse: closed<Trends>,
      providesTags: (_trends, _error, { riderId }) => aboutTrends(riderId),
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
