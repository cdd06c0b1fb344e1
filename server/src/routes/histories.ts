import {
  bodyMassChangeSchema,
  entryParamsSchema,
  heartRateChangeSchema,
  idParamsSchema,
  riderSchema,
  newBodyMassSchema,
  newHeartRateSchema,
  versionQuerySchema,
} from '@uphill/api';
import { addEntry, correctEntry, removeEntry } from '../store/riderEntries.ts';
import { routes } from './route.ts';

const response = { 200: riderSchema };

export const historyRoutes = routes((app, { db }) => {
  app.post(
    '/riders/:id/body-mass',
    {
      config: { makes: 'riders' },
      schema: { params: idParamsSchema, body: newBodyMassSchema, response },
    },
    ({ params, body }) => addEntry(db, 'body_mass', params.id, body),
  );
  app.post(
    '/riders/:id/heart-rates',
    {
      config: { makes: 'riders' },
      schema: { params: idParamsSchema, body: newHeartRateSchema, response },
    },
    ({ params, body }) => addEntry(db, 'heart_rates', params.id, body),
  );
  app.put(
    '/riders/:id/body-mass/:entryId',
    { schema: { params: entryParamsSchema, body: bodyMassChangeSchema, response } },
    ({ params, body }) =>
      correctEntry(db, 'body_mass', { riderId: params.id, entryId: params.entryId }, body),
  );
  app.put(
    '/riders/:id/heart-rates/:entryId',
    { schema: { params: entryParamsSchema, body: heartRateChangeSchema, response } },
    ({ params, body }) =>
      correctEntry(db, 'heart_rates', { riderId: params.id, entryId: params.entryId }, body),
  );
  for (const [path, table] of [
    ['body-mass', 'body_mass'],
    ['heart-rates', 'heart_rates'],
  ] as const)
    app.delete(
      `/riders/:id/${path}/:entryId`,
      { schema: { params: entryParamsSchema, querystring: versionQuerySchema, response } },
      ({ params, query }) =>
        removeEntry(db, table, { riderId: params.id, entryId: params.entryId }, query.version),
    );
});
