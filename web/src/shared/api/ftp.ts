import type { FtpEntry, NewFtp, Rider } from '@uphill/api';
import { after, api, changed } from './client.ts';

/** The FTP in use, accepted and withdrawn. */
export const ftpApi = api.injectEndpoints({
  endpoints: (build) => ({
    acceptFtp: build.mutation<Rider, NewFtp & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/riders/${id}/ftp`, method: 'POST', body }),
      invalidatesTags: after(({ id }) => [...changed(id, 'riders'), 'journal']),
    }),
    withdrawFtp: build.mutation<Rider, Pick<FtpEntry, 'id' | 'riderId' | 'version'>>({
      query: ({ id, riderId, version }) => ({
        url: `/riders/${riderId}/ftp/${id}`,
        method: 'DELETE',
        params: { version },
      }),
      invalidatesTags: after(({ riderId }) => [...changed(riderId, 'riders'), 'journal']),
    }),
  }),
});
