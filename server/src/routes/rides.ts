import {
  arrivalsSchema,
  daysQuerySchema,
  idParamsSchema,
  monthOfDaysSchema,
  newRideSchema,
  rideSchema,
  rideChangeSchema,
  rideJoinSchema,
  rideLinkSchema,
  riderParamsSchema,
  rideSplitSchema,
  rideWholeSchema,
  versionQuerySchema,
} from '@uphill/api';
import { z } from 'zod';
import { addRide, changeRide, deleteRide, linkRide } from '../store/changeRide.ts';
import { joinRides } from '../store/joinRides.ts';
import { splitRide } from '../store/splitRide.ts';
import { arrivalsOf, listRides, monthsRidden, readRideWhole } from '../store/rides.ts';
import { routes } from './route.ts';

const response = { 200: rideSchema };

export const rideRoutes = routes((app, { db, pool }) => {
  app.get(
    '/riders/:riderId/rides',
    {
      schema: {
        params: riderParamsSchema,
        querystring: daysQuerySchema,
        response: { 200: z.array(rideSchema) },
      },
    },
    ({ params, query }) => listRides(db, params.riderId, query),
  );
  app.get(
    '/riders/:riderId/rides/months',
    { schema: { params: riderParamsSchema, response: { 200: z.array(monthOfDaysSchema) } } },
    ({ params }) => monthsRidden(db, params.riderId),
  );
  app.get(
    '/riders/:riderId/arrivals',
    { schema: { params: riderParamsSchema, response: { 200: arrivalsSchema } } },
    ({ params }) => arrivalsOf(db, params.riderId),
  );
  app.post(
    '/riders/:riderId/rides',
    {
      config: { makes: 'rides' },
      schema: { params: riderParamsSchema, body: newRideSchema, response },
    },
    ({ params, body }) => addRide(db, params.riderId, body),
  );
  app.get(
    '/rides/:id',
    { schema: { params: idParamsSchema, response: { 200: rideWholeSchema } } },
    ({ params }) => readRideWhole(db, params.id),
  );
  app.patch(
    '/rides/:id',
    { schema: { params: idParamsSchema, body: rideChangeSchema, response } },
    ({ params, body }) => changeRide(db, params.id, body),
  );
  app.put(
    '/rides/:id/day',
    { schema: { params: idParamsSchema, body: rideLinkSchema, response } },
    ({ params, body }) => linkRide(db, params.id, body),
  );
  app.post(
    '/rides/:id/join',
    { schema: { params: idParamsSchema, body: rideJoinSchema, response } },
    ({ params, body }) => joinRides(db, pool, params.id, body),
  );
  app.post(
    '/rides/:id/split',
    {
      schema: {
        params: idParamsSchema,
        body: rideSplitSchema,
        response: { 200: z.array(rideSchema) },
      },
    },
    ({ params, body }) => splitRide(db, pool, params.id, body),
  );
  app.delete(
    '/rides/:id',
    {
      schema: {
        params: idParamsSchema,
        querystring: versionQuerySchema,
        response: { 204: z.null() },
      },
    },
    async ({ params, query }, reply) => {
      await deleteRide(db, params.id, query.version);
      return reply.status(204).send(null);
    },
  );
});
