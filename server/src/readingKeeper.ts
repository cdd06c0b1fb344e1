import type { ReadingJob } from '@uphill/api';
import type { Db } from './database.ts';
import { readSome, unreadRides } from './store/readings.ts';
import type { ImportPool } from './workers/pool.ts';

/** Keeps rides read: whatever a change has dropped is read again, beside everything else. */
export interface ReadingKeeper {
  /** Something was changed: what is not read any more is read again, a moment later. */
  readonly nudge: () => void;
  /** How far a rider's rides are; null where none waits. */
  readonly state: (riderId: string) => ReadingJob;
  /** Leaves a rider's rides as they are until something changes again; what is read stays. */
  readonly stop: (riderId: string) => void;
  /** Settled when nothing waits. */
  readonly rested: () => Promise<void>;
  readonly close: () => Promise<void>;
}

/** So long a change settles before its rides are read again, ms. */
const SETTLE_MS = 30;

/**
 * Starts keeping rides read.
 *
 * @param failed told what stopped it, where something did
 */
export function readingKeeper(
  db: Db,
  pool: Pick<ImportPool, 'readRides'>,
  failed: (error: unknown) => void,
): ReadingKeeper {
  const jobs = new Map<string, { done: number; of: number; stopped: boolean }>();
  let closed = false;
  let again = false;
  let running: Promise<void> | null = null;
  let timer: NodeJS.Timeout | null = null;

  const round = async (): Promise<void> => {
    const waiting = await unreadRides(db);
    const riders = [...new Set(waiting.map(({ riderId }) => riderId))];
    for (const riderId of riders) {
      const ids = waiting.filter((each) => each.riderId === riderId).map(({ id }) => id);
      const job = { done: 0, of: ids.length, stopped: false };
      jobs.set(riderId, job);
      await readSome(db, pool, riderId, ids, (done) => {
        job.done = done;
        return !closed && !job.stopped;
      });
      if (!job.stopped) jobs.delete(riderId);
      if (closed) return;
    }
  };
  const run = (): void => {
    timer = null;
    if (running) {
      again = true;
      return;
    }
    running = round()
      .catch((error: unknown) => {
        jobs.clear();
        // Closing takes the threads away under it.
        if (!closed) failed(error);
      })
      .then(() => {
        running = null;
        if (again && !closed) {
          again = false;
          run();
        }
      });
  };
  return {
    nudge: () => {
      if (closed) return;
      timer ??= setTimeout(run, SETTLE_MS);
    },
    state: (riderId) => {
      const job = jobs.get(riderId);
      return job ? { ...job } : null;
    },
    stop: (riderId) => {
      const job = jobs.get(riderId);
      if (job) job.stopped = true;
    },
    rested: async () => {
      while (running || timer) await new Promise((resolve) => setTimeout(resolve, 10));
    },
    close: async () => {
      closed = true;
      if (timer) clearTimeout(timer);
      timer = null;
      await running;
    },
  };
}
