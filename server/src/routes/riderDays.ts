import {
  daysQuerySchema,
  daySchema,
  givenDaySchema,
  idParamsSchema,
  laterDaySchema,
  riderParamsSchema,
  takeSchema,
} from '@uphill/api';
import { z } from 'zod';
import { takeOffer } from '../store/takeOffer.ts';
import { listGiven, listLater, readGiven } from '../store/given.ts';
import { routes } from './route.ts';

/** What the rider's own page asks for: days as they were handed over, and the one of a choice that is taken. */
export const riderDayRoutes = routes((app, { db }) => {
  app.get(
    '/riders/:riderId/given',
    {
      schema: {
        params: riderParamsSchema,
        querystring: daysQuerySchema,
        response: { 200: z.array(givenDaySchema) },
      },
    },
    ({ params, query }) => listGiven(db, params.riderId, query),
  );
  app.get(
    '/riders/:riderId/given/later',
    {
      schema: {
        params: riderParamsSchema,
        querystring: daysQuerySchema,
        response: { 200: z.array(laterDaySchema) },
      },
    },
    ({ params, query }) => listLater(db, params.riderId, query),
  );
  app.get(
    '/days/:id/given',
    { schema: { params: idParamsSchema, response: { 200: givenDaySchema } } },
    ({ params }) => readGiven(db, params.id),
  );
  app.put(
    '/days/:id/taken',
    { schema: { params: idParamsSchema, body: takeSchema, response: { 200: daySchema } } },
    ({ params, body }) => takeOffer(db, params.id, body),
  );
});
