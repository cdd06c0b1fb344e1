import {
  idParamsSchema,
  ownSchemeSchema,
  schemeChangeSchema,
  schemeFieldsSchema,
  settingsSchema,
  settingsChangeSchema,
  versionQuerySchema,
} from '@uphill/api';
import { z } from 'zod';
import {
  changeScheme,
  changeSettings,
  createScheme,
  listSchemes,
  readSettings,
  removeScheme,
} from '../store/schemes.ts';
import { routes } from './route.ts';

const response = { 200: ownSchemeSchema };

export const schemeRoutes = routes((app, { db }) => {
  app.get('/schemes', { schema: { response: { 200: z.array(ownSchemeSchema) } } }, () =>
    listSchemes(db),
  );
  app.post(
    '/schemes',
    { config: { makes: 'schemes' }, schema: { body: schemeFieldsSchema, response } },
    ({ body }) => createScheme(db, body),
  );
  app.put(
    '/schemes/:id',
    { schema: { params: idParamsSchema, body: schemeChangeSchema, response } },
    ({ params, body }) => changeScheme(db, params.id, body),
  );
  app.delete(
    '/schemes/:id',
    {
      schema: {
        params: idParamsSchema,
        querystring: versionQuerySchema,
        response: { 204: z.null() },
      },
    },
    async ({ params, query }, reply) => {
      await removeScheme(db, params.id, query.version);
      return reply.status(204).send(null);
    },
  );
  app.get('/settings', { schema: { response: { 200: settingsSchema } } }, () => readSettings(db));
  app.patch(
    '/settings',
    { schema: { body: settingsChangeSchema, response: { 200: settingsSchema } } },
    ({ body }) => changeSettings(db, body),
  );
});
