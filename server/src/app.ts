import multipart from '@fastify/multipart';
import fastifyStatic from '@fastify/static';
import swagger from '@fastify/swagger';
import Fastify, { type FastifyInstance } from 'fastify';
import { type ZodTypeProvider } from 'fastify-type-provider-zod';
import { ZodType } from 'zod';
import { ACTOR_HEADER, actAs, currentActing, STEP_HEADER } from './actor.ts';
import type { Copy } from './backup.ts';
import { type CatchUp, catchUp } from './catchUp.ts';
import { openDatabase, openReading } from './database.ts';
import { describeRoute } from './describe.ts';
import { events } from './events.ts';
import { type House, VERSION } from './house.ts';
import { LARGEST_BODY, LARGEST_UPLOAD, LONGEST_PARAMETER, REQUEST_MS } from './limits.ts';
import { answerProblem, answerUnreadable, addProblems } from './problems.ts';
import { generalRoutes } from './routes/general.ts';
import { dayRoutes } from './routes/days.ts';
import { eventRoutes } from './routes/events.ts';
import { recordingRoutes } from './routes/recordings.ts';
import { markedEffortRoutes } from './routes/markedEfforts.ts';
import { ftpRoutes } from './routes/ftp.ts';
import { historyRoutes } from './routes/histories.ts';
import { modelRoutes } from './routes/models.ts';
import { type ReadingKeeper, readingKeeper } from './readingKeeper.ts';
import { hillRoutes } from './routes/hills.ts';
import { riderFileRoutes } from './routes/riderFile.ts';
import { riderDayRoutes } from './routes/riderDays.ts';
import { riderRoutes } from './routes/riders.ts';
import { readingRoutes } from './routes/readings.ts';
import { morningRoutes } from './routes/mornings.ts';
import { trendRoutes } from './routes/trends.ts';
import { rideRoutes } from './routes/rides.ts';
import { awayRoutes } from './routes/away.ts';
import { layoutRoutes } from './routes/layouts.ts';
import { seasonRoutes } from './routes/season.ts';
import { squadRoutes } from './routes/squad.ts';
import { sessionRoutes } from './routes/sessions.ts';
import { schemeRoutes } from './routes/schemes.ts';
import { testDayRoutes } from './routes/testDays.ts';
import { testRoutes } from './routes/tests.ts';
import { addMade } from './made.ts';
import { addSecurity } from './security.ts';
import { readStrictly } from './unknownFields.ts';
import { keepLogShort } from './shortLog.ts';
import { type ImportPool, startPool } from './workers/pool.ts';

export interface AppSettings {
  /** Path of the SQLite file. */
  readonly database: string;
  /** Folder of the built pages; leave out to serve the API alone. */
  readonly pages?: string;
  readonly demo?: boolean;
  readonly log?: boolean;
  /** Threads that several houses share; those of its own where left out. */
  readonly pool?: ImportPool;
  /** Told of every answer of success with the schema that promises it. */
  readonly onAnswer?: OnAnswer;
}

type OnAnswer = (route: string, schema: ZodType, answer: unknown) => void;

declare module 'fastify' {
  interface FastifyInstance {
    /** A checked copy of the database, made in a thread. */
    copyDatabase: Copy;
    /** Rides that are read again after an update. */
    catchUp: CatchUp;
    /** Rides are kept read. */
    keeper: ReadingKeeper;
  }
}

/** Everything that is asked and answered, resource by resource. */
const ROUTES = [
  generalRoutes,
  riderRoutes,
  historyRoutes,
  modelRoutes,
  ftpRoutes,
  riderFileRoutes,
  rideRoutes,
  readingRoutes,
  trendRoutes,
  morningRoutes,
  seasonRoutes,
  awayRoutes,
  layoutRoutes,
  squadRoutes,
  testRoutes,
  testDayRoutes,
  schemeRoutes,
  hillRoutes,
  recordingRoutes,
  markedEffortRoutes,
  sessionRoutes,
  dayRoutes,
  riderDayRoutes,
  eventRoutes,
] as const;

