import type { Deletion, HealthFields, Rider, RiderFields, RiderOwn } from '@uphill/api';
import { type Versioned, about, aboutAll, after, api, changed } from './client.ts';

/** An entry of a rider's histories, by the version that was looked at. */
interface Entry {
  readonly riderId: string;
  readonly kind: 'body-mass' | 'heart-rates';
  readonly id: string;
  readonly version: number;
}

/** What is done with a rider as a whole, and with single entries of their histories. */
export const ridersApi = api.injectEndpoints({
  endpoints: (build) => ({
    /** Everybody, with what counts from today on. */
    riders: build.query<Rider[], void>({
      query: () => '/riders',
      providesTags: aboutAll('riders'),
    }),
    /** Everybody, with what counted on a day. */
    ridersOn: build.query<Rider[], string>({
      query: (day) => ({ url: '/riders', params: { from: day, to: day } }),
      providesTags: aboutAll('riders'),
    }),
    rider: build.query<Rider, string>({
      query: (id) => `/riders/${id}`,
      providesTags: (_rider, _error, id) => about(id, 'riders'),
    }),
    addRider: build.mutation<Rider, RiderFields>({
      query: (body) => ({ url: '/riders', method: 'POST', body }),
      invalidatesTags: after([...aboutAll('riders', 'models'), 'journal']),
    }),
    changeRider: build.mutation<Rider, Versioned<RiderOwn>>({
      query: ({ id, ...body }) => ({ url: `/riders/${id}`, method: 'PATCH', body }),
      invalidatesTags: after(({ id }) => [...changed(id, 'riders'), 'journal']),
    }),
    addBodyMass: build.mutation<Rider, { id: string; date: string; kg: number }>({
      query: ({ id, ...body }) => ({ url: `/riders/${id}/body-mass`, method: 'POST', body }),
      invalidatesTags: after(({ id }) => [...changed(id, 'riders'), 'journal']),
    }),
    addHeartRate: build.mutation<Rider, { id: string; date: string; kind: string; bpm: number }>({
      query: ({ id, ...body }) => ({ url: `/riders/${id}/heart-rates`, method: 'POST', body }),
      invalidatesTags: after(({ id }) => [...changed(id, 'riders'), 'journal']),
    }),
    addHealth: build.mutation<Rider, HealthFields & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/riders/${id}/health`, method: 'POST', body }),
      invalidatesTags: after(({ id }) => [...changed(id, 'riders'), 'journal']),
    }),
    archiveRider: build.mutation<Rider, Pick<Rider, 'id' | 'version' | 'archived'>>({
      query: ({ id, ...body }) => ({ url: `/riders/${id}`, method: 'PATCH', body }),
      invalidatesTags: after(({ id }) => [...changed(id, 'riders', 'days', 'models'), 'journal']),
    }),
    deletion: build.query<Deletion, string>({
      query: (id) => `/riders/${id}/deletion`,
      keepUnusedDataFor: 0,
    }),
    deleteRider: build.mutation<{ ids: string[] }, { id: string; version: number; name: string }>({
      query: ({ id, ...body }) => ({ url: `/riders/${id}/deletion`, method: 'POST', body }),
      invalidatesTags: after(({ id }) => [
        ...changed(id, 'riders', 'days', 'rides', 'tests', 'testDays', 'markedEfforts', 'models'),
        'journal',
      ]),
    }),
    correctEntry: build.mutation<
      Rider,
      Entry & { date: string; figure: { kg: number } | { kind: string; bpm: number } }
    >({
      query: ({ riderId, kind, id, version, date, figure }) => ({
        url: `/riders/${riderId}/${kind}/${id}`,
        method: 'PUT',
        body: { version, date, ...figure },
      }),
      invalidatesTags: after(({ riderId }) => [...changed(riderId, 'riders'), 'journal']),
    }),
    removeEntry: build.mutation<Rider, Entry>({
      query: ({ riderId, kind, id, version }) => ({
        url: `/riders/${riderId}/${kind}/${id}`,
        method: 'DELETE',
        params: { version },
      }),
      invalidatesTags: after(({ riderId }) => [...changed(riderId, 'riders'), 'journal']),
    }),
  }),
});
