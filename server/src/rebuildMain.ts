import path from 'node:path';
import { parseArgs } from 'node:util';
import { defaultDatabase } from './dataFolder.ts';
import { openDatabase } from './database.ts';
import { rebuildDerived } from './store/rebuild.ts';
import { startPool } from './workers/pool.ts';

const { values } = parseArgs({ options: { database: { type: 'string' } } });
const file = path.resolve(values.database ?? process.env['UPHILL_DATABASE'] ?? defaultDatabase(process.env, process.platform));

const db = await openDatabase(file);
const pool = startPool();
console.log(`Working out again what is derived from the recordings in ${file} …`);
const { rebuilt, changed, left } = await rebuildDerived(db, pool, (done, of) => {
  if (done % 50 === 0 || done === of) console.log(`${done} of ${of}`);
});
for (const { fileName, reason } of left) console.log(`${fileName} keeps what it has: ${reason}`);
console.log(`${rebuilt} recordings read again, ${changed} of them changed.`);
await pool.close();
await db.destroy();
