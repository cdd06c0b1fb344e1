import {
  daysQuerySchema,
  morningChangeSchema,
  morningParamsSchema,
  morningsSchema,
  riderParamsSchema,
} from '@uphill/api';
import { z } from 'zod';
import { listMornings, writeMorning } from '../store/mornings.ts';
import { riderName } from '../store/riderName.ts';
import { routes } from './route.ts';

/** What riders write down in the morning. */
export const morningRoutes = routes((app, { db }) => {
  app.get(
    '/riders/:riderId/mornings',
    {
      schema: {
        params: riderParamsSchema,
        querystring: daysQuerySchema,
        response: { 200: morningsSchema },
      },
    },
    async ({ params, query }) => {
      await riderName(db, params.riderId);
      return listMornings(db, params.riderId, query);
    },
  );
  app.put(
    '/riders/:riderId/mornings/:date',
    {
      schema: {
        params: morningParamsSchema,
        body: morningChangeSchema,
        response: { 204: z.null() },
      },
    },
    async ({ params, body }, reply) => {
      await writeMorning(db, params, body);
      return reply.status(204).send(null);
    },
  );
});
