import {
  handedOverSchema,
  handOverSchema,
  planChangesSchema,
  riderParamsSchema,
  seasonQuerySchema,
  seasonSchema,
  seasonSettingsChangeSchema,
  weekChangeSchema,
  weekParamsSchema,
} from '@uphill/api';
import { weekdayOf } from '@uphill/core/season';
import { z } from 'zod';
import { badField } from '../refusal.ts';
import { changePlan } from '../store/season/changePlan.ts';
import { readSeason } from '../store/season/season.ts';
import { changeSeasonSettings, changeWeekSaid } from '../store/season/weeks.ts';
import { handOverDays } from '../store/season/handOver.ts';
import { routes, sendJson } from './route.ts';

const done = { 204: z.null() };
/** A season is asked for in whole weeks, and no more of them than two years. */
const MOST_DAYS = 800;

export const seasonRoutes = routes((app, { db }) => {
  app.get(
    '/riders/:riderId/season',
    {
      schema: {
        params: riderParamsSchema,
        querystring: seasonQuerySchema,
        response: { 200: seasonSchema },
      },
    },
    async ({ params, query: { from, to } }, reply) => {
      if (weekdayOf(from) !== 0) throw badField('from', 'A season begins on a Monday.');
      if (weekdayOf(to) !== 6) throw badField('to', 'A season ends on a Sunday.');
      const days = (Date.parse(to) - Date.parse(from)) / 86_400_000;
      if (!(days > 0 && days <= MOST_DAYS)) throw badField('to', 'At most two years at once.');
      return sendJson(reply, JSON.stringify(await readSeason(db, params.riderId, { from, to })));
    },
  );
  app.post(
    '/riders/:riderId/plan',
    { schema: { params: riderParamsSchema, body: planChangesSchema, response: done } },
    async ({ params, body }, reply) => {
      const { did, ...of } = body;
      await changePlan(db, did, [{ riderId: params.riderId, ...of }]);
      return reply.status(204).send(null);
    },
  );
  app.put(
    '/riders/:riderId/weeks/:monday',
    { schema: { params: weekParamsSchema, body: weekChangeSchema, response: done } },
    async ({ params, body }, reply) => {
      await changeWeekSaid(db, params, body);
      return reply.status(204).send(null);
    },
  );
  app.put(
    '/riders/:riderId/season',
    { schema: { params: riderParamsSchema, body: seasonSettingsChangeSchema, response: done } },
    async ({ params, body }, reply) => {
      await changeSeasonSettings(db, params.riderId, body);
      return reply.status(204).send(null);
    },
  );
  app.post(
    '/riders/:riderId/handovers',
    {
      schema: {
        params: riderParamsSchema,
        body: handOverSchema,
        response: { 200: handedOverSchema },
      },
    },
    async ({ params, body }) => {
      const [one] = await handOverDays(db, [params.riderId], body);
      return { handed: one?.handed ?? 0, left: one?.left ?? [] };
    },
  );
});
