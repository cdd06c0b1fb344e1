import { id, newTest, riderParams, test } from '@uphill/api';
import { z } from 'zod';
import { createTest, listTests, removeTest } from '../store/tests.ts';
import { routes } from './route.ts';

export const testRoutes = routes((app, { db }) => {
  app.get('/riders/:riderId/tests', { schema: { params: riderParams, response: { 200: z.array(test) } } }, ({ params }) => listTests(db, params.riderId));
  app.post('/riders/:riderId/tests', { schema: { params: riderParams, body: newTest, response: { 200: test } } }, ({ params, body }) =>
    createTest(db, params.riderId, body),
  );
  app.delete('/riders/:riderId/tests/:id', { schema: { params: riderParams.extend({ id }), response: { 204: z.null() } } }, async ({ params }, reply) => {
    await removeTest(db, params.riderId, params.id);
    return reply.status(204).send(null);
  });
});
