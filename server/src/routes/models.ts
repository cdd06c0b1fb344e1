import {
  bestSchema,
  curveQuerySchema,
  idParamsSchema,
  modelSchema,
  modelsQuerySchema,
} from '@uphill/api';
import { z } from 'zod';
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
    '/models',
    { schema: { querystring: modelsQuerySchema, response: { 200: z.array(modelSchema) } } },
    ({ query }) => modelsOn(db, query.riders, query.on),
  );
});
