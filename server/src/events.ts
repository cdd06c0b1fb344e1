import type { Heard } from '@uphill/api';
import type { Db } from './database.ts';

/** Tells open pages what changed, whoever changed it: the coach, a rider, the house itself, or another program. */
export interface Events {
  /** Told of every change from now on, until what is given back is called. */
  readonly follow: (tell: (heard: Heard) => void) => () => void;
  /** Something was just written: it is told at once, and not when it is next looked for. */
  readonly nudge: () => void;
  readonly close: () => Promise<void>;
}

/** What nobody nudges for, such as rides that are read in a thread, is looked for this often, ms. */
const LOOK_MS = 700;

/**
 * Follows the counts that triggers keep of every change. Only while somebody listens is anything looked for.
 *
 * @param reading sees what is committed, and waits for nobody
 */
export function events(reading: Db): Events {
  const listeners = new Set<(heard: Heard) => void>();
  let known: ReadonlyMap<string, number> | null = null;
  let timer: NodeJS.Timeout | null = null;
  let looking: Promise<void> | null = null;
  let again = false;

  const counts = async (): Promise<Map<string, number>> => {
    const rows = await reading.selectFrom('heard').selectAll().execute();
    return new Map(rows.map(({ what, rider_id: riderId, times }) => [`${what} ${riderId}`, times]));
  };
  const look = async (): Promise<void> => {
    const now = await counts();
    const before = known ?? now;
    known = now;
    const moved = [...new Set([...now.keys(), ...before.keys()])].filter(
      (key) => now.get(key) !== before.get(key),
    );
    if (moved.length === 0) return;
    const heard = moved.map((key) => {
      const [what, riderId = ''] = key.split(' ');
      return { what, riderId };
    }) as Heard;
    for (const tell of listeners) tell(heard);
  };
  const run = (): void => {
    if (listeners.size === 0) return;
    if (looking) {
      again = true;
      return;
    }
    looking = look()
      // A database that is closing or locked is looked at again, or no more.
      .catch(() => undefined)
      .then(() => {
        looking = null;
        if (!again) return;
        again = false;
        run();
      });
  };
  const rest = (): void => {
    if (timer) clearInterval(timer);
    timer = null;
    known = null;
  };
  return {
    follow: (tell) => {
      listeners.add(tell);
      timer ??= setInterval(run, LOOK_MS);
      // What was there before is known to whoever begins to listen: it is asked for when the page opens.
      run();
      return () => {
        listeners.delete(tell);
        if (listeners.size === 0) rest();
      };
    },
    nudge: run,
    close: async () => {
      listeners.clear();
      rest();
      await looking;
    },
  };
}
