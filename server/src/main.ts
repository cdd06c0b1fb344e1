import path from 'node:path';
import { parseArgs } from 'node:util';
import { databaseFrom, orSentence } from './command.ts';
import { restore } from './restore.ts';
import { portFrom, serve } from './serve.ts';

const { values } = parseArgs({
  options: { database: { type: 'string' }, port: { type: 'string' }, restore: { type: 'string' } },
});
const database = databaseFrom(values.database);
const port = portFrom(values.port ?? process.env['UPHILL_PORT']);

await orSentence(database, async () => {
  if (values.restore !== undefined) {
    const { kept, riders } = restore(path.resolve(values.restore), database, new Date());
    console.log(
      `Put back ${values.restore}: ${riders} riders.${kept === null ? '' : ` What was there is kept in ${kept}`}`,
    );
  }
  await serve({ database, port });
});
