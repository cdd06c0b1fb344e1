import {
  backupSchema,
  journalSchema,
  journalDoneSchema,
  serverHealthSchema,
  stepParamsSchema,
  undoQuerySchema,
} from '@uphill/api';
import { backUp } from '../backup.ts';
import { describeApi, type Described } from '../describe.ts';
import { VERSION } from '../house.ts';
import { countRiders } from '../store/riders.ts';
import { journalState, stepAside, stepJournal } from '../store/journalSteps.ts';
import { routes } from './route.ts';

export const generalRoutes = routes((app, { catchUp, db, demo, file, pool, reading }) => {
  app.get('/health', { schema: { response: { 200: serverHealthSchema } } }, async () => ({
    status: 'ok' as const,
    version: VERSION,
    riders: await countRiders(reading),
    demo,
    reading: catchUp.state(),
  }));
  let description: Described | null = null;
  app.get('/openapi.json', { schema: { hide: true } }, () => {
    description ??= describeApi(app.swagger() as unknown as Described);
    return description;
  });
  app.post('/backup', { schema: { response: { 200: backupSchema } } }, () =>
    backUp(file, new Date(), pool.copyDatabase),
  );
  app.get('/journal', { schema: { response: { 200: journalSchema } } }, () => journalState(db));
  app.post(
    '/undo',
    { schema: { querystring: undoQuerySchema, response: { 200: journalDoneSchema } } },
    ({ query }) => stepJournal(db, 'undo', query.step),
  );
  app.post('/redo', { schema: { response: { 200: journalDoneSchema } } }, () =>
    stepJournal(db, 'redo'),
  );
  app.post(
    '/journal/:step/aside',
    { schema: { params: stepParamsSchema, response: { 200: journalSchema } } },
    ({ params }) => stepAside(db, params.step),
  );
});
