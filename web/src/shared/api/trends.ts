import type { HeartOff, Trends } from '@uphill/api';
import { about, aboutAll, api } from './client.ts';

/** What the trends of a rider look at. */
export const trendsApi = api.injectEndpoints({
  endpoints: (build) => ({
    trends: build.query<Trends, { riderId: string; from: string; to: string }>({
      query: ({ riderId, ...params }) => ({ url: `/riders/${riderId}/trends`, params }),
      providesTags: (_trends, _error, { riderId }) =>
        about(riderId, 'rides', 'days', 'riders', 'models'),
    }),
    /** Riders whose heart was not as usual of late. */
    hearts: build.query<HeartOff[], void>({
      query: () => '/hearts',
      providesTags: () => aboutAll('rides', 'days', 'riders'),
    }),
  }),
});
