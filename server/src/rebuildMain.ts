import { databaseFrom, orSentence, readOptions } from './command.ts';
import { openDatabase } from './database.ts';
import { rebuildDerived } from './store/rebuild.ts';
import { startPool } from './workers/pool.ts';

const values = readOptions(
  { call: 'npm run rebuild --', does: 'Works out again what is derived from the recordings.' },
  {
    database: { value: 'FILE', says: 'in which database; else the one that npm start uses' },
    files: { says: 'reads the files as they were received, not only their streams' },
  },
);
const file = databaseFrom(values.database);

await orSentence(file, async () => {
  const db = await openDatabase(file);
  const pool = startPool();
  console.log(`Working out again what is derived from the recordings in ${file} …`);
  const { rebuilt, changed, left } = await rebuildDerived(db, pool, {
    from: values.files ? 'files' : 'streams',
    tell: (done, of) => {
      if (done % 50 === 0 || done === of) console.log(`${done} of ${of}`);
    },
  });
  for (const { fileName, reason } of left) console.log(`${fileName} keeps what it has: ${reason}`);
  console.log(`${rebuilt} recordings read again, ${changed} of them changed.`);
  await pool.close();
  await db.destroy();
});
