import {
  idParams,
  newTestDay,
  riderParams,
  testDay,
  testDayChange,
  versionQuery,
} from '@uphill/api';
import { z } from 'zod';
import {
  createTestDay,
  listTestDays,
  readTestDay,
  removeTestDay,
  saveTestDay,
} from '../store/testDays.ts';
import { routes } from './route.ts';

const response = { 200: testDay };

export const testDayRoutes = routes((app, { db }) => {
  app.get(
    '/riders/:riderId/test-days',
    { schema: { params: riderParams, response: { 200: z.array(testDay) } } },
    ({ params }) => listTestDays(db, params.riderId),
  );
  app.post(
    '/riders/:riderId/test-days',
    { schema: { params: riderParams, body: newTestDay, response } },
    ({ params, body }) => createTestDay(db, params.riderId, body),
  );
  app.get('/test-days/:id', { schema: { params: idParams, response } }, ({ params }) =>
    readTestDay(db, params.id),
  );
  app.put(
    '/test-days/:id',
    { schema: { params: idParams, body: testDayChange, response } },
    ({ params, body }) => saveTestDay(db, params.id, body),
  );
  app.delete(
    '/test-days/:id',
    { schema: { params: idParams, querystring: versionQuery, response: { 204: z.null() } } },
    async ({ params, query }, reply) => {
      await removeTestDay(db, params.id, query.version);
      return reply.status(204).send(null);
    },
  );
});
