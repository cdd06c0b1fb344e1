import { id, markedEffort, markedEffortChange, newMarkedEffort, riderParams } from '@uphill/api';
import { z } from 'zod';
import { listMarkedEfforts, markEffort, withdrawMark } from '../store/markedEfforts.ts';
import { routes } from './route.ts';

const response = { 200: markedEffort };

export const markedEffortRoutes = routes((app, { db }) => {
  app.get(
    '/riders/:riderId/marked-efforts',
    { schema: { params: riderParams, response: { 200: z.array(markedEffort) } } },
    ({ params }) => listMarkedEfforts(db, params.riderId),
  );
  app.post(
    '/riders/:riderId/marked-efforts',
    { schema: { params: riderParams, body: newMarkedEffort, response } },
    ({ params, body }) => markEffort(db, params.riderId, body),
  );
  app.patch(
    '/riders/:riderId/marked-efforts/:id',
    { schema: { params: riderParams.extend({ id }), body: markedEffortChange, response } },
    ({ params, body }) => withdrawMark(db, params.riderId, params.id, body),
  );
});
