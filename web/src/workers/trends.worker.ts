import type { Trends } from '@uphill/api';
import { type Mass, type TrendRide, trendsOf, type TrendsShown } from '@uphill/core/review';
import type { MassUnit } from '@uphill/core/units';
import { expose } from 'comlink';

/** What is wanted of the rides that came: the days that are shown, and how masses are shown. */
export interface TrendsWanted {
  readonly span: { readonly from: string; readonly to: string };
  /** Body mass, where it is shown. */
  readonly masses: readonly Mass[];
  readonly massUnit: MassUnit;
  /** The ride whose own figures are wanted as well; null for none. */
  readonly rideId: string | null;
}

export interface TrendsRead {
  readonly shown: TrendsShown;
  /** Rides still being read, rides that came, and whether any of them has watts. */
  readonly waiting: number;
  readonly rides: number;
  readonly hasPower: boolean;
  readonly own: TrendRide | null;
}

const worker = {
  /** The answer of the server comes as its bytes: thousands of rides are never taken apart on the page's own thread. */
  read(answer: ArrayBuffer, { span, masses, massUnit, rideId }: TrendsWanted): TrendsRead {
    const { waiting, rides } = JSON.parse(new TextDecoder().decode(answer)) as Trends;
    return {
      shown: trendsOf(rides, span, masses, massUnit),
      ...{ waiting, rides: rides.length },
      hasPower: rides.some(({ meanW }) => meanW !== null),
      own: rides.find((ride) => ride.rideId === rideId) ?? null,
    };
  },
};
export type TrendsWorker = typeof worker;

expose(worker);
