import { type Remote, transfer, wrap } from 'comlink';
import { useEffect } from 'react';
import { api, closed } from '../shared/api/client.ts';
import { aboutTrends, whileWaiting } from '../shared/api/trends.ts';
import { massUnit } from '../shared/choices.ts';
import type { TrendsRead, TrendsWanted, TrendsWorker } from './trends.worker.ts';

/** Whose trends are asked for, from which day on rides are looked at, and what is shown of them. */
export interface TrendsAsked
  extends Pick<TrendsWanted, 'span'>, Partial<Pick<TrendsWanted, 'masses' | 'rideId'>> {
  readonly riderId: string;
  readonly from: string;
}

type AskedIn = TrendsWanted & Pick<TrendsAsked, 'riderId' | 'from'>;

const trendsReadApi = api.injectEndpoints({
  endpoints: (build) => ({
    trendsRead: build.query<TrendsRead & { riderId: string }, AskedIn>({
      queryFn: async ({ riderId, from, ...wanted }, _api, _more, ask) => {
        const { data, error } = await ask({
          ...{ url: `/riders/${riderId}/trends`, params: { from, to: wanted.span.to } },
          responseHandler: (response) => (response.ok ? response.arrayBuffer() : response.json()),
        });
        if (error) return { error };
        const bytes = data as ArrayBuffer;
        const read = await worker().read(transfer(bytes, [bytes]), wanted);
        return { data: closed({ ...read, riderId }) };
      },
      providesTags: (_trends, _error, { riderId }) => aboutTrends(riderId),
    }),
  }),
});

/**
 * The trends of a rider, read in a worker and followed for as long as some rides are still being read. The last ones stay
 * until the new ones are there, but never another rider's.
 */
export function useTrends(asked: TrendsAsked | null) {
  useEffect(() => {
    worker();
  }, []);
  const query: AskedIn = {
    ...{ masses: NO_MASSES, rideId: null, massUnit: massUnit() },
    ...(asked ?? NOTHING),
  };
  const skip = asked === null;
  const { data: known } = trendsReadApi.useTrendsReadQuery(query, { skip });
  const { data, error } = trendsReadApi.useTrendsReadQuery(query, {
    skip,
    ...whileWaiting(known?.waiting),
  });
  return { read: asked && data?.riderId === asked.riderId ? data : null, error };
}

const NO_MASSES: TrendsWanted['masses'] = [];
const NOTHING: TrendsAsked = { riderId: '', from: '', span: { from: '', to: '' } };

let host: Remote<TrendsWorker> | null = null;

/** One worker for all that asks, started with the first page that will: it is ready before its rides are there. */
function worker(): Remote<TrendsWorker> {
  host ??= wrap<TrendsWorker>(
    new Worker(new URL('./trends.worker.ts', import.meta.url), { type: 'module' }),
  );
  return host;
}
