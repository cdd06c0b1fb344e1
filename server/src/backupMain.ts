import path from 'node:path';
import { parseArgs } from 'node:util';
import { backUp } from './backup.ts';
import { copyChecked } from './checkedCopy.ts';
import { databaseFrom, orSentence } from './command.ts';

const { values } = parseArgs({ options: { database: { type: 'string' }, to: { type: 'string' } } });
const file = databaseFrom(values.database);

await orSentence(file, async () => {
  const copy = (from: string, target: string) =>
    Promise.resolve(copyChecked(from, values.to === undefined ? target : path.resolve(values.to)));
  const { path: made, bytes } = await backUp(file, new Date(), copy);
  console.log(`Backed up and checked: ${made} (${(bytes / 1e6).toFixed(1)} MB)`);
});
