import {
  bookDoneSchema,
  dayPlanChangeSchema,
  daysQuerySchema,
  assignmentSchema,
  idParamsSchema,
  dayListSchema,
  markChangeSchema,
  monthOfDaysSchema,
  newDaysSchema,
  daySchema,
  onDateParamsSchema,
  placedDaySchema,
  dayChangeSchema,
  riderParamsSchema,
  versionQuerySchema,
} from '@uphill/api';
import { z } from 'zod';
import { assignSession } from '../store/assign.ts';
import { changeDay, changeDayPlan, removeDay } from '../store/changeDay.ts';
import { markDay } from '../store/markDay.ts';
import { listSquadDays } from '../store/dayList.ts';
import { bookDone, listDays, listDaysOn, monthsOfDays, readDay } from '../store/days.ts';
import { routes, sendJson } from './route.ts';

const days = { 200: z.array(daySchema) };
const placed = { 200: z.array(placedDaySchema) };

export const dayRoutes = routes((app, { db }) => {
  app.get(
    '/days',
    { schema: { querystring: daysQuerySchema, response: { 200: dayListSchema } } },
    async ({ query }, reply) => sendJson(reply, await listSquadDays(db, query)),
  );
  app.get(
    '/days/on/:date',
    { schema: { params: onDateParamsSchema, response: days } },
    ({ params }) => listDaysOn(db, params.date),
  );
  app.get(
    '/riders/:riderId/days',
    { schema: { params: riderParamsSchema, querystring: daysQuerySchema, response: days } },
    ({ params, query }) => listDays(db, params.riderId, query),
  );
  app.get(
    '/riders/:riderId/days/months',
    { schema: { params: riderParamsSchema, response: { 200: z.array(monthOfDaysSchema) } } },
    ({ params }) => monthsOfDays(db, params.riderId),
  );
  app.get(
    '/riders/:riderId/book',
    { schema: { params: riderParamsSchema, response: { 200: z.array(bookDoneSchema) } } },
    ({ params }) => bookDone(db, params.riderId),
  );
  app.post(
    '/riders/:riderId/days',
    {
      config: { makes: 'days' },
      schema: { params: riderParamsSchema, body: newDaysSchema, response: placed },
    },
    ({ params, body }) =>
      assignSession(db, {
        sessionId: body.sessionId,
        again: body.again,
        riders: [{ riderId: params.riderId, dates: body.dates }],
      }),
  );
  app.post(
    '/days',
    { config: { makes: 'days' }, schema: { body: assignmentSchema, response: placed } },
    ({ body }) => assignSession(db, body),
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
    '/days/:id/mark',
    { schema: { params: idParamsSchema, body: markChangeSchema, response: { 200: daySchema } } },
    ({ params, body }) => markDay(db, params.id, body),
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
