import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { copyOfTheDay } from './backup.ts';
import { buildApp } from './app.ts';
import { bringUpToDate } from './bringUpToDate.ts';
import { today } from './today.ts';

type App = Awaited<ReturnType<typeof buildApp>>;

const PAGES = fileURLToPath(new URL('../../web/dist', import.meta.url));

/** Starts the server on this machine alone, says where it is, and stops it tidily when asked to. */
export async function serve({
  database,
  port,
  demo = false,
}: {
  database: string;
  port: number;
  demo?: boolean;
}): Promise<void> {
  const makeWay = await bringUpToDate(database, port);
  const app = await buildApp({
    database,
    demo,
    log: true,
    ...(existsSync(PAGES) ? { pages: PAGES } : {}),
  });
  await makeWay();
  try {
    await app.listen({ host: '127.0.0.1', port });
  } catch (error) {
    const taken = (error as NodeJS.ErrnoException).code === 'EADDRINUSE';
    console.error(
      taken
        ? `Port ${port} is taken. Is Uphill Count running already? Choose another with --port.`
        : String(error),
    );
    process.exit(1);
  }
  const address = app.server.address();
  console.log(
    `Uphill Count is on http://127.0.0.1:${typeof address === 'object' && address ? address.port : port}`,
  );
  console.log(`${demo ? 'The demo data' : 'Your data'} is in ${database}`);
  // In the background: nobody waits for it, and the demo can be built again.
  if (!demo) void dayCopy(app, database);
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => void app.close().then(() => process.exit(0)));
}

async function dayCopy(app: App, database: string): Promise<void> {
  try {
    for (const line of await copyOfTheDay(database, today(), app.copyDatabase)) console.log(line);
  } catch (error) {
    console.log(`No copy was made today: ${(error as Error).message}`);
  }
}

/** Reads a port; a senseless one ends the program with a sentence. */
export function portFrom(text: string | undefined): number {
  const port = Number(text ?? 4600);
  if (Number.isInteger(port) && port >= 0 && port <= 65_535) return port;
  console.error(`The port has to be a number up to 65535, not "${text}".`);
  return process.exit(2);
}
