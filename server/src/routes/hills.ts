import {
  hillSchema,
  hillChangeSchema,
  hillFieldsSchema,
  idParamsSchema,
  versionQuerySchema,
} from '@uphill/api';
import { z } from 'zod';
import { changeHill, createHill, listHills, removeHill } from '../store/hills.ts';
import { routes } from './route.ts';

const response = { 200: hillSchema };

export const hillRoutes = routes((app, { db }) => {
  app.get('/hills', { schema: { response: { 200: z.array(hillSchema) } } }, () => listHills(db));
  app.post(
    '/hills',
    { config: { makes: 'hills' }, schema: { body: hillFieldsSchema, response } },
    ({ body }) => createHill(db, body),
  );
  app.put(
    '/hills/:id',
    { schema: { params: idParamsSchema, body: hillChangeSchema, response } },
    ({ params, body }) => changeHill(db, params.id, body),
  );
  app.delete(
    '/hills/:id',
    {
      schema: {
        params: idParamsSchema,
        querystring: versionQuerySchema,
        response: { 204: z.null() },
      },
    },
    async ({ params, query }, reply) => {
      await removeHill(db, params.id, query.version);
      return reply.status(204).send(null);
    },
  );
});
