import type { MorningChange, MorningSaid } from '@uphill/api';
import { about, after, api, changed, type OfRider } from './client.ts';

/** What riders write down in the morning. */
export const morningsApi = api.injectEndpoints({
  endpoints: (build) => ({
    mornings: build.query<MorningSaid[], OfRider & { from: string; to: string }>({
      query: ({ riderId, ...params }) => ({ url: `/riders/${riderId}/mornings`, params }),
      providesTags: (_mornings, _error, { riderId }) => about(riderId, 'riders'),
    }),
    writeMorning: build.mutation<null, MorningChange & OfRider & { date: string }>({
      query: ({ riderId, date, ...body }) => ({
        url: `/riders/${riderId}/mornings/${date}`,
        method: 'PUT',
        body,
      }),
      invalidatesTags: after(({ riderId }) => [...changed(riderId, 'riders'), 'journal']),
    }),
  }),
});
