import { usualAir } from './air.ts';
import { daysFromTo } from './days.ts';
import { apartOf } from './familyTrends.ts';
import { LENGTH } from './places.ts';
import { type Slope, slopeOf } from './slope.ts';
import type { TrendRide } from './trendsOf.ts';

/** Once over a road. */
export interface RoadRide {
  readonly rideId: string;
  readonly date: string;
  readonly seconds: number;
  readonly meanW: number | null;
  readonly meanBpm: number | null;
  readonly celsius: number | null;
  readonly source: string;
  readonly best: boolean;
  /** Why it is shown and not compared; null where it is. */
  readonly apart: string | null;
}

/** A road over time. */
export interface RoadTrend {
  /** Id of a road that was named, name of a hill, or name of a session. */
  readonly key: string;
  /** How it was found again: by place, as a hill of a session, or by session and length. */
  readonly by: 'place' | 'hill' | 'session';
  readonly metres: number | null;
  readonly rides: readonly RoadRide[];
  /** What is laid beside each other: time over a length; where time is its length, watts, and without those, beats. */
  readonly of: 'seconds' | 'watts' | 'bpm';
  /** Of that, a month. */
  readonly slope: Slope | null;
}

/** Once over something, before it is laid beside the others. */
interface Once {
  readonly ride: TrendRide;
  readonly seconds: number;
  readonly metres: number | null;
  readonly meanW: number | null;
  readonly meanBpm: number | null;
}

/**
 * Roads over time, once a ride and its quickest: those that were named, found by place; hills that sessions are ridden
 * up; and, of rides that recorded no places, the same session at the same length.
 *
 * @param rides in the order of their dates
 * @returns roads that were ridden: named ones and hills from the first time on, sessions from the second
 * Source: handbook section 9.6 (Same road).
 */
export function roadTrends(rides: readonly TrendRide[]): RoadTrend[] {
  return [
    ...collect(rides, ({ trend }) =>
      trend.roads.map((road) => ({ ...road, key: road.roadId, metres: null })),
    ).map(([key, once]) => trendOf({ key, by: 'place', of: 'seconds' }, once)),
    ...collect(rides, ({ trend }) => trend.hills.map((hill) => ({ ...hill, key: hill.name }))).map(
      ([key, once]) => trendOf({ key, by: 'hill', of: 'seconds' }, alike(once)),
    ),
    ...collect(rides, wholeOf).flatMap(([key, all]) => {
      const once = alike(all);
      return once.length < 2 ? [] : [trendOf({ key, by: 'session', of: ofWhat(once) }, once)];
    }),
  ];
}

type Ridden = Omit<Once, 'ride'> & { readonly key: string };

function ofWhat(once: readonly Once[]): RoadTrend['of'] {
  if (once.every(({ metres }) => metres !== null)) return 'seconds';
  return once.some(({ meanW }) => meanW !== null) ? 'watts' : 'bpm';
}

/** The whole of a ride without places is a road, by its session; sets have their reps to be laid beside each other. */
function wholeOf(ride: TrendRide): Ridden[] {
  const { name, family, headline, movingS, meanW, meanBpm, trend } = ride;
  const isSteady = family !== null && trend.set === null && headline !== 'cannot-tell';
  if (name === '' || !isSteady || trend.placed || movingS === 0) return [];
  return [{ key: name, seconds: movingS, metres: trend.metres, meanW, meanBpm }];
}

/** What was ridden, by its key; of a ride that has it more than once, the quickest. */
function collect(
  rides: readonly TrendRide[],
  of: (ride: TrendRide) => readonly Ridden[],
): [key: string, once: Once[]][] {
  const found = new Map<string, Once[]>();
  for (const ride of rides) {
    const quickest = new Map<string, Ridden>();
    for (const each of of(ride))
      if (each.seconds < (quickest.get(each.key)?.seconds ?? Infinity))
        quickest.set(each.key, each);
    for (const [key, each] of quickest)
      found.set(key, [...(found.get(key) ?? []), { ...each, ride }]);
  }
  return [...found];
}

/** Those of the length of the last one, within 3 %: in metres where both are known, else in time. */
function alike(all: readonly Once[]): Once[] {
  const last = all.at(-1) as Once;
  return all.filter(({ metres, seconds }) => {
    const share =
      metres !== null && last.metres !== null ? metres / last.metres : seconds / last.seconds;
    return Math.abs(share - 1) <= LENGTH;
  });
}

function trendOf(road: Pick<RoadTrend, 'key' | 'by' | 'of'>, once: readonly Once[]): RoadTrend {
  const last = once.at(-1) as Once;
  const usual = usualAir(once.map(({ ride }) => ride.trend.celsius));
  const rides = once.map(({ ride, seconds, meanW, meanBpm }) => ({
    ...{ rideId: ride.rideId, date: ride.date, source: ride.source },
    ...{ seconds, meanW, meanBpm, celsius: ride.trend.celsius },
    apart: apartOf(ride, last.ride, usual),
  }));
  const valueOf = (ride: (typeof rides)[number]): number | null =>
    ({ seconds: ride.seconds, watts: ride.meanW, bpm: ride.meanBpm })[road.of];
  const compared = rides.filter(({ apart }) => apart === null);
  const known = compared.flatMap((ride) => valueOf(ride) ?? []);
  // Of those that are compared: of times the shortest, of watts the most; beats are neither better nor worse.
  const best = { seconds: Math.min(...known), watts: Math.max(...known), bpm: null }[road.of];
  const slope = slopeOf(
    compared.flatMap((ride) => {
      const value = valueOf(ride);
      return value === null
        ? []
        : [[daysFromTo(compared[0]?.date ?? ride.date, ride.date), value] as const];
    }),
  );
  return {
    ...road,
    metres: last.metres,
    rides: rides.map((ride) => ({
      ...ride,
      best: best !== null && ride.apart === null && valueOf(ride) === best,
    })),
    slope: slope.ok ? slope.value : null,
  };
}
