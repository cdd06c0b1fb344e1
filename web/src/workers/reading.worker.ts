import {
  type AskedRide,
  type AskedStretch,
  keepReading,
  type KeptReading,
  laidAsked,
  readRide,
  type RepRow,
  type ReviewLimits,
  type RideToRead,
  type SetRead,
  type Verdict,
} from '@uphill/core/review';
import { expose } from 'comlink';

/** What the page sends: the ride, what was asked, the limits the coach has set. */
export interface ReadingRequest {
  readonly asked: AskedRide | null;
  readonly ride: RideToRead;
  readonly limits: ReviewLimits;
  readonly ftpW: number | null;
}

/** A ride as the page shows it. */
export interface PageReading {
  readonly from: SetRead['from'] | null;
  readonly rows: readonly RepRow[];
  readonly set: Omit<SetRead, 'rows' | 'own' | 'best' | 'worst'> | null;
  readonly verdicts: readonly Verdict[];
  readonly headline: Verdict | null;
  readonly says: string | null;
  readonly asked: readonly AskedStretch[];
  /** W′ left, % of all, at every so-many-th second; null without a model. */
  readonly left: { readonly every: number; readonly percent: readonly number[] } | null;
  readonly heartCannotTell: boolean;
  readonly kept: KeptReading;
}

/** Points of the W′ line are no closer than the eye sees. */
const MOST_POINTS = 600;

const worker = {
  /** Reads a ride, rep by rep; the streams stay here. */
  read({ asked, ride, limits, ftpW }: ReadingRequest): PageReading {
    const reading = readRide(asked, ride, limits);
    const kept = keepReading(asked, ride, { before: null, ftpW, limits });
    const { set, model, ride: ready } = reading;
    const every = Math.max(1, Math.ceil(ready.seconds / MOST_POINTS));
    const percent: number[] = [];
    if (ready.leftJ && model)
      for (let second = 0; second < ready.leftJ.length; second += every)
        percent.push(((ready.leftJ[second] ?? 0) / model.wPrimeJ) * 100);
    return {
      from: set?.from ?? null,
      rows: set?.rows ?? [],
      set: set && { ...set },
      verdicts: reading.verdicts,
      headline: reading.headline,
      says: kept.says,
      asked: laidAsked(reading),
      left: ready.leftJ && model ? { every, percent } : null,
      heartCannotTell: reading.heartCannotTell,
      kept,
    };
  },
};
export type ReadingWorker = typeof worker;

expose(worker);
