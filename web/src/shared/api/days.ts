import type { Assignment, Behind, Day, DayChange, Following, MonthOfDays } from '@uphill/api';
import type { Plan } from '@uphill/core/sessions';
import { type Named, after, api } from './client.ts';

/** Where a rider's days lie, and the plans they have of their own. */
export const daysApi = api.injectEndpoints({
  endpoints: (build) => ({
    days: build.query<Day[], { from: string; to: string; riderId?: string }>({
      query: ({ from, to, riderId }) => ({
        url: riderId ? `/riders/${riderId}/days` : '/days',
        params: { from, to },
      }),
      providesTags: ['days'],
    }),
    day: build.query<Day, string>({ query: (id) => `/days/${id}`, providesTags: ['days'] }),
    assign: build.mutation<Day[], Assignment>({
      query: (body) => ({ url: '/days', method: 'POST', body }),
      invalidatesTags: after(['days', 'journal']),
    }),
    changeDay: build.mutation<Day, DayChange & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/days/${id}`, method: 'PATCH', body }),
      invalidatesTags: after(['days', 'rides', 'riders', 'journal']),
    }),
    removeDay: build.mutation<null, Named>({
      query: ({ id, version }) => ({ url: `/days/${id}`, method: 'DELETE', params: { version } }),
      invalidatesTags: after(['days', 'rides', 'riders', 'journal']),
    }),
    months: build.query<MonthOfDays[], string>({
      query: (riderId) => `/riders/${riderId}/days/months`,
      providesTags: ['days'],
    }),
    changeDayPlan: build.mutation<Day, { id: string; plan: Plan; version: number }>({
      query: ({ id, ...body }) => ({ url: `/days/${id}/plan`, method: 'PUT', body }),
      invalidatesTags: after(['days', 'journal']),
    }),
    /** Days still to come that stand as a session was before. */
    behind: build.query<Behind[], { sessionId: string; version: number }>({
      query: ({ sessionId }) => `/sessions/${sessionId}/behind`,
      providesTags: ['days', 'riders', 'tests'],
    }),
    follow: build.mutation<Day[], Following & { sessionId: string }>({
      query: ({ sessionId, ...body }) => ({
        url: `/sessions/${sessionId}/behind`,
        method: 'POST',
        body,
      }),
      invalidatesTags: after(['days', 'journal']),
    }),
  }),
});
