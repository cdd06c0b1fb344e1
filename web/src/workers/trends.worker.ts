import { type TrendRide, trendsOf, type TrendsShown } from '@uphill/core/review';
import { expose } from 'comlink';

/** What the page sends: the rides, and the days that are shown. */
export interface TrendsRequest {
  readonly rides: readonly TrendRide[];
  readonly span: { readonly from: string; readonly to: string };
}

const worker = {
  read({ rides, span }: TrendsRequest): TrendsShown {
    return trendsOf(rides, span);
  },
};
export type TrendsWorker = typeof worker;

expose(worker);
