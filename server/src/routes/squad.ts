import {
  squadChangesSchema,
  squadDoneSchema,
  squadFillSchema,
  squadHandOverSchema,
  squadNoteSchema,
  squadQuerySchema,
  squadWeekSchema,
} from '@uphill/api';
import { z } from 'zod';
import { changePlan } from '../store/season/changePlan.ts';
import { fillSquad, handOverSquad, noteSquad, squadWeek } from '../store/season/squad.ts';
import { refuseNoMonday } from '../store/season/weeks.ts';
import { routes, sendJson } from './route.ts';

const done = { 204: z.null() };

export const squadRoutes = routes((app, { db }) => {
  app.get(
    '/squad/week',
    { schema: { querystring: squadQuerySchema, response: { 200: squadWeekSchema } } },
    async ({ query }, reply) => {
      refuseNoMonday(query.monday);
      return sendJson(reply, JSON.stringify(await squadWeek(db, query.monday)));
    },
  );
  app.post(
    '/plan',
    { schema: { body: squadChangesSchema, response: done } },
    async ({ body }, reply) => {
      await changePlan(db, body.did, body.riders);
      return reply.status(204).send(null);
    },
  );
  app.post(
    '/squad/fill',
    { schema: { body: squadFillSchema, response: { 200: squadDoneSchema } } },
    ({ body }) => fillSquad(db, body),
  );
  app.post(
    '/squad/handovers',
    { schema: { body: squadHandOverSchema, response: { 200: squadDoneSchema } } },
    ({ body }) => handOverSquad(db, body),
  );
  app.post(
    '/squad/notes',
    { schema: { body: squadNoteSchema, response: { 200: squadDoneSchema } } },
    ({ body }) => noteSquad(db, body),
  );
});
