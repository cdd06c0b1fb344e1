import {
  availabilityChangeSchema,
  entryParamsSchema,
  fixtureChangeSchema,
  fixtureFieldsSchema,
  goalChangeSchema,
  goalFieldsSchema,
  idParamsSchema,
  riderSchema,
  versionQuerySchema,
} from '@uphill/api';
import {
  addFixture,
  addGoal,
  changeFixture,
  changeGoal,
  changeWeek,
  removeFixture,
  removeGoal,
} from '../store/riderFile.ts';
import { routes } from './route.ts';

const response = { 200: riderSchema };

export const riderFileRoutes = routes((app, { db }) => {
  app.post(
    '/riders/:id/goals',
    {
      config: { makes: 'riders' },
      schema: { params: idParamsSchema, body: goalFieldsSchema, response },
    },
    ({ params, body }) => addGoal(db, params.id, body),
  );
  app.put(
    '/riders/:id/goals/:entryId',
    { schema: { params: entryParamsSchema, body: goalChangeSchema, response } },
    ({ params, body }) => changeGoal(db, { riderId: params.id, id: params.entryId }, body),
  );
  app.delete(
    '/riders/:id/goals/:entryId',
    { schema: { params: entryParamsSchema, querystring: versionQuerySchema, response } },
    ({ params, query }) =>
      removeGoal(db, { riderId: params.id, id: params.entryId }, query.version),
  );
  app.put(
    '/riders/:id/availability',
    { schema: { params: idParamsSchema, body: availabilityChangeSchema, response } },
    ({ params, body }) => changeWeek(db, params.id, body),
  );
  app.post(
    '/riders/:id/fixtures',
    {
      config: { makes: 'riders' },
      schema: { params: idParamsSchema, body: fixtureFieldsSchema, response },
    },
    ({ params, body }) => addFixture(db, params.id, body),
  );
  app.put(
    '/riders/:id/fixtures/:entryId',
    { schema: { params: entryParamsSchema, body: fixtureChangeSchema, response } },
    ({ params, body }) => changeFixture(db, { riderId: params.id, id: params.entryId }, body),
  );
  app.delete(
    '/riders/:id/fixtures/:entryId',
    { schema: { params: entryParamsSchema, querystring: versionQuerySchema, response } },
    ({ params, query }) =>
      removeFixture(db, { riderId: params.id, id: params.entryId }, query.version),
  );
});
