import { parentPort, workerData } from 'node:worker_threads';
import { openDatabase } from '../database.ts';

/** Brings a database up to date in a thread of its own and tells how far it is; what goes wrong is found at the opening. */
try {
  const db = await openDatabase(String(workerData), undefined, (share) =>
    parentPort?.postMessage(share),
  );
  await db.destroy();
} catch {
  process.exitCode = 1;
}
