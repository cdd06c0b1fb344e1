import type {
  CurveBest,
  FtpEntry,
  Giving,
  Hill,
  HillFields,
  HealthFields,
  Model,
  Rider,
  NewFtp,
  NewTest,
  OwnSchemeEntry,
  Placed,
  PlacedChange,
  Problem,
  RecordingSummary,
  RecordingWithStreams,
  RiderFields,
  SchemeFields,
  Session,
  Settings,
  Test,
  TestDay,
  TestDayDraft,
} from '@uphill/api';
import type { Plan, ProtocolId } from '@uphill/core';
import { createApi, fetchBaseQuery, type FetchBaseQueryError } from '@reduxjs/toolkit/query/react';

/** What is taken out, by the version that was looked at. */
type Named = Pick<FtpEntry, 'id' | 'version'>;

type Versioned<T> = Partial<T> & { id: string; version: number };

type Tag =
  | 'riders'
  | 'tests'
  | 'testDays'
  | 'schemes'
  | 'recordings'
  | 'sessions'
  | 'placed'
  | 'hills'
  | 'markedEfforts'
  | 'journal';

/** What a change makes stale. One that was refused changed nothing, and must not reload what is being typed. */
export function after(tags: Tag[]) {
  return (_result: unknown, error: unknown): Tag[] => (error ? [] : tags);
}

