import type {
  DecisionRequest,
  Halved,
  ListedReading,
  ReadingJob,
  RepEditsChange,
  Ride,
  RideReading,
} from '@uphill/api';
import { about, after, api, changed, type Closing, type OfRider } from './client.ts';

/** Rides as they were read: verdicts, suggestions, and what the coach said of both. */
export const readingsApi = api.injectEndpoints({
  endpoints: (build) => ({
    readings: build.query<ListedReading[], { riderId: string; from: string; to: string }>({
      query: ({ riderId, ...params }) => ({ url: `/riders/${riderId}/readings`, params }),
      providesTags: (_readings, _error, { riderId }) => about(riderId, 'rides', 'days'),
    }),
    readingJob: build.query<ReadingJob, string>({
      query: (riderId) => `/riders/${riderId}/readings/job`,
      transformResponse: ({ job }: { job: ReadingJob }) => job,
    }),
    stopReading: build.mutation<unknown, string>({
      query: (riderId) => ({ url: `/riders/${riderId}/readings/job`, method: 'DELETE' }),
    }),
    reading: build.query<RideReading, { id: string } & OfRider>({
      query: ({ id }) => `/rides/${id}/reading`,
      providesTags: (_reading, _error, { riderId }) =>
        about(riderId, 'rides', 'days', 'riders', 'models'),
    }),
    editReps: build.mutation<RideReading, RepEditsChange & { id: string } & OfRider & Closing>({
      query: ({ id, riderId: _, closing = false, ...body }) => ({
        ...{ url: `/rides/${id}/reps`, method: 'PUT', body, keepalive: closing },
      }),
      invalidatesTags: after(({ riderId }) => [...changed(riderId, 'rides', 'days'), 'journal']),
    }),
    decide: build.mutation<RideReading, DecisionRequest & { id: string } & OfRider>({
      query: ({ id, riderId: _, ...body }) => ({
        url: `/rides/${id}/decision`,
        method: 'POST',
        body,
      }),
      invalidatesTags: after(({ riderId }) => [...changed(riderId, 'rides', 'days'), 'journal']),
    }),
    halveWatts: build.mutation<Ride, Halved & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/rides/${id}/watts`, method: 'PUT', body }),
      invalidatesTags: after((_sent, { riderId, recordings }) => [
        ...changed(riderId, 'rides', 'days', 'riders', 'markedEfforts', 'models'),
        ...recordings.flatMap(({ id }) => about(id, 'recordings')),
      ]),
    }),
    markRead: build.mutation<Ride, { id: string; read: boolean } & OfRider>({
      query: ({ id, read }) => ({ url: `/rides/${id}/read`, method: 'PUT', body: { read } }),
      invalidatesTags: after(({ riderId }) => changed(riderId, 'rides', 'riders')),
    }),
  }),
});
