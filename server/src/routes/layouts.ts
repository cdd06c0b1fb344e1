import {
  idParamsSchema,
  layoutSchema,
  newTemplateSchema,
  ownTemplateSchema,
  riderParamsSchema,
  versionQuerySchema,
} from '@uphill/api';
import { z } from 'zod';
import { storeLayout } from '../store/season/layouts.ts';
import { addTemplate, listTemplates, removeTemplate } from '../store/season/templates.ts';
import { routes } from './route.ts';

const done = { 204: z.null() };

export const layoutRoutes = routes((app, { db }) => {
  app.post(
    '/riders/:riderId/layouts',
    { schema: { params: riderParamsSchema, body: layoutSchema, response: done } },
    async ({ params, body }, reply) => {
      await storeLayout(db, params.riderId, body);
      return reply.status(204).send(null);
    },
  );
  app.get('/templates', { schema: { response: { 200: z.array(ownTemplateSchema) } } }, () =>
    listTemplates(db),
  );
  app.post(
    '/templates',
    {
      config: { makes: 'templates' },
      schema: { body: newTemplateSchema, response: { 200: ownTemplateSchema } },
    },
    ({ body }) => addTemplate(db, body),
  );
  app.delete(
    '/templates/:id',
    { schema: { params: idParamsSchema, querystring: versionQuerySchema, response: done } },
    async ({ params, query }, reply) => {
      await removeTemplate(db, params.id, query.version);
      return reply.status(204).send(null);
    },
  );
});
