import { daysQuerySchema, heartsOffSchema, riderParamsSchema, trendsSchema } from '@uphill/api';
import { heartsOff, readTrends } from '../store/trends.ts';
import { routes } from './route.ts';

/** What trends look at: figures that are kept of each ride. */
export const trendRoutes = routes((app, { db }) => {
  app.get(
    '/riders/:riderId/trends',
    {
      schema: {
        params: riderParamsSchema,
        querystring: daysQuerySchema,
        response: { 200: trendsSchema },
      },
    },
    ({ params, query }) => readTrends(db, params.riderId, query),
  );
  app.get('/hearts', { schema: { response: { 200: heartsOffSchema } } }, () => heartsOff(db));
});
