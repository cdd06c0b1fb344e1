import {
  daysQuery,
  giving,
  idParams,
  newPlaced,
  placed,
  placedChange,
  riderParams,
  versionQuery,
} from '@uphill/api';
import { z } from 'zod';
import {
  changePlaced,
  listPlaced,
  giveSession,
  readPlaced,
  removePlaced,
} from '../store/placed.ts';
import { routes } from './route.ts';

const days = { 200: z.array(placed) };

export const placedRoutes = routes((app, { db }) => {
  app.get('/placed', { schema: { querystring: daysQuery, response: days } }, ({ query }) =>
    listPlaced(db, query),
  );
  app.get(
    '/riders/:riderId/placed',
    { schema: { params: riderParams, querystring: daysQuery, response: days } },
    ({ params, query }) => listPlaced(db, query, params.riderId),
  );
  app.post(
    '/riders/:riderId/placed',
    { schema: { params: riderParams, body: newPlaced, response: days } },
    ({ params, body }) =>
      giveSession(db, {
        sessionId: body.sessionId,
        again: body.again,
        gives: [{ riderId: params.riderId, dates: body.dates }],
      }),
  );
  app.post('/placed', { schema: { body: giving, response: days } }, ({ body }) =>
    giveSession(db, body),
  );
  app.get(
    '/placed/:id',
    { schema: { params: idParams, response: { 200: placed } } },
    ({ params }) => readPlaced(db, params.id),
  );
  app.patch(
    '/placed/:id',
    { schema: { params: idParams, body: placedChange, response: { 200: placed } } },
    ({ params, body }) => changePlaced(db, params.id, body),
  );
  app.delete(
    '/placed/:id',
    { schema: { params: idParams, querystring: versionQuery, response: { 204: z.null() } } },
    async ({ params, query }, reply) => {
      await removePlaced(db, params.id, query.version);
      return reply.status(204).send(null);
    },
  );
});
