import { idParams, newSession, session, sessionChange, versionQuery } from '@uphill/api';
import { z } from 'zod';
import {
  createSession,
  listSessions,
  readSession,
  retireSession,
  saveSession,
} from '../store/sessions.ts';
import { routes } from './route.ts';

const response = { 200: session };

export const sessionRoutes = routes((app, { db }) => {
  app.get('/sessions', { schema: { response: { 200: z.array(session) } } }, () => listSessions(db));
  app.post('/sessions', { schema: { body: newSession, response } }, ({ body }) =>
    createSession(db, body.plan),
  );
  app.get('/sessions/:id', { schema: { params: idParams, response } }, ({ params }) =>
    readSession(db, params.id),
  );
  app.put(
    '/sessions/:id',
    { schema: { params: idParams, body: sessionChange, response } },
    ({ params, body }) => saveSession(db, params.id, body),
  );
  app.delete(
    '/sessions/:id',
    { schema: { params: idParams, querystring: versionQuery, response: { 204: z.null() } } },
    async ({ params, query }, reply) => {
      await retireSession(db, params.id, query.version);
      return reply.status(204).send(null);
    },
  );
});
