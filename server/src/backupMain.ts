import path from 'node:path';
import { backUp } from './backup.ts';
import { copyChecked } from './checkedCopy.ts';
import { databaseFrom, orSentence, readOptions } from './command.ts';

const values = readOptions(
  { call: 'npm run backup --', does: 'Makes a checked, dated copy of everything.' },
  {
    database: { value: 'FILE', says: 'of which database; else the one that npm start uses' },
    to: { value: 'FILE', says: 'where it goes; else the folder copies beside the database' },
  },
);
const file = databaseFrom(values.database);

await orSentence(file, async () => {
  const copy = (from: string, target: string) =>
    Promise.resolve(copyChecked(from, values.to === undefined ? target : path.resolve(values.to)));
  const { path: made, bytes } = await backUp(file, new Date(), copy);
  console.log(`Backed up and checked: ${made} (${(bytes / 1e6).toFixed(1)} MB)`);
});
