import type { TestDay, TestDayDraft } from '@uphill/api';
import type { ProtocolId } from '@uphill/core/testing';
import { about, after, api, changed, type Closing, type Named } from './client.ts';

/** Test days under way. */
export const testDaysApi = api.injectEndpoints({
  endpoints: (build) => ({
    testDays: build.query<TestDay[], string>({
      query: (riderId) => `/riders/${riderId}/test-days`,
      providesTags: (_days, _error, riderId) => about(riderId, 'testDays'),
    }),
    testDay: build.query<TestDay, string>({
      query: (id) => `/test-days/${id}`,
      keepUnusedDataFor: 0,
    }),
    addTestDay: build.mutation<
      TestDay,
      { riderId: string; protocol: ProtocolId; draft: TestDayDraft }
    >({
      query: ({ riderId, ...body }) => ({
        url: `/riders/${riderId}/test-days`,
        method: 'POST',
        body,
      }),
      invalidatesTags: after(({ riderId }) => [...changed(riderId, 'testDays'), 'journal']),
    }),
    saveTestDay: build.mutation<
      TestDay,
      { id: string; draft: TestDayDraft; version: number } & Closing
    >({
      query: ({ id, closing = false, ...body }) => ({
        url: `/test-days/${id}`,
        method: 'PUT',
        body,
        keepalive: closing,
      }),
      invalidatesTags: after((_sent, { riderId }) => changed(riderId, 'testDays')),
    }),
    removeTestDay: build.mutation<null, Named>({
      query: ({ id, version }) => ({
        url: `/test-days/${id}`,
        method: 'DELETE',
        params: { version },
      }),
      invalidatesTags: after(['testDays', 'journal']),
    }),
  }),
});
