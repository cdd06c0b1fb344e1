import type { NewTest, Test } from '@uphill/api';
import { after, api, type Named } from './client.ts';

/** Tests that were ridden. */
export const testsApi = api.injectEndpoints({
  endpoints: (build) => ({
    tests: build.query<Test[], string>({
      query: (riderId) => `/riders/${riderId}/tests`,
      providesTags: ['tests'],
    }),
    addTest: build.mutation<Test, NewTest & { riderId: string }>({
      query: ({ riderId, ...body }) => ({ url: `/riders/${riderId}/tests`, method: 'POST', body }),
      invalidatesTags: after(['tests', 'riders', 'rides', 'journal']),
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
      invalidatesTags: after(['tests', 'riders', 'journal']),
    }),
    removeTest: build.mutation<null, Named & { riderId: string }>({
      query: ({ riderId, id, version }) => ({
        url: `/riders/${riderId}/tests/${id}`,
        method: 'DELETE',
        params: { version },
      }),
      invalidatesTags: after(['tests', 'riders', 'rides', 'journal']),
    }),
  }),
});
