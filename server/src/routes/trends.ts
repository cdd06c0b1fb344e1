import {
  daysQuerySchema,
  heartsOffSchema,
  idParamsSchema,
  newRoadSchema,
  riderParamsSchema,
  roadSchema,
  trendsSchema,
  versionQuerySchema,
} from '@uphill/api';
import { z } from 'zod';
import { nameRoad, removeRoad, roadsOf } from '../store/roads.ts';
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
  app.get(
    '/riders/:riderId/roads',
    { schema: { params: riderParamsSchema, response: { 200: z.array(roadSchema) } } },
    ({ params }) => roadsOf(db, params.riderId),
  );
  app.post(
    '/riders/:riderId/roads',
    {
      config: { makes: 'roads' },
      schema: { params: riderParamsSchema, body: newRoadSchema, response: { 200: roadSchema } },
    },
    ({ params, body }) => nameRoad(db, params.riderId, body),
  );
  app.delete(
    '/roads/:id',
    {
      schema: {
        params: idParamsSchema,
        querystring: versionQuerySchema,
        response: { 204: z.null() },
      },
    },
    async ({ params, query }, reply) => {
      await removeRoad(db, params.id, query.version);
      return reply.status(204).send(null);
    },
  );
  app.get('/hearts', { schema: { response: { 200: heartsOffSchema } } }, () => heartsOff(db));
});
