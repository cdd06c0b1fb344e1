import { changeOf, type Change } from './change.ts';
import { isOtherAir, usualAir } from './air.ts';
import { daysFromTo } from './days.ts';
import { type Slope, slopeOf } from './slope.ts';
import type { TrendRide } from './trendsOf.ts';

/** One set of a family. */
export interface FamilySet {
  readonly rideId: string;
  readonly date: string;
  readonly name: string;
  /** Mean of the set, W or bpm. */
  readonly mean: number;
  readonly minutes: number;
  readonly meanBpm: number | null;
  readonly rpe: number | null;
  readonly says: string | null;
  readonly source: string;
  readonly celsius: number | null;
  /** Why it is shown and not compared; null where it is. */
  readonly apart: string | null;
}

/** A family over time. */
export interface FamilyTrend {
  readonly family: string;
  readonly sets: readonly FamilySet[];
  /** With five sets and more that can be compared. */
  readonly slope: Slope | null;
  /** With two to four: the last beside the first. */
  readonly change: Change | null;
}

/**
 * Every set of a family in order, and whether it goes anywhere: a line from five on, before that the last beside the
 * first. What was measured by another source, in another position or at over 8 °C more or less is shown, not compared.
 *
 * @param rides in the order of their dates
 * @returns the families, the one ridden last first
 * Source: handbook section 9.6 (Family).
 */
export function familyTrends(rides: readonly TrendRide[]): FamilyTrend[] {
  const families = new Map<string, TrendRide[]>();
  for (const ride of rides)
    if (ride.family !== null && ride.trend.set?.mean != null)
      families.set(ride.family, [...(families.get(ride.family) ?? []), ride]);
  return [...families]
    .map(([family, own]) => trendOf(family, own))
    .sort((one, other) => daysFromTo(lastOf(one), lastOf(other)));
}

function lastOf({ sets }: FamilyTrend): string {
  return sets.at(-1)?.date ?? '';
}

function trendOf(family: string, rides: readonly TrendRide[]): FamilyTrend {
  const last = rides.at(-1) as TrendRide;
  const usual = usualAir(rides.map(({ trend }) => trend.celsius));
  const sets = rides.map((ride): FamilySet => {
    const { set, celsius } = ride.trend;
    return {
      ...{ rideId: ride.rideId, date: ride.date, name: ride.name, says: ride.says },
      ...{ mean: set?.mean ?? 0, minutes: (set?.riddenS ?? 0) / 60 },
      ...{ meanBpm: set?.meanBpm ?? null, rpe: ride.rpe, source: ride.source, celsius },
      apart: apartOf(ride, last, usual),
    };
  });
  const alike = sets.filter(({ apart }) => apart === null);
  const [first] = alike;
  const slope = first
    ? slopeOf(alike.map(({ date, mean }) => [daysFromTo(first.date, date), mean] as const))
    : null;
  return {
    ...{ family, sets },
    slope: slope?.ok ? slope.value : null,
    change:
      alike.length < 2 || slope?.ok || !first
        ? null
        : changeOf(first.mean, meanOfLast(alike), 'same'),
  };
}

/**
 * Why a ride is shown and not compared with the last one; null where it is.
 *
 * @param ride the ride
 * @param last the one that it would be compared with
 * @param usual median temperature, °C; null where none is known
 * @returns the reason in words
 * Source: handbook section 9.6.
 */
export function apartOf(ride: TrendRide, last: TrendRide, usual: number | null): string | null {
  if (ride.source !== last.source) return 'another source of power';
  if (ride.position !== last.position) return 'another position';
  return isOtherAir(ride.trend.celsius, usual) ? 'over 8 °C from the usual' : null;
}

function meanOfLast(sets: readonly FamilySet[]): number {
  return sets.at(-1)?.mean ?? 0;
}
