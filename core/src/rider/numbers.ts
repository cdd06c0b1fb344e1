/** A value with the day it counts from (`yyyy-mm-dd`). */
export interface Dated<T> {
  readonly from: string;
  readonly value: T;
}

/** A dated value found for a day, and whether it had to be borrowed from a later day. */
export interface OnDay<T> {
  readonly value: T;
  readonly from: string;
  /** True where the day lies before the first value, so that the first one is used. */
  readonly borrowed: boolean;
}

/**
 * Finds the value in use on a day. Days before the first value use the first one, marked as borrowed.
 *
 * @param history values in any order; of two from the same day the later in the list counts
 * @param day `yyyy-mm-dd` in the rider's own time zone
 * @returns the value in use, or null where there is none at all
 * Source: handbook section 5 ("Which value counts when").
 */
export function valueOn<T>(history: readonly Dated<T>[], day: string): OnDay<T> | null {
  let current: Dated<T> | null = null;
  let first: Dated<T> | null = null;
  for (const entry of history) {
    if (entry.from <= day && (current === null || entry.from >= current.from)) current = entry;
    if (first === null || entry.from <= first.from) first = entry;
  }
  if (current) return { ...current, borrowed: false };
  return first && { ...first, borrowed: true };
}

/** A rider's own figures on one day: everything from which targets and sums are derived. */
export interface RiderNumbers {
  readonly firstName: string;
  /** W; null without one. */
  readonly ftpW: number | null;
  /** kg; null where unknown. */
  readonly massKg: number | null;
  /** bpm; null where unknown. */
  readonly restingBpm: number | null;
  readonly thresholdBpm: number | null;
  readonly maximalBpm: number | null;
  /** False for a rider without a power meter, who rides by heart rate and RPE. */
  readonly hasPower: boolean;
  /** What "easy" counts as in the sums, percent of FTP. Handbook section 7: 50, a setting. */
  readonly easyPercent: number;
}

/** Default of `RiderNumbers.easyPercent`. Source: handbook section 7. */
const EASY_PERCENT = 50;

/** The dated histories a rider's figures are looked up in, as they are stored and sent. */
export interface RiderHistories {
  readonly name: string;
  readonly powerSource: string;
  readonly ftp: readonly { readonly countsFrom: string; readonly usedW: number }[];
  readonly bodyMass: readonly { readonly date: string; readonly kg: number }[];
  readonly heartRates: readonly {
    readonly date: string;
    readonly kind: string;
    readonly bpm: number;
  }[];
}

/**
 * A rider's figures as they count on a day.
 *
 * @param rider the rider with the histories of FTP, mass and heart rates
 * @param day `yyyy-mm-dd` in the rider's own time zone
 * @returns the figures; each null where the rider has none at all
 * Source: handbook section 5 ("Which value counts when").
 */
export function numbersOnDay(rider: RiderHistories, day: string): RiderNumbers {
  const on = (history: readonly Dated<number>[]): number | null =>
    valueOn(history, day)?.value ?? null;
  const heart = (kind: string) =>
    on(
      rider.heartRates
        .filter((entry) => entry.kind === kind)
        .map(({ date, bpm }) => ({ from: date, value: bpm })),
    );
  return {
    firstName: rider.name.split(' ')[0] ?? rider.name,
    // Without a power meter there are no watts to hold an FTP against.
    ftpW:
      rider.powerSource === 'none'
        ? null
        : on(rider.ftp.map(({ countsFrom, usedW }) => ({ from: countsFrom, value: usedW }))),
    massKg: on(rider.bodyMass.map(({ date, kg }) => ({ from: date, value: kg }))),
    restingBpm: heart('resting'),
    thresholdBpm: heart('threshold'),
    maximalBpm: heart('maximal'),
    hasPower: rider.powerSource !== 'none',
    easyPercent: EASY_PERCENT,
  };
}
