import type { Mass, TrendRide, TrendsShown } from '@uphill/core/review';
import { type Remote, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { TrendsWorker } from './trends.worker.ts';

const NO_MASSES: readonly Mass[] = [];

/** The trends of some rides, read in a worker that the page keeps; the last ones stay until the new ones are there. */
export function useTrends(
  rides: readonly TrendRide[] | undefined,
  { from, to }: { readonly from: string; readonly to: string },
  masses: readonly Mass[] = NO_MASSES,
): TrendsShown | null {
  const [shown, setShown] = useState<TrendsShown | null>(null);
  const host = useRef<Remote<TrendsWorker> | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL('./trends.worker.ts', import.meta.url), { type: 'module' });
    host.current = wrap<TrendsWorker>(worker);
    return () => {
      host.current = null;
      worker.terminate();
    };
  }, []);
  useEffect(() => {
    if (!rides || !host.current) return undefined;
    let asked = true;
    host.current.read({ rides, span: { from, to }, masses }).then(
      (read) => asked && setShown(read),
      () => asked && setShown(null),
    );
    return () => {
      asked = false;
    };
  }, [rides, from, to, masses]);
  return shown;
}
