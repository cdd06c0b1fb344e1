import {
  idParams,
  ownScheme,
  schemeChange,
  schemeFields,
  settings,
  settingsChange,
  versionQuery,
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

const response = { 200: ownScheme };

export const schemeRoutes = routes((app, { db }) => {
  app.get('/schemes', { schema: { response: { 200: z.array(ownScheme) } } }, () => listSchemes(db));
  app.post('/schemes', { schema: { body: schemeFields, response } }, ({ body }) =>
    createScheme(db, body),
  );
  app.put(
    '/schemes/:id',
    { schema: { params: idParams, body: schemeChange, response } },
    ({ params, body }) => changeScheme(db, params.id, body),
  );
  app.delete(
    '/schemes/:id',
    { schema: { params: idParams, querystring: versionQuery, response: { 204: z.null() } } },
    async ({ params, query }, reply) => {
      await removeScheme(db, params.id, query.version);
      return reply.status(204).send(null);
    },
  );
  app.get('/settings', { schema: { response: { 200: settings } } }, () => readSettings(db));
  app.put(
    '/settings',
    { schema: { body: settingsChange, response: { 200: settings } } },
    ({ body }) => changeSettings(db, body),
  );
});
