import path from 'node:path';
import { parseArgs } from 'node:util';
import { defaultDatabase } from './dataFolder.ts';
import { portFrom, serve } from './serve.ts';

const { values } = parseArgs({ options: { database: { type: 'string' }, port: { type: 'string' } } });

await serve({
  database: path.resolve(values.database ?? process.env['UPHILL_DATABASE'] ?? defaultDatabase(process.env, process.platform)),
  port: portFrom(values.port ?? process.env['UPHILL_PORT']),
});
