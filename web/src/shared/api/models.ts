import type { CurveBest, Model } from '@uphill/api';
import { api } from './client.ts';

/** What riders can hold: models, curves, hard days. */
export const modelsApi = api.injectEndpoints({
  endpoints: (build) => ({
    models: build.query<Model[], { on: string; riders: readonly string[] }>({
      query: ({ on, riders }) => ({ url: '/models', params: { on, riders: riders.join(',') } }),
      providesTags: ['rides', 'tests', 'riders', 'markedEfforts'],
    }),
    curve: build.query<CurveBest[], { riderId: string; from: string; to: string }>({
      query: ({ riderId, ...params }) => ({ url: `/riders/${riderId}/curve`, params }),
      providesTags: ['rides'],
    }),
    hardDays: build.query<string[], { riderId: string; before: string }>({
      query: ({ riderId, before }) => ({ url: `/riders/${riderId}/hard-days`, params: { before } }),
      providesTags: ['rides', 'riders'],
    }),
  }),
});
