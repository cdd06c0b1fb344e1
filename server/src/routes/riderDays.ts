import {
  daysQuerySchema,
  daySchema,
  givenDaySchema,
  idParamsSchema,
  riderParamsSchema,
  takeSchema,
} from '@uphill/api';
import { z } from 'zod';
import { takeOffer } from '../store/changeDay.ts';
import { listGiven } from '../store/days.ts';
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
  app.put(
    '/days/:id/taken',
    { schema: { params: idParamsSchema, body: takeSchema, response: { 200: daySchema } } },
    ({ params, body }) => takeOffer(db, params.id, body),
  );
});
