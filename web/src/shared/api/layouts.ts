import type { Layout, NewTemplate, OwnTemplate } from '@uphill/api';
import { after, api, changed, type Named, type OfRider } from './client.ts';

/** Seasons that are laid out, and the coach's own templates. */
export const layoutsApi = api.injectEndpoints({
  endpoints: (build) => ({
    storeLayout: build.mutation<null, Layout & OfRider>({
      query: ({ riderId, ...body }) => ({
        url: `/riders/${riderId}/layouts`,
        method: 'POST',
        body,
      }),
      invalidatesTags: after(({ riderId }: OfRider) => [
        ...changed(riderId, 'days'),
        'journal' as const,
      ]),
    }),
    templates: build.query<OwnTemplate[], void>({
      query: () => '/templates',
      providesTags: ['schemes'],
    }),
    addTemplate: build.mutation<OwnTemplate, NewTemplate>({
      query: (body) => ({ url: '/templates', method: 'POST', body }),
      invalidatesTags: after(['schemes', 'journal']),
    }),
    removeTemplate: build.mutation<null, Named>({
      query: ({ id, version }) => ({
        url: `/templates/${id}`,
        method: 'DELETE',
        params: { version },
      }),
      invalidatesTags: after(['schemes', 'journal']),
    }),
  }),
});
