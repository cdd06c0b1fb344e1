import {
  type AskedRide,
  type AskedStretch,
  type KeptReading,
  keptOf,
  laidAsked,
  readRide,
  type RepRow,
  type ReviewLimits,
  type RideToRead,
  type SetRead,
  type Verdict,
} from '@uphill/core/review';
import { expose } from 'comlink';

type Stream = readonly (number | null)[];

/** The streams of a ride as they cross over to the worker: NaN where nothing was recorded. */
export interface SentStreams {
  readonly watts: Float64Array;
  readonly bpm: Float64Array | null;
  readonly rpm: Float64Array | null;
  readonly speed: Float64Array | null;
}

/** What the page sends: what was said of the ride, what was asked, the limits the coach has set. */
export interface ReadingRequest {
  readonly asked: AskedRide | null;
  readonly ride: Omit<RideToRead, 'watts' | 'bpm' | 'rpm' | 'speed'>;
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

let streams: Pick<RideToRead, 'watts' | 'bpm' | 'rpm' | 'speed'> = {
  ...{ watts: [], bpm: null, rpm: null, speed: null },
};

const worker = {
  /** Takes the streams over; an edge that moves afterwards sends nothing of them again. */
  hold({ watts, bpm, rpm, speed }: SentStreams): void {
    const unpacked = (sent: Float64Array): Stream =>
      Array.from(sent, (value) => (Number.isNaN(value) ? null : value));
    streams = {
      ...{ watts: unpacked(watts), bpm: bpm && unpacked(bpm), rpm: rpm && unpacked(rpm) },
      speed: speed && unpacked(speed),
    };
  },

  /** Reads the ride that is held, rep by rep. */
  read({ asked, ride: said, limits, ftpW }: ReadingRequest): PageReading {
    const ride = { ...said, ...streams };
    const reading = readRide(asked, ride, limits);
    const kept = keptOf(reading, ride, { before: null, ftpW });
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
