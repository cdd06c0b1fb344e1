import {
  deletedSchema,
  deletionSchema,
  healthFieldsSchema,
  idParamsSchema,
  riderSchema,
  riderChangeSchema,
  riderDeletionSchema,
  riderFieldsSchema,
  ridersQuerySchema,
} from '@uphill/api';
import { z } from 'zod';
import { addHealthScreen } from '../store/health.ts';
import { changeRider, createRider, listRiders, readRider } from '../store/riders.ts';
import { deleteRider, whatGoes } from '../store/deleteRider.ts';
import { routes } from './route.ts';

const response = { 200: riderSchema };

export const riderRoutes = routes((app, { db, file, pool }) => {
  app.get(
    '/riders',
    { schema: { querystring: ridersQuerySchema, response: { 200: z.array(riderSchema) } } },
    ({ query }) => listRiders(db, query),
  );
  app.post(
    '/riders',
    { config: { makes: 'riders' }, schema: { body: riderFieldsSchema, response } },
    ({ body }) => createRider(db, body),
  );
  app.get('/riders/:id', { schema: { params: idParamsSchema, response } }, ({ params }) =>
    readRider(db, params.id),
  );
  app.patch(
    '/riders/:id',
    { schema: { params: idParamsSchema, body: riderChangeSchema, response } },
    ({ params, body }) => changeRider(db, params.id, body as Parameters<typeof changeRider>[2]),
  );
  app.get(
    '/riders/:id/deletion',
    { schema: { params: idParamsSchema, response: { 200: deletionSchema } } },
    ({ params }) => whatGoes(db, file, params.id),
  );
  app.post(
    '/riders/:id/deletion',
    {
      schema: {
        params: idParamsSchema,
        body: riderDeletionSchema,
        response: { 200: deletedSchema },
      },
    },
    ({ params, body }) => deleteRider(db, pool, file, params.id, body),
  );
  app.post(
    '/riders/:id/health',
    {
      config: { makes: 'riders' },
      schema: { params: idParamsSchema, body: healthFieldsSchema, response },
    },
    ({ params, body }) => addHealthScreen(db, params.id, body),
  );
});
