import {
  behindSchema,
  followingSchema,
  idParamsSchema,
  newSessionSchema,
  placedDaySchema,
  sessionSchema,
  sessionChangeSchema,
  versionQuerySchema,
} from '@uphill/api';
import { z } from 'zod';
import { daysBehind, followSession } from '../store/following.ts';
import {
  createSession,
  listSessions,
  readSession,
  retireSession,
  saveSession,
} from '../store/sessions.ts';
import { routes } from './route.ts';

const response = { 200: sessionSchema };

export const sessionRoutes = routes((app, { db }) => {
  app.get('/sessions', { schema: { response: { 200: z.array(sessionSchema) } } }, () =>
    listSessions(db),
  );
  app.post(
    '/sessions',
    { config: { makes: 'sessions' }, schema: { body: newSessionSchema, response } },
    ({ body }) => createSession(db, body.plan),
  );
  app.get('/sessions/:id', { schema: { params: idParamsSchema, response } }, ({ params }) =>
    readSession(db, params.id),
  );
  app.put(
    '/sessions/:id',
    { schema: { params: idParamsSchema, body: sessionChangeSchema, response } },
    ({ params, body }) => saveSession(db, params.id, body),
  );
  app.get(
    '/sessions/:id/behind',
    { schema: { params: idParamsSchema, response: { 200: z.array(behindSchema) } } },
    ({ params }) => daysBehind(db, params.id),
  );
  app.post(
    '/sessions/:id/behind',
    {
      schema: {
        params: idParamsSchema,
        body: followingSchema,
        response: { 200: z.array(placedDaySchema) },
      },
    },
    ({ params, body }) => followSession(db, params.id, body),
  );
  app.delete(
    '/sessions/:id',
    {
      schema: {
        params: idParamsSchema,
        querystring: versionQuerySchema,
        response: { 204: z.null() },
      },
    },
    async ({ params, query }, reply) => {
      await retireSession(db, params.id, query.version);
      return reply.status(204).send(null);
    },
  );
});
