import {
  bestSchema,
  curveQuerySchema,
  idParamsSchema,
  lastMetQuerySchema,
  lastMetSchema,
  modelSchema,
  modelsQuerySchema,
} from '@uphill/api';
import { z } from 'zod';
import { lastMet } from '../store/lastMet.ts';
import { curveOf, modelsOn } from '../store/models.ts';
import { routes } from './route.ts';

export const modelRoutes = routes((app, { db }) => {
  app.get(
    '/riders/:id/curve',
    {
      schema: {
        params: idParamsSchema,
        querystring: curveQuerySchema,
        response: { 200: z.array(bestSchema) },
      },
    },
    ({ params, query }) => curveOf(db, params.id, query),
  );
  app.get(
    '/riders/:id/last-met',
    {
      schema: {
        params: idParamsSchema,
        querystring: lastMetQuerySchema,
        response: { 200: z.array(lastMetSchema) },
      },
    },
    ({ params, query }) => lastMet(db, params.id, query.rungs),
  );
  app.get(
    '/models',
    { schema: { querystring: modelsQuerySchema, response: { 200: z.array(modelSchema) } } },
    ({ query }) => modelsOn(db, query.riders, query.on),
  );
});
