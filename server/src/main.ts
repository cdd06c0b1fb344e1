import path from 'node:path';
import { databaseFrom, orSentence, readOptions } from './command.ts';
import { restore } from './restore.ts';
import { portFrom, serve } from './serve.ts';

const values = readOptions(
  { call: 'npm start --', does: 'Starts Uphill Count on this machine, on http://127.0.0.1:4600.' },
  {
    database: {
      value: 'FILE',
      says: 'the database; else UPHILL_DATABASE, else the user’s data folder',
    },
    port: { value: 'NUMBER', says: 'another port; else UPHILL_PORT, else 4600' },
    restore: {
      value: 'FILE',
      says: 'checks a copy and puts it in the place of the database first',
    },
  },
);
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
