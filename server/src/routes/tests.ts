import {
  dateSchema,
  idSchema,
  newTestSchema,
  riderParamsSchema,
  testSchema,
  testChangeSchema,
  versionQuerySchema,
} from '@uphill/api';
import { z } from 'zod';
import { hardDaysBefore } from '../store/hardDays.ts';
import { readRider } from '../store/riders.ts';
import { createTest, listTests, removeTest, withdrawTest } from '../store/tests.ts';
import { routes } from './route.ts';

export const testRoutes = routes((app, { db }) => {
  app.get(
    '/riders/:riderId/tests',
    { schema: { params: riderParamsSchema, response: { 200: z.array(testSchema) } } },
    ({ params }) => listTests(db, params.riderId),
  );
  app.post(
    '/riders/:riderId/tests',
    {
      config: { makes: 'riders/:riderId/tests' },
      schema: { params: riderParamsSchema, body: newTestSchema, response: { 200: testSchema } },
    },
    ({ params, body }) => createTest(db, params.riderId, body),
  );
  app.patch(
    '/riders/:riderId/tests/:id',
    {
      schema: {
        params: riderParamsSchema.extend({ id: idSchema }),
        body: testChangeSchema,
        response: { 200: testSchema },
      },
    },
    ({ params, body }) => withdrawTest(db, params.riderId, params.id, body),
  );
  app.get(
    '/riders/:riderId/hard-days',
    {
      schema: {
        params: riderParamsSchema,
        querystring: z.object({ before: dateSchema }),
        response: { 200: z.array(z.string()) },
      },
    },
    async ({ params, query }) =>
      hardDaysBefore(db, await readRider(db, params.riderId), query.before),
  );
  app.delete(
    '/riders/:riderId/tests/:id',
    {
      schema: {
        params: riderParamsSchema.extend({ id: idSchema }),
        querystring: versionQuerySchema,
        response: { 204: z.null() },
      },
    },
    async ({ params, query }, reply) => {
      await removeTest(db, params.riderId, { id: params.id, version: query.version });
      return reply.status(204).send(null);
    },
  );
});
