import type { CurveBest, LastMet, Model } from '@uphill/api';
import { about, aboutAll, api } from './client.ts';

/** What riders can hold: models, curves, hard days. */
export const modelsApi = api.injectEndpoints({
  endpoints: (build) => ({
    model: build.query<Model[], { on: string; riderId: string }>({
      query: ({ on, riderId }) => ({ url: '/models', params: { on, riders: riderId } }),
      providesTags: (_models, _error, { riderId }) => about(riderId, 'models'),
    }),
    /** Of everybody that is worked with, in one request. */
    models: build.query<Model[], string>({
      query: (on) => ({ url: '/models', params: { on } }),
      providesTags: aboutAll('models'),
    }),
    lastMet: build.query<LastMet[], { riderId: string; rungs: string }>({
      query: ({ riderId, ...params }) => ({ url: `/riders/${riderId}/last-met`, params }),
      providesTags: (_met, _error, { riderId }) => about(riderId, 'models'),
    }),
    curve: build.query<CurveBest[], { riderId: string; from: string; to: string }>({
      query: ({ riderId, ...params }) => ({ url: `/riders/${riderId}/curve`, params }),
      providesTags: (_curve, _error, { riderId }) => about(riderId, 'models'),
    }),
    hardDays: build.query<string[], { riderId: string; before: string }>({
      query: ({ riderId, before }) => ({ url: `/riders/${riderId}/hard-days`, params: { before } }),
      providesTags: (_days, _error, { riderId }) => about(riderId, 'models', 'riders'),
    }),
  }),
});
