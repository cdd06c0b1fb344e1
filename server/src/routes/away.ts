import {
  awayChangeSchema,
  awayFieldsSchema,
  idSchema,
  riderParamsSchema,
  versionQuerySchema,
} from '@uphill/api';
import { z } from 'zod';
import { addAway, changeAway, removeAway } from '../store/season/weeks.ts';
import { routes } from './route.ts';

const done = { 204: z.null() };
const entryParams = riderParamsSchema.extend({ id: idSchema });

/** Days with other hours than usual. */
export const awayRoutes = routes((app, { db }) => {
  app.post(
    '/riders/:riderId/away',
    { schema: { params: riderParamsSchema, body: awayFieldsSchema, response: done } },
    async ({ params, body }, reply) => {
      await addAway(db, params.riderId, body);
      return reply.status(204).send(null);
    },
  );
  app.put(
    '/riders/:riderId/away/:id',
    {
      schema: {
        params: entryParams,
        body: awayChangeSchema,
        response: done,
      },
    },
    async ({ params, body }, reply) => {
      await changeAway(db, params, body);
      return reply.status(204).send(null);
    },
  );
  app.delete(
    '/riders/:riderId/away/:id',
    {
      schema: {
        params: entryParams,
        querystring: versionQuerySchema,
        response: done,
      },
    },
    async ({ params, query }, reply) => {
      await removeAway(db, params, query.version);
      return reply.status(204).send(null);
    },
  );
});
