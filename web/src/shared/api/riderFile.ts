import type { Availability, Fixture, FixtureFields, Goal, GoalFields, Rider } from '@uphill/api';
import { after, api, changed } from './client.ts';

type Of<T> = T & { riderId: string };
type Named = Of<{ id: string; version: number }>;

/** The sections of a rider's file, each saved by itself. */
export const riderFileApi = api.injectEndpoints({
  endpoints: (build) => ({
    addGoal: build.mutation<Rider, Of<GoalFields>>({
      query: ({ riderId, ...body }) => ({ url: `/riders/${riderId}/goals`, method: 'POST', body }),
      invalidatesTags: after(({ riderId }) => [...changed(riderId, 'riders'), 'journal']),
    }),
    changeGoal: build.mutation<Rider, Of<Goal>>({
      query: ({ riderId, id, ...body }) => ({
        url: `/riders/${riderId}/goals/${id}`,
        method: 'PUT',
        body,
      }),
      invalidatesTags: after(({ riderId }) => [...changed(riderId, 'riders'), 'journal']),
    }),
    removeGoal: build.mutation<Rider, Named>({
      query: ({ riderId, id, version }) => ({
        url: `/riders/${riderId}/goals/${id}`,
        method: 'DELETE',
        params: { version },
      }),
      invalidatesTags: after(({ riderId }) => [...changed(riderId, 'riders'), 'journal']),
    }),
    changeWeek: build.mutation<Rider, Of<Availability>>({
      query: ({ riderId, ...body }) => ({
        url: `/riders/${riderId}/availability`,
        method: 'PUT',
        body,
      }),
      invalidatesTags: after(({ riderId }) => [...changed(riderId, 'riders'), 'journal']),
    }),
    addFixture: build.mutation<Rider, Of<FixtureFields>>({
      query: ({ riderId, ...body }) => ({
        url: `/riders/${riderId}/fixtures`,
        method: 'POST',
        body,
      }),
      // It may be the squad's.
      invalidatesTags: after(['riders', 'journal']),
    }),
    changeFixture: build.mutation<Rider, Of<Fixture>>({
      query: ({ riderId, id, ...body }) => ({
        url: `/riders/${riderId}/fixtures/${id}`,
        method: 'PUT',
        body,
      }),
      // It may be the squad's.
      invalidatesTags: after(['riders', 'journal']),
    }),
    removeFixture: build.mutation<Rider, Named>({
      query: ({ riderId, id, version }) => ({
        url: `/riders/${riderId}/fixtures/${id}`,
        method: 'DELETE',
        params: { version },
      }),
      // It may be the squad's.
      invalidatesTags: after(['riders', 'journal']),
    }),
  }),
});
