import {
  idSchema,
  markedEffortSchema,
  markedEffortChangeSchema,
  newMarkedEffortSchema,
  riderParamsSchema,
} from '@uphill/api';
import { z } from 'zod';
import { listMarkedEfforts, markEffort, withdrawMark } from '../store/markedEfforts.ts';
import { routes } from './route.ts';

const response = { 200: markedEffortSchema };

export const markedEffortRoutes = routes((app, { db }) => {
  app.get(
    '/riders/:riderId/marked-efforts',
    { schema: { params: riderParamsSchema, response: { 200: z.array(markedEffortSchema) } } },
    ({ params }) => listMarkedEfforts(db, params.riderId),
  );
  app.post(
    '/riders/:riderId/marked-efforts',
    {
      config: { makes: 'riders/:riderId/marked-efforts' },
      schema: { params: riderParamsSchema, body: newMarkedEffortSchema, response },
    },
    ({ params, body }) => markEffort(db, params.riderId, body),
  );
  app.patch(
    '/riders/:riderId/marked-efforts/:id',
    {
      schema: {
        params: riderParamsSchema.extend({ id: idSchema }),
        body: markedEffortChangeSchema,
        response,
      },
    },
    ({ params, body }) => withdrawMark(db, params.riderId, params.id, body),
  );
});
