import { meanOf } from '../../power/index.ts';
import { medianOf } from './statistics.ts';
import type { TrendRide } from './trendsOf.ts';

/** A month in figures. */
export interface MonthFigures {
  /** `yyyy-mm`. */
  readonly month: string;
  readonly rides: number;
  readonly hours: number;
  /** Null where nobody knows it of any ride. */
  readonly load: number | null;
  /** Shares of the time with watts below LT1 and between LT1 and LT2, by 75 and 100 % of FTP; null without any. */
  readonly easyShare: number | null;
  readonly middleShare: number | null;
  /** Sets that were ridden, and those of them on target. */
  readonly sets: number;
  readonly onTarget: number;
  readonly driftPercent: number | null;
  readonly wattsPerBeat: number | null;
  readonly smooth: number | null;
  readonly rpe: number | null;
  /** Median of what was weighed in it, kg; null where nothing was, or it is not shown. */
  readonly massKg: number | null;
  /** Of how much the shares and medians were reckoned. */
  readonly of: MonthCounts;
}

/** Of how much the figures of a month were reckoned. */
export interface MonthCounts {
  /** Seconds with watts: below LT1, between LT1 and LT2, above. */
  readonly domainsS: readonly [number, number, number];
  /** Rides with each of them; of `mass` the days. */
  readonly load: number;
  readonly drift: number;
  readonly beat: number;
  readonly smooth: number;
  readonly rpe: number;
  readonly mass: number;
}

/** Body mass on a day. */
export interface Mass {
  readonly date: string;
  readonly kg: number;
}

/**
 * Months in figures, those before the span among them, so that each has the one before and that of a year ago beside it.
 *
 * @param rides in the order of their dates
 * @param from first day that is shown, `yyyy-mm-dd`
 * @param masses body mass as it was measured; none where it is not shown
 * @returns the months from a year before that day on, in order
 * Source: handbook section 9.6 (Month).
 */
export function monthsOf(
  rides: readonly TrendRide[],
  from: string,
  masses: readonly Mass[] = [],
): MonthFigures[] {
  const earliest = `${Number(from.slice(0, 4)) - 1}${from.slice(4, 7)}`;
  const months = new Map<string, TrendRide[]>();
  for (const ride of rides) {
    const month = ride.date.slice(0, 7);
    if (month >= earliest) months.set(month, [...(months.get(month) ?? []), ride]);
  }
  return [...months].map(([month, own]) =>
    figuresOf(
      month,
      own,
      masses.flatMap(({ date, kg }) => (date.startsWith(month) ? [kg] : [])),
    ),
  );
}

function middle(values: readonly number[]): number | null {
  return values.length === 0 ? null : medianOf(values);
}

function figuresOf(
  month: string,
  rides: readonly TrendRide[],
  masses: readonly number[],
): MonthFigures {
  const known = (of: (ride: TrendRide) => number | null): number[] =>
    rides.flatMap((ride) => of(ride) ?? []);
  const domainsS = domainsOf(rides);
  const timedS = totalOf(domainsS);
  const loads = known(({ trend }) => trend.load);
  const drifts = known(({ trend }) => trend.drift?.percent ?? null);
  const beats = known(({ trend }) => trend.beat && trend.beat.meanW / trend.beat.meanBpm);
  const smooths = known(({ trend }) => trend.smooth);
  const felt = known(({ rpe }) => rpe);
  const sets = rides.filter(({ trend }) => trend.set !== null);
  return {
    ...{ month, rides: rides.length },
    hours: totalOf(rides.map(({ movingS }) => movingS)) / 3600,
    load: loads.length === 0 ? null : totalOf(loads),
    easyShare: timedS === 0 ? null : domainsS[0] / timedS,
    middleShare: timedS === 0 ? null : domainsS[1] / timedS,
    sets: sets.length,
    onTarget: sets.filter(({ headline }) => headline === 'on-target').length,
    ...{ driftPercent: middle(drifts), wattsPerBeat: middle(beats), smooth: middle(smooths) },
    ...{ rpe: felt.length === 0 ? null : meanOf(felt), massKg: middle(masses) },
    of: {
      ...{ domainsS, load: loads.length, drift: drifts.length, beat: beats.length },
      ...{ smooth: smooths.length, rpe: felt.length, mass: masses.length },
    },
  };
}

function totalOf(values: readonly number[]): number {
  return values.reduce((sum, each) => sum + each, 0);
}

function domainsOf(rides: readonly TrendRide[]): [number, number, number] {
  const seconds: [number, number, number] = [0, 0, 0];
  for (const { trend } of rides)
    for (const [domain, each] of (trend.domains ?? []).entries())
      seconds[domain as 0 | 1 | 2] += each;
  return seconds;
}
