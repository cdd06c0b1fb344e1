import type { Mass, TrendRide, TrendsShown } from '@uphill/core/review';
import { type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { TrendsWorker } from './trends.worker.ts';

const NO_MASSES: readonly Mass[] = [];

/** The trends of some rides, read in a worker that is kept; the last ones stay until the new ones are there. */
export function useTrends(
  rides: readonly TrendRide[] | undefined,
  { from, to }: { readonly from: string; readonly to: string },
  masses: readonly Mass[] = NO_MASSES,
): TrendsShown | null {
  const [shown, setShown] = useState<TrendsShown | null>(null);
  useEffect(() => {
    worker();
  }, []);
  useEffect(() => {
    if (!rides) return undefined;
    let asked = true;
    worker()
      .read({ rides, span: { from, to }, masses })
      .then(
        (read) => asked && setShown(read),
        () => asked && setShown(null),
      );
    return () => {
      asked = false;
    };
  }, [rides, from, to, masses]);
  return shown;
}

let host: Remote<TrendsWorker> | null = null;

/** One worker for all that asks, started with the first page that will: it is ready before its rides are there. */
function worker(): Remote<TrendsWorker> {
  host ??= wrap<TrendsWorker>(
    new Worker(new URL('./trends.worker.ts', import.meta.url), { type: 'module' }),
  );
  return host;
}
