import {
  best,
  curveQuery,
  healthFields,
  idParams,
  id,
  rider,
  newBodyMass,
  newFtp,
  newHeartRate,
  riderChange,
  riderFields,
  model,
  modelsQuery,
  versionQuery,
} from '@uphill/api';
import { z } from 'zod';
import { addHealthScreen } from '../store/health.ts';
import {
  acceptFtp,
  addBodyMass,
  addHeartRate,
  changeRider,
  createRider,
  listRiders,
  readRider,
  withdrawFtp,
} from '../store/riders.ts';
import { curveOf, modelsOn } from '../store/models.ts';
import { routes } from './route.ts';

const response = { 200: rider };

export const riderRoutes = routes((app, { db }) => {
  app.get('/riders', { schema: { response: { 200: z.array(rider) } } }, () => listRiders(db));
  app.post('/riders', { schema: { body: riderFields, response } }, ({ body }) =>
    createRider(db, body),
  );
  app.get('/riders/:id', { schema: { params: idParams, response } }, ({ params }) =>
    readRider(db, params.id),
  );
  app.patch(
    '/riders/:id',
    { schema: { params: idParams, body: riderChange, response } },
    ({ params, body }) => changeRider(db, params.id, body as Parameters<typeof changeRider>[2]),
  );
  app.post(
    '/riders/:id/body-mass',
    { schema: { params: idParams, body: newBodyMass, response } },
    ({ params, body }) => addBodyMass(db, params.id, body),
  );
  app.post(
    '/riders/:id/heart-rates',
    { schema: { params: idParams, body: newHeartRate, response } },
    ({ params, body }) => addHeartRate(db, params.id, body),
  );
  app.post(
    '/riders/:id/health',
    { schema: { params: idParams, body: healthFields, response } },
    ({ params, body }) => addHealthScreen(db, params.id, body),
  );
  app.get(
    '/riders/:id/curve',
    { schema: { params: idParams, querystring: curveQuery, response: { 200: z.array(best) } } },
    ({ params, query }) => curveOf(db, params.id, query),
  );
  app.get(
    '/models',
    { schema: { querystring: modelsQuery, response: { 200: z.array(model) } } },
    ({ query }) => modelsOn(db, query.riders, query.on),
  );
  app.post(
    '/riders/:id/ftp',
    { schema: { params: idParams, body: newFtp, response } },
    ({ params, body }) => acceptFtp(db, params.id, body),
  );
  app.delete(
    '/riders/:id/ftp/:ftpId',
    { schema: { params: idParams.extend({ ftpId: id }), querystring: versionQuery, response } },
    ({ params, query }) =>
      withdrawFtp(db, params.id, { ftpId: params.ftpId, version: query.version }),
  );
});