/** Builds the server, ready to listen; closing it closes the database and the threads. */
export async function buildApp(settings: AppSettings): Promise<FastifyInstance> {
  const [db, pool] = [await openDatabase(settings.database), settings.pool ?? startPool()];
  const failed = (error: unknown): void =>
    app.log.error(error, 'Rides could not all be read again.');
  const keeper = readingKeeper(db, pool, failed);
  const caughtUp = catchUp(db, pool, failed);
  // Whatever the update changed of the numbers, rides are read by them.
  void caughtUp.ended.then(keeper.nudge);
  const reading = openReading(settings.database);
  const house: House = {
    db,
    reading,
    pool,
    catchUp: caughtUp,
    keeper,
    events: events(reading),
    file: settings.database,
    demo: settings.demo ?? false,
  };

  const app = Fastify({
    bodyLimit: LARGEST_BODY,
    // Slow senders are cut off; a day of riding over a slow line takes less.
    requestTimeout: REQUEST_MS,
    routerOptions: { maxParamLength: LONGEST_PARAMETER },
    frameworkErrors: (error, request, reply) => void answerProblem(error, request, reply),
    clientErrorHandler: answerUnreadable,
    // Only what was asked and how it went: no addresses with ids, no bodies, no names.
    logger: settings.log
      ? {
          level: 'warn',
          serializers: {
            req: (request) => ({ method: request.method, route: request.routeOptions?.url }),
          },
        }
      : false,
    forceCloseConnections: true,
  }).withTypeProvider<ZodTypeProvider>();
  app.decorate('copyDatabase', house.pool.copyDatabase);
  app.decorate('catchUp', house.catchUp);
  app.decorate('keeper', house.keeper);
  keepUp(app, house);
  // What is asked is JSON, or a file in a form; anything else is told so.
  app.removeContentTypeParser('text/plain');
  app.setValidatorCompiler(readStrictly);
  // An answer goes out as it is: that it is what was promised is held by the tests, and costs nobody time.
  app.setSerializerCompiler(() => JSON.stringify);
  if (settings.onAnswer) watchAnswers(app, settings.onAnswer);
  addProblems(app, settings.pages !== undefined);
  addActors(app);
  addMade(app);
  await addSecurity(app);
  await addFiles(app);
  for (const routes of ROUTES) await app.register(routes(house), { prefix: '/api' });
  if (settings.pages) await addPages(app, settings.pages);
  const endLog = keepLogShort(settings.database, house.pool);
  app.addHook('onClose', async () => {
    endLog();
    await house.catchUp.stop();
    await house.keeper.close();
    await house.events.close();
    if (!settings.pool) await house.pool.close();
    await house.reading.destroy();
    await house.db.destroy();
  });
  return app;
}

/** Whoever changed something may have changed what a ride is read by, and what others look at. */
function keepUp(app: FastifyInstance, { keeper, events: told }: House): void {
  app.addHook('onResponse', (request, _reply, done) => {
    if (request.method !== 'GET') {
      keeper.nudge();
      told.nudge();
    }
    done();
  });
}

function watchAnswers(app: FastifyInstance, onAnswer: OnAnswer): void {
  app.addHook('onSend', (request, reply, payload, done) => {
    const promised = request.routeOptions.schema?.response as Record<number, unknown> | undefined;
    // What is made is answered as it would be found.
    const schema = promised?.[reply.statusCode === 201 ? 200 : reply.statusCode];
    const { method, url } = request.routeOptions;
    if (reply.statusCode < 300 && schema instanceof ZodType && typeof payload === 'string')
      onAnswer(`${String(method)} ${url ?? ''}`, schema, JSON.parse(payload));
    done();
  });
}

/** Whoever asks is known to whatever is done, and told which step of the journal came of it. */
function addActors(app: FastifyInstance): void {
  app.addHook('onRequest', (request, _reply, done) =>
    actAs(request.headers[ACTOR_HEADER] === 'rider' ? 'rider' : 'coach', done),
  );
  app.addHook('onSend', (request, reply, _payload, done) => {
    const { step } = currentActing();
    if (step !== null) void reply.header(STEP_HEADER, step);
    if (request.url.startsWith('/api') && !reply.hasHeader('cache-control'))
      void reply.header('cache-control', 'no-store');
    done();
  });
}

/** Files that come in, and the description of every address. */
async function addFiles(app: FastifyInstance): Promise<void> {
  await app.register(multipart, {
    limits: { fileSize: LARGEST_UPLOAD, files: 1, fields: 4, parts: 5 },
  });
  await app.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: {
        title: 'Uphill Count',
        version: VERSION,
        description: 'Riders, tests, zones, sessions and their days. Local to one machine.',
      },
    },
    transform: describeRoute,
  });
}

/** The built pages. */
async function addPages(app: FastifyInstance, pages: string): Promise<void> {
  await app.register(fastifyStatic, {
    root: pages,
    wildcard: false,
    preCompressed: true,
    setHeaders: (response, path) => {
      // Built files carry their hash in the name; the page itself must be fresh.
      response.header(
        'cache-control',
        path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache',
      );
    },
  });
}
