import multipart from '@fastify/multipart';
import fastifyStatic from '@fastify/static';
import swagger from '@fastify/swagger';
import Fastify, { type FastifyInstance } from 'fastify';
import {
  jsonSchemaTransform,
  serializerCompiler,
  validatorCompiler,
  type ZodTypeProvider,
} from 'fastify-type-provider-zod';
import type { Copy } from './backup.ts';
import { openDatabase } from './database.ts';
import { type House, VERSION } from './house.ts';
import { LARGEST_BODY, LARGEST_UPLOAD, LONGEST_PARAMETER, REQUEST_MS } from './limits.ts';
import { answerProblem, answerUnreadable, useProblems } from './problems.ts';
import { generalRoutes } from './routes/general.ts';
import { placedRoutes } from './routes/placed.ts';
import { recordingRoutes } from './routes/recordings.ts';
import { markedEffortRoutes } from './routes/markedEfforts.ts';
import { hillRoutes } from './routes/hills.ts';
import { riderRoutes } from './routes/riders.ts';
import { sessionRoutes } from './routes/sessions.ts';
import { schemeRoutes } from './routes/schemes.ts';
import { testDayRoutes } from './routes/testDays.ts';
import { testRoutes } from './routes/tests.ts';
import { useSecurity } from './security.ts';
import { startPool } from './workers/pool.ts';

export interface AppSettings {
  /** Path of the SQLite file. */
  readonly database: string;
  /** Folder of the built pages; leave out to serve the API alone. */
  readonly pages?: string;
  readonly demo?: boolean;
  readonly log?: boolean;
}

declare module 'fastify' {
  interface FastifyInstance {
    /** A checked copy of the database, made in a thread. */
    copyDatabase: Copy;
  }
}

/** Builds the server, ready to listen; closing it closes the database and the threads. */
export async function buildApp(settings: AppSettings): Promise<FastifyInstance> {
  const house: House = {
    db: await openDatabase(settings.database),
    pool: startPool(),
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
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(serializerCompiler);
  useProblems(app, settings.pages !== undefined);
  await useSecurity(app);
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
    transform: jsonSchemaTransform,
  });
  for (const routes of [
    generalRoutes,
    riderRoutes,
    testRoutes,
    testDayRoutes,
    schemeRoutes,
    hillRoutes,
    recordingRoutes,
    markedEffortRoutes,
    sessionRoutes,
    placedRoutes,
  ])
    await app.register(routes(house), { prefix: '/api' });
  if (settings.pages) {
    await app.register(fastifyStatic, {
      root: settings.pages,
      wildcard: false,
      setHeaders: (response, path) => {
        // Built files carry their hash in the name; the page itself must be fresh.
        response.header(
          'cache-control',
          path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache',
        );
      },
    });
  }
  app.addHook('onClose', async () => {
    await house.pool.close();
    await house.db.destroy();
  });
  return app;
}
