import type {
  Assignment,
  Behind,
  BookDone,
  Day,
  DayChange,
  DayList,
  Following,
  MonthOfDays,
  PlacedDay,
} from '@uphill/api';
import type { Plan } from '@uphill/core/sessions';
import { type Named, about, aboutAll, after, api, changed, ifUndone } from './client.ts';

/** Some days, both ends included. */
export interface Span {
  readonly from: string;
  readonly to: string;
}

/** Where a rider's days lie, and the plans they have of their own. */
export const daysApi = api.injectEndpoints({
  endpoints: (build) => ({
    /** A rider's days with their plans. */
    days: build.query<Day[], Span & { riderId: string }>({
      query: ({ riderId, ...params }) => ({ url: `/riders/${riderId}/days`, params }),
      providesTags: (_days, _error, { riderId }) => about(riderId, 'days'),
    }),
    /** The days of everybody, a line of figures each. */
    squadDays: build.query<DayList, Span>({
      query: (params) => ({ url: '/days', params }),
      providesTags: aboutAll('days', 'riders', 'models'),
    }),
    /** One date of everybody, with the plans. */
    daysOn: build.query<Day[], string>({
      query: (date) => `/days/on/${date}`,
      providesTags: aboutAll('days'),
    }),
    day: build.query<Day, string>({
      query: (id) => `/days/${id}`,
      providesTags: (day) => (day ? about(day.riderId, 'days') : ifUndone),
    }),
    assign: build.mutation<PlacedDay[], Assignment>({
      query: (body) => ({ url: '/days', method: 'POST', body }),
      invalidatesTags: after(({ riders }) => [
        ...riders.flatMap(({ riderId }) => changed(riderId, 'days')),
        'journal',
      ]),
    }),
    changeDay: build.mutation<Day, DayChange & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/days/${id}`, method: 'PATCH', body }),
      invalidatesTags: after((_sent, { riderId }) => [
        ...changed(riderId, 'days', 'rides', 'riders'),
        'journal',
      ]),
    }),
    removeDay: build.mutation<null, Named & { riderId: string }>({
      query: ({ id, version }) => ({ url: `/days/${id}`, method: 'DELETE', params: { version } }),
      invalidatesTags: after(({ riderId }) => [
        ...changed(riderId, 'days', 'rides', 'riders'),
        'journal',
      ]),
    }),
    months: build.query<MonthOfDays[], string>({
      query: (riderId) => `/riders/${riderId}/days/months`,
      providesTags: (_months, _error, riderId) => about(riderId, 'days'),
    }),
    /** What of the book a rider did as asked. */
    bookDone: build.query<BookDone[], string>({
      query: (riderId) => `/riders/${riderId}/book`,
      providesTags: (_done, _error, riderId) => about(riderId, 'days'),
    }),
    changeDayPlan: build.mutation<Day, { id: string; plan: Plan; version: number }>({
      query: ({ id, ...body }) => ({ url: `/days/${id}/plan`, method: 'PUT', body }),
      invalidatesTags: after((_sent, { riderId }) => [...changed(riderId, 'days'), 'journal']),
    }),
    /** Days still to come that stand as a session was before. */
    behind: build.query<Behind[], { sessionId: string; version: number }>({
      query: ({ sessionId }) => `/sessions/${sessionId}/behind`,
      providesTags: aboutAll('days', 'riders', 'models'),
    }),
    follow: build.mutation<PlacedDay[], Following & { sessionId: string }>({
      query: ({ sessionId, ...body }) => ({
        url: `/sessions/${sessionId}/behind`,
        method: 'POST',
        body,
      }),
      invalidatesTags: after((_sent, days) => [
        ...aboutAll('days'),
        ...days.flatMap(({ riderId }) => changed(riderId, 'days')),
        'journal',
      ]),
    }),
  }),
});
