/** Ride numbers worked out again from streams, in two threads. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import Database from 'better-sqlite3';
import { buildApp, openDatabase } from '../../server/dist/index.js';
import { rebuildDerived } from '../../server/dist/store/rebuild.js';
import { startPool } from '../../server/dist/workers/pool.js';
import { core, RIDER } from '../bench/tally.mjs';

const RIDES = 24;
const SECONDS = 5400;
/** Each ride again so often, so that the run is long enough to mean something. */
const COPIES = 40;

/** Every ride so often, under other ids. */
function multiply(file) {
  const db = new Database(file);
  const again = (table, columns) =>
    db.exec(`INSERT INTO ${table} SELECT ${columns} FROM ${table} CROSS JOIN copies`);
  db.exec(
    `CREATE TEMP TABLE copies AS WITH RECURSIVE n(n) AS (SELECT 1 UNION ALL SELECT n + 1 FROM n WHERE n < ${COPIES - 1}) SELECT n FROM n`,
  );
  for (const [table, ids] of [
    ['rides', ['id']],
    ['ride_numbers', ['ride_id']],
    ['ride_packs', ['ride_id']],
    ['recordings', ['id', 'ride_id', 'sha256']],
    ['recording_streams', ['recording_id']],
    ['recording_files', ['recording_id']],
  ]) {
    const columns = db.pragma(`table_info(${table})`).map(({ name }) => name);
    again(
      table,
      columns.map((name) => (ids.includes(name) ? `${name} || '-' || n` : name)).join(', '),
    );
  }
  db.close();
}

/** Full rides of 90 min, written and read as any other; how many a second have their numbers worked out and stored anew. */
export async function measureRebuild() {
  const folder = mkdtempSync(path.join(tmpdir(), 'uphill-scale-'));
  const file = path.join(folder, 'rides.sqlite');
  const app = await buildApp({ database: file });
  const headers = { host: '127.0.0.1' };
  const made = await app.inject({ method: 'POST', url: '/api/riders', headers, payload: RIDER });
  const { id } = made.json();
  for (let seed = 0; seed < RIDES; seed += 1) {
    const ridden = core.rideMeant(
      core.PLAIN_RIDER,
      [{ seconds: SECONDS, watts: 190, rolling: 0.2 }],
      core.seededRandom(seed),
    );
    const payload = new FormData();
    const day = `2026-0${1 + (seed % 9)}-${10 + (seed % 18)}`;
    const csv = core.writeCsvRecording(ridden, `${day}T08:00:00`);
    payload.set('file', new File([csv], `${seed}.csv`));
    const url = `/api/riders/${id}/recordings`;
    await app.inject({ method: 'POST', url, headers, payload });
  }
  await app.close();
  multiply(file);
  const db = await openDatabase(file);
  const pool = startPool();
  await rebuildDerived(db, pool, {});
  // As after a change of the sums: every number is stored anew.
  await db.updateTable('ride_numbers').set({ algorithm: 0 }).execute();
  const started = performance.now();
  const { rebuilt } = await rebuildDerived(db, pool, {});
  const took = (performance.now() - started) / 1000;
  await pool.close();
  await db.destroy();
  rmSync(folder, { recursive: true });
  return {
    what: `numbers of ${rebuilt} rides of 90 min from their streams, rides a second`,
    measured: Math.round(rebuilt / took),
    target: 250,
    met: rebuilt / took >= 250 ? 'yes' : 'NO',
  };
}
