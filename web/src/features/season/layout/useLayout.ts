import type { LaidOut } from '@uphill/core/season';
import { type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import type { LayoutRequest, LayoutWorker } from '../../../workers/layout.worker.ts';

interface Found {
  readonly of: LayoutRequest;
  readonly laidOut: LaidOut | null;
  readonly refusal: string | null;
}

/**
 * The season as a request would lay it out, reckoned in a worker. What is asked for again while one is under way stops
 * it; until the new one is there the last one stays.
 */
export function useLayout(request: LayoutRequest | null) {
  const [found, setFound] = useState<Found | null>(null);
  useEffect(() => {
    if (!request) return undefined;
    const worker = new Worker(new URL('../../../workers/layout.worker.ts', import.meta.url), {
      type: 'module',
    });
    const remote: Remote<LayoutWorker> = wrap<LayoutWorker>(worker);
    let stopped = false;
    remote.layOut(request).then(
      (laidOut) => {
        if (!stopped) setFound({ of: request, laidOut: laidOut as LaidOut, refusal: null });
      },
      (error: unknown) => {
        const refusal = error instanceof Error ? error.message : 'It cannot be laid out.';
        if (!stopped) setFound({ of: request, laidOut: null, refusal });
      },
    );
    return () => {
      stopped = true;
      worker.terminate();
    };
  }, [request]);
  return { found, working: request !== null && found?.of !== request };
}
