import { idParams, ownScheme, schemeChange, schemeFields, settings } from '@uphill/api';
import { z } from 'zod';
import { changeScheme, changeSettings, createScheme, listSchemes, readSettings, removeScheme } from '../store/schemes.ts';
import { routes } from './route.ts';

const response = { 200: ownScheme };

export const schemeRoutes = routes((app, { db }) => {
  app.get('/schemes', { schema: { response: { 200: z.array(ownScheme) } } }, () => listSchemes(db));
  app.post('/schemes', { schema: { body: schemeFields, response } }, ({ body }) => createScheme(db, body));
  app.put('/schemes/:id', { schema: { params: idParams, body: schemeChange, response } }, ({ params, body }) => changeScheme(db, params.id, body));
  app.delete('/schemes/:id', { schema: { params: idParams, response: { 204: z.null() } } }, async ({ params }, reply) => {
    await removeScheme(db, params.id);
    return reply.status(204).send(null);
  });
  app.get('/settings', { schema: { response: { 200: settings } } }, () => readSettings(db));
  app.put('/settings', { schema: { body: settings, response: { 200: settings } } }, ({ body }) => changeSettings(db, body));
});
