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
  return [...months].map(([month, own]) => ({
    ...figuresOf(month, own),
    massKg: middle(masses.flatMap(({ date, kg }) => (date.startsWith(month) ? [kg] : []))),
  }));
}

function middle(values: readonly number[]): number | null {
  return values.length === 0 ? null : medianOf(values);
}

function figuresOf(month: string, rides: readonly TrendRide[]): Omit<MonthFigures, 'massKg'> {
  const sum = (of: (ride: TrendRide) => number | null): number =>
    rides.reduce((all, ride) => all + (of(ride) ?? 0), 0);
  const known = (of: (ride: TrendRide) => number | null): number[] =>
    rides.flatMap((ride) => of(ride) ?? []);
  const timed = sum(({ trend }) => trend.domains?.reduce((all, each) => all + each, 0) ?? 0);
  const share = (domain: 0 | 1): number | null =>
    timed === 0 ? null : sum(({ trend }) => trend.domains?.[domain] ?? 0) / timed;
  const sets = rides.filter(({ trend }) => trend.set !== null);
  const felt = known(({ rpe }) => rpe);
  return {
    ...{ month, rides: rides.length, hours: sum(({ movingS }) => movingS) / 3600 },
    load: rides.some(({ trend }) => trend.load !== null) ? sum(({ trend }) => trend.load) : null,
    ...{ easyShare: share(0), middleShare: share(1), sets: sets.length },
    onTarget: sets.filter(({ headline }) => headline === 'on-target').length,
    driftPercent: middle(known(({ trend }) => trend.drift?.percent ?? null)),
    wattsPerBeat: middle(known(({ trend }) => trend.beat && trend.beat.meanW / trend.beat.meanBpm)),
    smooth: middle(known(({ trend }) => trend.smooth)),
    rpe: felt.length === 0 ? null : meanOf(felt),
  };
}
