import { existsSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { buildApp } from './app.ts';
import { defaultDatabase } from './dataFolder.ts';

const { values } = parseArgs({
  options: { database: { type: 'string' }, port: { type: 'string' }, demo: { type: 'boolean' } },
});

const database = path.resolve(values.database ?? process.env['UPHILL_DATABASE'] ?? defaultDatabase(process.env, process.platform));
const port = Number(values.port ?? process.env['UPHILL_PORT'] ?? 4600);
const pages = fileURLToPath(new URL('../../web/dist', import.meta.url));

if (!Number.isInteger(port) || port < 0 || port > 65_535) {
  console.error(`The port has to be a number up to 65535, not "${values.port ?? process.env['UPHILL_PORT']}".`);
  process.exit(1);
}

const app = await buildApp({ database, demo: values.demo ?? false, log: true, ...(existsSync(pages) ? { pages } : {}) });
try {
  await app.listen({ host: '127.0.0.1', port });
} catch (error) {
  const taken = (error as NodeJS.ErrnoException).code === 'EADDRINUSE';
  console.error(taken ? `Port ${port} is taken. Is Uphill Count running already? Choose another with --port.` : String(error));
  process.exit(1);
}
const address = app.server.address();
console.log(`Uphill Count is on http://127.0.0.1:${typeof address === 'object' && address ? address.port : port}`);
console.log(`Your data is in ${database}`);

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => void app.close().then(() => process.exit(0)));
}
