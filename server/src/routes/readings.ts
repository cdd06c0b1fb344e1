import {
  daysQuerySchema,
  decisionRequestSchema,
  halvedSchema,
  idParamsSchema,
  listedReadingSchema,
  readingJobSchema,
  readSchema,
  repEditsChangeSchema,
  riderParamsSchema,
  rideReadingSchema,
  rideSchema,
} from '@uphill/api';
import { z } from 'zod';
import { halveWatts } from '../store/halveWatts.ts';
import { readingOf } from '../store/readings.ts';
import { editReps, listReadings, markRead, readRideReading } from '../store/rideReading.ts';
import { readRide, rideRow } from '../store/rides.ts';
import { decide } from '../store/decide.ts';
import { routes } from './route.ts';

const job = { 200: readingJobSchema };
const reading = { 200: rideReadingSchema };

/** Rides as they were read, and what the coach says of that. */
export const readingRoutes = routes((app, { db, pool, keeper }) => {
  app.get(
    '/riders/:riderId/readings',
    {
      schema: {
        params: riderParamsSchema,
        querystring: daysQuerySchema,
        response: { 200: z.array(listedReadingSchema) },
      },
    },
    ({ params, query }) => listReadings(db, pool, params.riderId, query),
  );
  app.get(
    '/riders/:riderId/readings/job',
    { schema: { params: riderParamsSchema, response: job } },
    ({ params }) => ({ job: keeper.state(params.riderId) }),
  );
  app.delete(
    '/riders/:riderId/readings/job',
    { schema: { params: riderParamsSchema, response: job } },
    ({ params }) => {
      keeper.stop(params.riderId);
      return { job: keeper.state(params.riderId) };
    },
  );
  app.get(
    '/rides/:id/reading',
    { schema: { params: idParamsSchema, response: reading } },
    ({ params }) => readRideReading(db, pool, params.id),
  );
  app.put(
    '/rides/:id/reps',
    {
      schema: {
        params: idParamsSchema,
        body: repEditsChangeSchema,
        response: reading,
      },
    },
    async ({ params, body }) => {
      await editReps(db, params.id, body);
      return readRideReading(db, pool, params.id);
    },
  );
  app.post(
    '/rides/:id/decision',
    {
      schema: {
        params: idParamsSchema,
        body: decisionRequestSchema,
        response: reading,
      },
    },
    async ({ params, body }) => {
      const row = await rideRow(db, params.id);
      const reading = await readingOf(db, pool, row);
      if (reading) await decide(db, { row, reading }, body);
      return readRideReading(db, pool, params.id);
    },
  );
  app.put(
    '/rides/:id/watts',
    { schema: { params: idParamsSchema, body: halvedSchema, response: { 200: rideSchema } } },
    ({ params, body }) => halveWatts(db, pool, params.id, body),
  );
  app.put(
    '/rides/:id/read',
    { schema: { params: idParamsSchema, body: readSchema, response: { 200: rideSchema } } },
    async ({ params, body }) => {
      await markRead(db, params.id, body.read);
      return readRide(db, params.id);
    },
  );
});
