import type { Db } from './database.ts';
import { keepReady } from './keepReady.ts';
import { rebuildDerived } from './store/rebuild.ts';
import type { ImportPool } from './workers/pool.ts';

/** Rides that are read again after an update, one after another beside everything else. */
export interface CatchUp {
  /** How far it is; null where nothing waits. */
  readonly state: () => { done: number; of: number } | null;
  /** Settled when nothing is left, or when it was stopped. */
  readonly ended: Promise<void>;
  readonly stop: () => Promise<void>;
}

/**
 * Reads rides again whose numbers are not there yet or are of an older way of reckoning. What they had before counts
 * until then; stopped in the middle, it goes on at the next start.
 *
 * @param failed told what stopped it, where something did
 */
export function catchUp(
  db: Db,
  pool: Pick<ImportPool, 'importRecording' | 'rebuildNumbers' | 'composeRide'>,
  failed: (error: unknown) => void,
): CatchUp {
  const stopping = new AbortController();
  let state: { done: number; of: number } | null = null;
  const run = rebuildDerived(db, pool, {
    behindOnly: true,
    signal: stopping.signal,
    tell: (done, of) => {
      state = { done, of };
    },
  });
  const ended = run
    .then(() => {
      state = null;
      return stopping.signal.aborted ? undefined : keepReady(db, stopping.signal);
    })
    .catch((error: unknown) => {
      state = null;
      // Closing takes the threads away under it.
      if (!stopping.signal.aborted) failed(error);
    });
  return {
    state: () => state,
    ended,
    stop: () => {
      stopping.abort();
      return ended;
    },
  };
}
