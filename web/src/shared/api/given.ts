import type { Day, GivenDay, LaterDay, Mark, Take } from '@uphill/api';
import { about, after, api, changed, ifUndone } from './client.ts';
import type { Span } from './days.ts';

/** Days as their rider has them: as they were handed over, and what is said of them. */
export const givenApi = api.injectEndpoints({
  endpoints: (build) => ({
    /** A rider's days as they were handed over. */
    given: build.query<GivenDay[], Span & { riderId: string }>({
      query: ({ riderId, ...params }) => ({ url: `/riders/${riderId}/given`, params }),
      providesTags: (_days, _error, { riderId }) => about(riderId, 'days'),
    }),
    /** Those that show only in their morning. */
    later: build.query<LaterDay[], Span & { riderId: string }>({
      query: ({ riderId, ...params }) => ({ url: `/riders/${riderId}/given/later`, params }),
      providesTags: (_days, _error, { riderId }) => about(riderId, 'days'),
    }),
    /** One of them; what its rider does not see is not there. */
    givenDay: build.query<GivenDay, string>({
      query: (id) => `/days/${id}/given`,
      providesTags: (day) => (day ? about(day.riderId, 'days') : ifUndone),
    }),
    /** How a day went; `own` where its rider said so, wherever it is sent from. */
    markDay: build.mutation<Day, Mark & { id: string; was?: Mark; own: boolean }>({
      query: ({ id, own, ...body }) => ({
        url: `/days/${id}/mark`,
        method: 'PUT',
        body,
        ...(own ? { headers: { 'x-uphill-actor': 'rider' } } : {}),
      }),
      invalidatesTags: after((_sent, { riderId }) => [
        ...changed(riderId, 'days', 'rides', 'riders'),
        'journal',
      ]),
    }),
    /** The rider takes one of the plans that are offered for a day. */
    takeOffer: build.mutation<Day, Take & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/days/${id}/taken`, method: 'PUT', body }),
      invalidatesTags: after((_sent, { riderId }) => [...changed(riderId, 'days'), 'journal']),
    }),
  }),
});
