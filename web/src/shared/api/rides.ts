import type { MonthOfDays, NewRide, Ride, RideChange, RideLink, RideWhole } from '@uphill/api';
import { after, api } from './client.ts';

/** Rides as things of their own. */
export const ridesApi = api.injectEndpoints({
  endpoints: (build) => ({
    rides: build.query<Ride[], { riderId: string; from: string; to: string }>({
      query: ({ riderId, ...params }) => ({ url: `/riders/${riderId}/rides`, params }),
      providesTags: ['rides'],
    }),
    rideMonths: build.query<MonthOfDays[], string>({
      query: (riderId) => `/riders/${riderId}/rides/months`,
      providesTags: ['rides'],
    }),
    ride: build.query<RideWhole, string>({
      query: (id) => `/rides/${id}`,
      providesTags: ['rides'],
    }),
    addRide: build.mutation<Ride, NewRide & { riderId: string }>({
      query: ({ riderId, ...body }) => ({ url: `/riders/${riderId}/rides`, method: 'POST', body }),
      invalidatesTags: after(['rides', 'journal']),
    }),
    changeRide: build.mutation<Ride, RideChange & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/rides/${id}`, method: 'PATCH', body }),
      invalidatesTags: after(['rides', 'days', 'riders', 'markedEfforts', 'journal']),
    }),
    linkRide: build.mutation<Ride, RideLink & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/rides/${id}/day`, method: 'PUT', body }),
      invalidatesTags: after(['rides', 'days', 'riders', 'journal']),
    }),
    deleteRide: build.mutation<null, { id: string; version: number }>({
      query: ({ id, version }) => ({ url: `/rides/${id}`, method: 'DELETE', params: { version } }),
      invalidatesTags: after(['rides', 'days', 'riders', 'markedEfforts', 'journal']),
    }),
  }),
});
