import type { Received, RecordingWithStreams } from '@uphill/api';
import type { ColumnChoice } from '@uphill/core/formats';
import { about, api, changed, closed } from './client.ts';

/** Recordings as received. */
export const recordingsApi = api.injectEndpoints({
  endpoints: (build) => ({
    /** One of many leaves it to the last to have the lists asked for again. */
    uploadRecording: build.mutation<
      Received,
      {
        riderId: string;
        file: File;
        choice?: ColumnChoice;
        again?: boolean;
        oneOfMany?: boolean;
        origin?: 'file' | 'standIns';
      }
    >({
      query: ({ riderId, file, choice = {}, again, origin }) => {
        const said = Object.entries(choice).filter(([, index]) => index !== undefined);
        const params = {
          ...Object.fromEntries(said.map(([field, index]) => [field, index ?? 'none'])),
          ...(again ? { again } : {}),
          ...(origin ? { origin } : {}),
        };
        const body = new FormData();
        body.append('file', file, file.name);
        return { url: `/riders/${riderId}/recordings`, method: 'POST', body, params };
      },
      invalidatesTags: (_result, error, { oneOfMany, riderId }) =>
        error || oneOfMany ? [] : changed(riderId, 'riders', 'rides', 'days', 'models'),
    }),
    recording: build.query<RecordingWithStreams, string>({
      query: (id) => `/recordings/${id}`,
      transformResponse: closed<RecordingWithStreams>,
      providesTags: (_recording, _error, id) => about(id, 'recordings'),
      keepUnusedDataFor: 120,
    }),
  }),
});
