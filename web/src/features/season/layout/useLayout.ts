import type { LaidOut } from '@uphill/core/season';
import { type Remote, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { LayoutRequest, LayoutWorker } from '../../../workers/layout.worker.ts';

interface Found {
  readonly of: LayoutRequest;
  readonly laidOut: LaidOut | null;
  readonly refusal: string | null;
}

/**
 * The season as a request would lay it out, reckoned in a worker that the page keeps. An answer to what is no longer
 * asked is passed over; until the new one is there the last one stays.
 */
export function useLayout(request: LayoutRequest | null) {
  const [found, setFound] = useState<Found | null>(null);
  const host = useRef<Remote<LayoutWorker> | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL('../../../workers/layout.worker.ts', import.meta.url), {
      type: 'module',
    });
    host.current = wrap<LayoutWorker>(worker);
    return () => {
      host.current = null;
      worker.terminate();
    };
  }, []);
  useEffect(() => {
    if (!request || !host.current) return undefined;
    let asked = true;
    const take = (laidOut: LaidOut | null, refusal: string | null): void => {
      if (asked) setFound({ of: request, laidOut, refusal });
    };
    host.current.layOut(request).then(
      (laidOut) => take(laidOut, null),
      (error: unknown) => {
        take(null, error instanceof Error ? error.message : 'It cannot be laid out.');
      },
    );
    return () => {
      asked = false;
    };
  }, [request]);
  return { found, working: request !== null && found?.of !== request };
}
