import { type Change, changeOf } from './change.ts';
import { BOOK, type System } from '../../sessions/index.ts';
import { daysFromTo } from './days.ts';
import { TREND_BESTS_S } from './rideTrend.ts';
import type { TrendRide } from './trendsOf.ts';

/** Change of the curve over a block. */
export interface CurveMove extends Change {
  readonly seconds: number;
}

/** A set of the block's benchmark as it was ridden. */
export interface BenchmarkSet {
  readonly rideId: string;
  readonly date: string;
  readonly mean: number;
}

/** What a block trained, and what moved. */
export interface BlockReview {
  /** Minutes at target by system, the most first. */
  readonly trained: readonly { readonly system: System; readonly minutes: number }[];
  readonly first: BenchmarkSet | null;
  readonly last: BenchmarkSet | null;
  readonly moves: readonly CurveMove[];
  /** Null where nothing can be compared. */
  readonly says: 'moved as meant' | 'moved elsewhere' | 'did not move' | null;
}

/** A block that is over. */
export interface EndedBlock {
  /** Its first Monday. */
  readonly from: string;
  readonly weeks: number;
  /** Family of its benchmark; null where it has none. */
  readonly family: string | null;
}

/** Where the curve is looked at, and what it shows there. */
const LOOKED_AT_S = [60, 300, 1200, 3600] as const;
const SHOWS: Readonly<Partial<Record<System, readonly number[]>>> = {
  endurance: [3600, 1200],
  tempo: [3600, 1200],
  threshold: [1200, 3600],
  ceiling: [300],
  anaerobic: [60],
  sprint: [60],
};
/** Bests of before are looked for so far back. */
const BEFORE_DAYS = 90;

/**
 * Trained against moved: what a block spent its minutes on, its benchmark first and last, and what the curve did at
 * 1:00, 5:00, 20:00 and 60:00, each change beside its noise.
 *
 * @param rides those of the 90 days before the block and of the block, in any order
 * @param block its first Monday, its weeks and the family of its benchmark
 * @returns its review; what was meant is the system of the benchmark, else the one trained most
 * Source: handbook section 9.6 (Block).
 */
export function blockReview(rides: readonly TrendRide[], block: EndedBlock): BlockReview {
  const into = (ride: TrendRide): number => daysFromTo(block.from, ride.date);
  const within = [...rides]
    .filter((ride) => into(ride) >= 0 && into(ride) < 7 * block.weeks)
    .sort((one, other) => into(one) - into(other));
  const before = rides.filter((ride) => into(ride) < 0 && into(ride) >= -BEFORE_DAYS);
  const trained = trainedIn(within);
  const moves = LOOKED_AT_S.flatMap((seconds) => moveAt(seconds, before, within));
  const meant = systemOf(block.family) ?? trained[0]?.system ?? null;
  const sets = within.flatMap((ride): BenchmarkSet[] =>
    ride.family === block.family && ride.family !== null && ride.trend.set?.mean != null
      ? [{ rideId: ride.rideId, date: ride.date, mean: ride.trend.set.mean }]
      : [],
  );
  return {
    ...{ trained, moves, first: sets[0] ?? null },
    last: sets.length > 1 ? (sets.at(-1) ?? null) : null,
    says: moves.length === 0 ? null : saysOf(moves, meant),
  };
}

function systemOf(family: string | null): System | null {
  return BOOK.find(({ id }) => id === family)?.system ?? null;
}

function trainedIn(rides: readonly TrendRide[]): BlockReview['trained'] {
  const minutes = new Map<System, number>();
  for (const { family, trend } of rides) {
    const system = systemOf(family);
    if (system && trend.set)
      minutes.set(system, (minutes.get(system) ?? 0) + trend.set.riddenS / 60);
  }
  return [...minutes]
    .map(([system, all]) => ({ system, minutes: all }))
    .sort((one, other) => other.minutes - one.minutes);
}

function moveAt(
  seconds: number,
  before: readonly TrendRide[],
  within: readonly TrendRide[],
): CurveMove[] {
  const place = TREND_BESTS_S.findIndex((each) => each === seconds);
  const bestOf = (rides: readonly TrendRide[]) =>
    rides.reduce<{ watts: number; source: string } | null>((most, { trend, source }) => {
      const watts = trend.bests[place] ?? null;
      return watts !== null && watts > (most?.watts ?? 0) ? { watts, source } : most;
    }, null);
  const [from, to] = [bestOf(before), bestOf(within)];
  if (!from || !to) return [];
  const by = from.source === to.source ? 'same' : 'other source';
  return [{ seconds, ...changeOf(from.watts, to.watts, by) }];
}

/** Only what rose has moved: a lower best in a block may not have been asked. */
function saysOf(moves: readonly CurveMove[], meant: System | null): BlockReview['says'] {
  const rose = moves.filter(({ percent, worth }) => percent > 0 && worth !== 'cannot tell yet');
  if (rose.length === 0) return 'did not move';
  const own = (meant && SHOWS[meant]) ?? [];
  return rose.some(({ seconds }) => own.includes(seconds)) ? 'moved as meant' : 'moved elsewhere';
}
