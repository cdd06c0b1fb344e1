import {
  dayPlanChangeSchema,
  daysQuerySchema,
  assignmentSchema,
  idParamsSchema,
  monthOfDaysSchema,
  newDaysSchema,
  daySchema,
  dayChangeSchema,
  riderParamsSchema,
  versionQuerySchema,
} from '@uphill/api';
import { z } from 'zod';
import { assignSession } from '../store/assign.ts';
import { changeDay, changeDayPlan, removeDay } from '../store/changeDay.ts';
import { listDays, monthsOfDays, readDay } from '../store/days.ts';
import { routes } from './route.ts';

const days = { 200: z.array(daySchema) };

export const dayRoutes = routes((app, { db }) => {
  app.get('/days', { schema: { querystring: daysQuerySchema, response: days } }, ({ query }) =>
    listDays(db, query),
  );
  app.get(
    '/riders/:riderId/days',
    { schema: { params: riderParamsSchema, querystring: daysQuerySchema, response: days } },
    ({ params, query }) => listDays(db, query, params.riderId),
  );
  app.get(
    '/riders/:riderId/days/months',
    { schema: { params: riderParamsSchema, response: { 200: z.array(monthOfDaysSchema) } } },
    ({ params }) => monthsOfDays(db, params.riderId),
  );
  app.post(
    '/riders/:riderId/days',
    { schema: { params: riderParamsSchema, body: newDaysSchema, response: days } },
    ({ params, body }) =>
      assignSession(db, {
        sessionId: body.sessionId,
        again: body.again,
        riders: [{ riderId: params.riderId, dates: body.dates }],
      }),
  );
  app.post('/days', { schema: { body: assignmentSchema, response: days } }, ({ body }) =>
    assignSession(db, body),
  );
  app.get(
    '/days/:id',
    { schema: { params: idParamsSchema, response: { 200: daySchema } } },
    ({ params }) => readDay(db, params.id),
  );
  app.patch(
    '/days/:id',
    { schema: { params: idParamsSchema, body: dayChangeSchema, response: { 200: daySchema } } },
    ({ params, body }) => changeDay(db, params.id, body),
  );
  app.put(
    '/days/:id/plan',
    { schema: { params: idParamsSchema, body: dayPlanChangeSchema, response: { 200: daySchema } } },
    ({ params, body }) => changeDayPlan(db, params.id, body),
  );
  app.delete(
    '/days/:id',
    {
      schema: {
        params: idParamsSchema,
        querystring: versionQuerySchema,
        response: { 204: z.null() },
      },
    },
    async ({ params, query }, reply) => {
      await removeDay(db, params.id, query.version);
      return reply.status(204).send(null);
    },
  );
});
