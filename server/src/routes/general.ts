import { backup, journal, journalDone, serverHealth, stepParams } from '@uphill/api';
import { backUp } from '../backup.ts';
import { VERSION } from '../house.ts';
import { journalState, stepAside, stepJournal } from '../store/journal.ts';
import { routes } from './route.ts';

export const generalRoutes = routes((app, { db, demo, file, pool }) => {
  app.get('/health', { schema: { response: { 200: serverHealth } } }, async () => {
    const { riders } = await db
      .selectFrom('riders')
      .select(({ fn }) => fn.countAll<number>().as('riders'))
      .executeTakeFirstOrThrow();
    return { status: 'ok' as const, version: VERSION, riders, demo };
  });
  app.get('/openapi.json', { schema: { hide: true } }, () => app.swagger());
  app.post('/backup', { schema: { response: { 200: backup } } }, () =>
    backUp(file, new Date(), pool.copyDatabase),
  );
  app.get('/journal', { schema: { response: { 200: journal } } }, () => journalState(db));
  app.post('/undo', { schema: { response: { 200: journalDone } } }, () => stepJournal(db, 'undo'));
  app.post('/redo', { schema: { response: { 200: journalDone } } }, () => stepJournal(db, 'redo'));
  app.post(
    '/journal/:step/aside',
    { schema: { params: stepParams, response: { 200: journal } } },
    ({ params }) => stepAside(db, params.step),
  );
});
