import {
  idParamsSchema,
  newTestDaySchema,
  riderParamsSchema,
  testDaySchema,
  testDayChangeSchema,
  versionQuerySchema,
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

const response = { 200: testDaySchema };

export const testDayRoutes = routes((app, { db }) => {
  app.get(
    '/riders/:riderId/test-days',
    { schema: { params: riderParamsSchema, response: { 200: z.array(testDaySchema) } } },
    ({ params }) => listTestDays(db, params.riderId),
  );
  app.post(
    '/riders/:riderId/test-days',
    {
      config: { makes: 'test-days' },
      schema: { params: riderParamsSchema, body: newTestDaySchema, response },
    },
    ({ params, body }) => createTestDay(db, params.riderId, body),
  );
  app.get('/test-days/:id', { schema: { params: idParamsSchema, response } }, ({ params }) =>
    readTestDay(db, params.id),
  );
  app.put(
    '/test-days/:id',
    { schema: { params: idParamsSchema, body: testDayChangeSchema, response } },
    ({ params, body }) => saveTestDay(db, params.id, body),
  );
  app.delete(
    '/test-days/:id',
    {
      schema: {
        params: idParamsSchema,
        querystring: versionQuerySchema,
        response: { 204: z.null() },
      },
    },
    async ({ params, query }, reply) => {
      await removeTestDay(db, params.id, query.version);
      return reply.status(204).send(null);
    },
  );
});
