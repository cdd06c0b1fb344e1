import { statSync } from 'node:fs';
import type { ImportPool } from './workers/pool.ts';

const EVERY_MS = 1000;
/** A log as long as this is taken in; as much as SQLite would let stand by itself. */
const LONG_BYTES = 4_000_000;

/**
 * Takes the write-ahead log into the file beside everything else. SQLite itself would do so while whoever saves is
 * waiting, which is as long again as the saving.
 *
 * @param file the open database
 * @returns what ends it
 */
export function keepLogShort(file: string, pool: Pick<ImportPool, 'takeInLog'>): () => void {
  let takenIn = 0;
  let busy = false;
  const timer = setInterval(() => {
    const log = statSync(`${file}-wal`, { throwIfNoEntry: false });
    if (busy || !log || log.size < LONG_BYTES || log.mtimeMs === takenIn) return;
    busy = true;
    takenIn = log.mtimeMs;
    pool
      .takeInLog(file)
      // The next one takes it in; and a log that grows much longer is taken in by SQLite itself.
      .catch(() => undefined)
      .finally(() => {
        busy = false;
      });
  }, EVERY_MS);
  timer.unref();
  return () => clearInterval(timer);
}
