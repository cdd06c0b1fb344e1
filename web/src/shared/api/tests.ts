import type { NewTest, Test } from '@uphill/api';
import { about, after, api, changed, type Named } from './client.ts';

/** Tests that were ridden. */
export const testsApi = api.injectEndpoints({
  endpoints: (build) => ({
    tests: build.query<Test[], string>({
      query: (riderId) => `/riders/${riderId}/tests`,
      providesTags: (_tests, _error, riderId) => about(riderId, 'tests'),
    }),
    addTest: build.mutation<Test, NewTest & { riderId: string }>({
      query: ({ riderId, ...body }) => ({ url: `/riders/${riderId}/tests`, method: 'POST', body }),
      invalidatesTags: after(({ riderId }) => [
        ...changed(riderId, 'tests', 'riders', 'rides', 'testDays', 'models'),
        'journal',
      ]),
    }),
    withdrawTest: build.mutation<
      Test,
      { riderId: string; id: string; version: number; withdrawn: string | null }
    >({
      query: ({ riderId, id, ...body }) => ({
        url: `/riders/${riderId}/tests/${id}`,
        method: 'PATCH',
        body,
      }),
      invalidatesTags: after(({ riderId }) => [
        ...changed(riderId, 'tests', 'riders', 'models'),
        'journal',
      ]),
    }),
    removeTest: build.mutation<null, Named & { riderId: string }>({
      query: ({ riderId, id, version }) => ({
        url: `/riders/${riderId}/tests/${id}`,
        method: 'DELETE',
        params: { version },
      }),
      invalidatesTags: after(({ riderId }) => [
        ...changed(riderId, 'tests', 'riders', 'rides', 'testDays', 'models'),
        'journal',
      ]),
    }),
  }),
});