/** Everything the server holds. Whatever one action changes is asked for again. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({ baseUrl: '/api' }),
  tagTypes: [
    'riders',
    'tests',
    'testDays',
    'schemes',
    'recordings',
    'sessions',
    'placed',
    'hills',
    'markedEfforts',
    'journal',
  ] satisfies Tag[],
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
    addHealth: build.mutation<Rider, HealthFields & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/riders/${id}/health`, method: 'POST', body }),
      invalidatesTags: after(['riders', 'journal']),
    }),
    models: build.query<Model[], { on: string; riders: readonly string[] }>({
      query: ({ on, riders }) => ({ url: '/models', params: { on, riders: riders.join(',') } }),
      providesTags: ['recordings', 'tests', 'riders', 'markedEfforts'],
    }),
    curve: build.query<CurveBest[], { riderId: string; from: string; to: string }>({
      query: ({ riderId, ...params }) => ({ url: `/riders/${riderId}/curve`, params }),
      providesTags: ['recordings'],
    }),
    schemes: build.query<OwnSchemeEntry[], void>({
      query: () => '/schemes',
      providesTags: ['schemes'],
    }),
    addScheme: build.mutation<OwnSchemeEntry, SchemeFields>({
      query: (body) => ({ url: '/schemes', method: 'POST', body }),
      invalidatesTags: after(['schemes', 'journal']),
    }),
    changeScheme: build.mutation<OwnSchemeEntry, OwnSchemeEntry>({
      query: ({ id, ...body }) => ({ url: `/schemes/${id}`, method: 'PUT', body }),
      invalidatesTags: after(['schemes', 'journal']),
    }),
    removeScheme: build.mutation<null, Named>({
      query: ({ id, version }) => ({
        url: `/schemes/${id}`,
        method: 'DELETE',
        params: { version },
      }),
      invalidatesTags: after(['schemes', 'riders', 'journal']),
    }),
    settings: build.query<Settings, void>({ query: () => '/settings', providesTags: ['schemes'] }),
    changeSettings: build.mutation<Settings, Settings>({
      query: (body) => ({ url: '/settings', method: 'PUT', body }),
      invalidatesTags: after(['schemes', 'journal']),
    }),
    testDays: build.query<TestDay[], string>({
      query: (riderId) => `/riders/${riderId}/test-days`,
      providesTags: ['testDays'],
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
      invalidatesTags: after(['testDays', 'journal']),
    }),
    saveTestDay: build.mutation<TestDay, { id: string; draft: TestDayDraft; version: number }>({
      query: ({ id, ...body }) => ({ url: `/test-days/${id}`, method: 'PUT', body }),
      invalidatesTags: after(['testDays']),
    }),
    removeTestDay: build.mutation<null, Named>({
      query: ({ id, version }) => ({
        url: `/test-days/${id}`,
        method: 'DELETE',
        params: { version },
      }),
      invalidatesTags: after(['testDays', 'journal']),
    }),
    hardDays: build.query<string[], { riderId: string; before: string }>({
      query: ({ riderId, before }) => ({ url: `/riders/${riderId}/hard-days`, params: { before } }),
      providesTags: ['recordings', 'riders'],
    }),
    acceptFtp: build.mutation<Rider, NewFtp & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/riders/${id}/ftp`, method: 'POST', body }),
      invalidatesTags: after(['riders', 'journal']),
    }),
    withdrawFtp: build.mutation<Rider, Pick<FtpEntry, 'id' | 'riderId' | 'version'>>({
      query: ({ id, riderId, version }) => ({
        url: `/riders/${riderId}/ftp/${id}`,
        method: 'DELETE',
        params: { version },
      }),
      invalidatesTags: after(['riders', 'journal']),
    }),
    tests: build.query<Test[], string>({
      query: (riderId) => `/riders/${riderId}/tests`,
      providesTags: ['tests'],
    }),
    addTest: build.mutation<Test, NewTest & { riderId: string }>({
      query: ({ riderId, ...body }) => ({ url: `/riders/${riderId}/tests`, method: 'POST', body }),
      invalidatesTags: after(['tests', 'riders', 'journal']),
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
      invalidatesTags: after(['tests', 'riders', 'journal']),
    }),
    /** One of many leaves it to the last to have the lists asked for again. */
    uploadRecording: build.mutation<
      { recording: RecordingSummary; duplicate: boolean },
      { riderId: string; file: File; oneOfMany?: boolean }
    >({
      query: ({ riderId, file }) => {
        const body = new FormData();
        body.append('file', file, file.name);
        return { url: `/riders/${riderId}/recordings`, method: 'POST', body };
      },
      invalidatesTags: (_result, error, { oneOfMany }) =>
        error || oneOfMany ? [] : ['riders', 'recordings'],
    }),
    recordings: build.query<RecordingSummary[], string>({
      query: (riderId) => `/riders/${riderId}/recordings`,
      providesTags: ['recordings'],
    }),
    recording: build.query<RecordingWithStreams, string>({
      query: (id) => `/recordings/${id}`,
      keepUnusedDataFor: 120,
    }),
    sessions: build.query<Session[], void>({
      query: () => '/sessions',
      providesTags: ['sessions'],
    }),
    session: build.query<Session, string>({
      query: (id) => `/sessions/${id}`,
      keepUnusedDataFor: 0,
    }),
    addSession: build.mutation<Session, { plan: Plan }>({
      query: (body) => ({ url: '/sessions', method: 'POST', body }),
      invalidatesTags: after(['sessions', 'journal']),
    }),
    saveSession: build.mutation<Session, { id: string; plan: Plan; version: number }>({
      query: ({ id, ...body }) => ({ url: `/sessions/${id}`, method: 'PUT', body }),
      invalidatesTags: after(['sessions', 'placed']),
    }),
    retireSession: build.mutation<null, Named>({
      query: ({ id, version }) => ({
        url: `/sessions/${id}`,
        method: 'DELETE',
        params: { version },
      }),
      invalidatesTags: after(['sessions', 'journal']),
    }),
    days: build.query<Placed[], { from: string; to: string; riderId?: string }>({
      query: ({ from, to, riderId }) => ({
        url: riderId ? `/riders/${riderId}/placed` : '/placed',
        params: { from, to },
      }),
      providesTags: ['placed'],
    }),
    day: build.query<Placed, string>({ query: (id) => `/placed/${id}`, providesTags: ['placed'] }),
    place: build.mutation<Placed[], { riderId: string; sessionId: string; dates: string[] }>({
      query: ({ riderId, ...body }) => ({ url: `/riders/${riderId}/placed`, method: 'POST', body }),
      invalidatesTags: after(['placed', 'journal']),
    }),
    give: build.mutation<Placed[], Giving>({
      query: (body) => ({ url: '/placed', method: 'POST', body }),
      invalidatesTags: after(['placed', 'journal']),
    }),
    hills: build.query<Hill[], void>({ query: () => '/hills', providesTags: ['hills'] }),
    addHill: build.mutation<Hill, HillFields>({
      query: (body) => ({ url: '/hills', method: 'POST', body }),
      invalidatesTags: after(['hills', 'journal']),
    }),
    changeHill: build.mutation<Hill, Hill>({
      query: ({ id, ...body }) => ({ url: `/hills/${id}`, method: 'PUT', body }),
      invalidatesTags: after(['hills', 'journal']),
    }),
    removeHill: build.mutation<null, Named>({
      query: ({ id, version }) => ({ url: `/hills/${id}`, method: 'DELETE', params: { version } }),
      invalidatesTags: after(['hills', 'journal']),
    }),
    changeDay: build.mutation<Placed, PlacedChange & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/placed/${id}`, method: 'PATCH', body }),
      invalidatesTags: after(['placed', 'journal']),
    }),
    removeDay: build.mutation<null, Named>({
      query: ({ id, version }) => ({ url: `/placed/${id}`, method: 'DELETE', params: { version } }),
      invalidatesTags: after(['placed', 'journal']),
    }),
  }),
});

/** What went wrong with a request, as the one problem shape; a server that cannot be reached becomes one too. */
export function problemOf(error: unknown): Problem {
  const failed = error as FetchBaseQueryError | undefined;
  const data = failed && 'data' in failed ? failed.data : undefined;
  if (typeof data === 'object' && data !== null && 'detail' in data) return data as Problem;
  const offline =
    failed !== undefined &&
    'status' in failed &&
    (failed.status === 'FETCH_ERROR' || failed.status === 'TIMEOUT_ERROR');
  return {
    type: 'about:blank',
    title: offline ? 'Not connected' : 'Something went wrong',
    status: offline ? 0 : 500,
    detail: offline
      ? 'Not connected. What you typed stays on this device.'
      : 'The server gave an answer that could not be read. Nothing was lost.',
  };
}
