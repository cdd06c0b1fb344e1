import type {
  Arrivals,
  MonthOfDays,
  NewRide,
  Ride,
  RideChange,
  RideJoin,
  RideLink,
  RideSplit,
  RideWhole,
} from '@uphill/api';
import { type Named, about, after, api, changed, ifUndone } from './client.ts';

/** Everything that a ride joined or split changes. */
const remade = (riderId: string) => [
  ...changed(riderId, 'rides', 'days', 'riders', 'markedEfforts', 'models'),
  'journal' as const,
];

/** Rides as things of their own. */
export const ridesApi = api.injectEndpoints({
  endpoints: (build) => ({
    rides: build.query<Ride[], { riderId: string; from: string; to: string }>({
      query: ({ riderId, ...params }) => ({ url: `/riders/${riderId}/rides`, params }),
      providesTags: (_rides, _error, { riderId }) => about(riderId, 'rides'),
    }),
    rideMonths: build.query<MonthOfDays[], string>({
      query: (riderId) => `/riders/${riderId}/rides/months`,
      providesTags: (_months, _error, riderId) => about(riderId, 'rides'),
    }),
    arrivals: build.query<Arrivals, string>({
      query: (riderId) => `/riders/${riderId}/arrivals`,
      providesTags: (_arrivals, _error, riderId) => about(riderId, 'rides', 'days'),
    }),
    ride: build.query<RideWhole, string>({
      query: (id) => `/rides/${id}`,
      providesTags: (ride) => (ride ? about(ride.riderId, 'rides') : ifUndone),
    }),
    addRide: build.mutation<Ride, NewRide & { riderId: string }>({
      query: ({ riderId, ...body }) => ({ url: `/riders/${riderId}/rides`, method: 'POST', body }),
      invalidatesTags: after(({ riderId }) => [...changed(riderId, 'rides'), 'journal']),
    }),
    changeRide: build.mutation<Ride, RideChange & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/rides/${id}`, method: 'PATCH', body }),
      invalidatesTags: after((_sent, { riderId }) => [
        ...changed(riderId, 'rides', 'days', 'riders', 'markedEfforts', 'models'),
        'journal',
      ]),
    }),
    linkRide: build.mutation<Ride, RideLink & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/rides/${id}/day`, method: 'PUT', body }),
      invalidatesTags: after((_sent, { riderId }) => [
        ...changed(riderId, 'rides', 'days', 'riders'),
        'journal',
      ]),
    }),
    joinRides: build.mutation<Ride, RideJoin & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/rides/${id}/join`, method: 'POST', body }),
      invalidatesTags: after((_sent, { riderId }) => remade(riderId)),
    }),
    splitRide: build.mutation<Ride[], RideSplit & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/rides/${id}/split`, method: 'POST', body }),
      invalidatesTags: after((_sent, rides) => rides.flatMap(({ riderId }) => remade(riderId))),
    }),
    deleteRide: build.mutation<null, Named & { riderId: string }>({
      query: ({ id, version }) => ({ url: `/rides/${id}`, method: 'DELETE', params: { version } }),
      invalidatesTags: after(({ riderId }) => [
        ...changed(riderId, 'rides', 'days', 'riders', 'markedEfforts', 'models'),
        'journal',
      ]),
    }),
  }),
});
