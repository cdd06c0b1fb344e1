import type {
  FtpEntry,
  Journal,
  NewFtp,
  NewTest,
  Placed,
  PlacedChange,
  Problem,
  RecordingSummary,
  RecordingWithStreams,
  Rider,
  RiderFields,
  Session,
  Test,
} from '@uphill/api';
import type { Plan } from '@uphill/core';
import { createApi, fetchBaseQuery, type FetchBaseQueryError } from '@reduxjs/toolkit/query/react';

type Versioned<T> = Partial<T> & { id: string; version: number };

type Tag = 'riders' | 'tests' | 'sessions' | 'placed' | 'journal';

/** What a change makes stale. One that was refused changed nothing, and must not reload what is being typed. */
function after(tags: Tag[]) {
  return (_result: unknown, error: unknown): Tag[] => (error ? [] : tags);
}

/** Everything the server holds. Whatever one action changes is asked for again. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({ baseUrl: '/api' }),
  tagTypes: ['riders', 'tests', 'sessions', 'placed', 'journal'] satisfies Tag[],
  endpoints: (build) => ({
    riders: build.query<Rider[], void>({ query: () => '/riders', providesTags: ['riders'] }),
    rider: build.query<Rider, string>({ query: (id) => `/riders/${id}`, providesTags: ['riders'] }),
    addRider: build.mutation<Rider, RiderFields>({
      query: (body) => ({ url: '/riders', method: 'POST', body }),
      invalidatesTags: after(['riders', 'journal']),
    }),
    changeRider: build.mutation<Rider, Versioned<RiderFields>>({
      query: ({ id, ...body }) => ({ url: `/riders/${id}`, method: 'PATCH', body }),
      invalidatesTags: after(['riders', 'journal']),
    }),
    addBodyMass: build.mutation<Rider, { id: string; date: string; kg: number }>({
      query: ({ id, ...body }) => ({ url: `/riders/${id}/body-mass`, method: 'POST', body }),
      invalidatesTags: after(['riders', 'journal']),
    }),
    addHeartRate: build.mutation<Rider, { id: string; date: string; kind: string; bpm: number }>({
      query: ({ id, ...body }) => ({ url: `/riders/${id}/heart-rates`, method: 'POST', body }),
      invalidatesTags: after(['riders', 'journal']),
    }),
    acceptFtp: build.mutation<Rider, NewFtp & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/riders/${id}/ftp`, method: 'POST', body }),
      invalidatesTags: after(['riders', 'journal']),
    }),
    withdrawFtp: build.mutation<Rider, Pick<FtpEntry, 'id' | 'riderId'>>({
      query: ({ id, riderId }) => ({ url: `/riders/${riderId}/ftp/${id}`, method: 'DELETE' }),
      invalidatesTags: after(['riders', 'journal']),
    }),
    tests: build.query<Test[], string>({ query: (riderId) => `/riders/${riderId}/tests`, providesTags: ['tests'] }),
    addTest: build.mutation<Test, NewTest & { riderId: string }>({
      query: ({ riderId, ...body }) => ({ url: `/riders/${riderId}/tests`, method: 'POST', body }),
      invalidatesTags: after(['tests', 'riders', 'journal']),
    }),
    removeTest: build.mutation<null, { riderId: string; id: string }>({
      query: ({ riderId, id }) => ({ url: `/riders/${riderId}/tests/${id}`, method: 'DELETE' }),
      invalidatesTags: after(['tests', 'riders', 'journal']),
    }),
    uploadRecording: build.mutation<{ recording: RecordingSummary; duplicate: boolean }, { riderId: string; file: File }>({
      query: ({ riderId, file }) => {
        const body = new FormData();
        body.append('file', file, file.name);
        return { url: `/riders/${riderId}/recordings`, method: 'POST', body };
      },
      invalidatesTags: after(['riders']),
    }),
    recording: build.query<RecordingWithStreams, string>({ query: (id) => `/recordings/${id}`, keepUnusedDataFor: 120 }),
    sessions: build.query<Session[], void>({ query: () => '/sessions', providesTags: ['sessions'] }),
    session: build.query<Session, string>({ query: (id) => `/sessions/${id}`, keepUnusedDataFor: 0 }),
    addSession: build.mutation<Session, { plan: Plan }>({
      query: (body) => ({ url: '/sessions', method: 'POST', body }),
      invalidatesTags: after(['sessions', 'journal']),
    }),
    saveSession: build.mutation<Session, { id: string; plan: Plan; version: number }>({
      query: ({ id, ...body }) => ({ url: `/sessions/${id}`, method: 'PUT', body }),
      invalidatesTags: after(['sessions', 'placed']),
    }),
    retireSession: build.mutation<null, string>({
      query: (id) => ({ url: `/sessions/${id}`, method: 'DELETE' }),
      invalidatesTags: after(['sessions', 'journal']),
    }),
    days: build.query<Placed[], { from: string; to: string; riderId?: string }>({
      query: ({ from, to, riderId }) => ({ url: riderId ? `/riders/${riderId}/placed` : '/placed', params: { from, to } }),
      providesTags: ['placed'],
    }),
    day: build.query<Placed, string>({ query: (id) => `/placed/${id}`, providesTags: ['placed'] }),
    place: build.mutation<Placed[], { riderId: string; sessionId: string; dates: string[] }>({
      query: ({ riderId, ...body }) => ({ url: `/riders/${riderId}/placed`, method: 'POST', body }),
      invalidatesTags: after(['placed', 'journal']),
    }),
    changeDay: build.mutation<Placed, PlacedChange & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/placed/${id}`, method: 'PATCH', body }),
      invalidatesTags: after(['placed', 'journal']),
    }),
    removeDay: build.mutation<null, string>({ query: (id) => ({ url: `/placed/${id}`, method: 'DELETE' }), invalidatesTags: after(['placed', 'journal']) }),
    journal: build.query<Journal, void>({ query: () => '/journal', providesTags: ['journal'] }),
    undo: build.mutation<Journal & { did: string }, 'undo' | 'redo'>({
      query: (way) => ({ url: `/${way}`, method: 'POST' }),
      invalidatesTags: after(['riders', 'tests', 'sessions', 'placed', 'journal']),
    }),
  }),
});

/** What went wrong with a request, as the one problem shape; a server that cannot be reached becomes one too. */
export function problemOf(error: unknown): Problem {
  const failed = error as FetchBaseQueryError | undefined;
  const data = failed && 'data' in failed ? failed.data : undefined;
  if (typeof data === 'object' && data !== null && 'detail' in data) return data as Problem;
  const offline = failed !== undefined && 'status' in failed && (failed.status === 'FETCH_ERROR' || failed.status === 'TIMEOUT_ERROR');
  return {
    type: 'about:blank',
    title: offline ? 'Not connected' : 'Something went wrong',
    status: offline ? 0 : 500,
    detail: offline ? 'Not connected. What you typed stays on this device.' : 'The server gave an answer that could not be read. Nothing was lost.',
  };
}
