import {
  idParamsSchema,
  idSchema,
  riderSchema,
  newFtpSchema,
  versionQuerySchema,
} from '@uphill/api';
import { acceptFtp, withdrawFtp } from '../store/ftp.ts';
import { routes } from './route.ts';

const response = { 200: riderSchema };

export const ftpRoutes = routes((app, { db }) => {
  app.post(
    '/riders/:id/ftp',
    {
      config: { makes: 'riders' },
      schema: { params: idParamsSchema, body: newFtpSchema, response },
    },
    ({ params, body }) => acceptFtp(db, params.id, body),
  );
  app.delete(
    '/riders/:id/ftp/:ftpId',
    {
      schema: {
        params: idParamsSchema.extend({ ftpId: idSchema }),
        querystring: versionQuerySchema,
        response,
      },
    },
    ({ params, query }) =>
      withdrawFtp(db, params.id, { ftpId: params.ftpId, version: query.version }),
  );
});
