import { hill, hillChange, hillFields, idParams, versionQuery } from '@uphill/api';
import { z } from 'zod';
import { changeHill, createHill, listHills, removeHill } from '../store/hills.ts';
import { routes } from './route.ts';

const response = { 200: hill };

export const hillRoutes = routes((app, { db }) => {
  app.get('/hills', { schema: { response: { 200: z.array(hill) } } }, () => listHills(db));
  app.post('/hills', { schema: { body: hillFields, response } }, ({ body }) =>
    createHill(db, body),
  );
  app.put(
    '/hills/:id',
    { schema: { params: idParams, body: hillChange, response } },
    ({ params, body }) => changeHill(db, params.id, body),
  );
  app.delete(
    '/hills/:id',
    { schema: { params: idParams, querystring: versionQuery, response: { 204: z.null() } } },
    async ({ params, query }, reply) => {
      await removeHill(db, params.id, query.version);
      return reply.status(204).send(null);
    },
  );
});
