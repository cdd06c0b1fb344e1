import { type Mass, type TrendRide, trendsOf, type TrendsShown } from '@uphill/core/review';
import { expose } from 'comlink';

/** What the page sends: the rides, and the days that are shown. */
export interface TrendsRequest {
  readonly rides: readonly TrendRide[];
  readonly span: { readonly from: string; readonly to: string };
  /** Body mass, where it is shown. */
  readonly masses: readonly Mass[];
}

const worker = {
  read({ rides, span, masses }: TrendsRequest): TrendsShown {
    return trendsOf(rides, span, masses);
  },
};
export type TrendsWorker = typeof worker;

expose(worker);
