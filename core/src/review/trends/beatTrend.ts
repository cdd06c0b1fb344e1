import { daysFromTo } from './days.ts';
import { type Slope, slopeOf } from './slope.ts';
import type { TrendRide } from './trendsOf.ts';
import { type EnduranceStretch, wattsPerBeat } from './wattsPerBeat.ts';

/** Watts per heartbeat of a ride, and how far the heart drifted. */
export interface BeatPoint {
  readonly rideId: string;
  readonly date: string;
  readonly wattsPerBeat: number;
  /** Over the median of the 42 days before, %; null with fewer than five rides. */
  readonly overMedianPercent: number | null;
  readonly driftPercent: number | null;
  /** Length at which it drifted so, s. */
  readonly driftS: number | null;
}

const LOOKS_BACK_DAYS = 42;

/**
 * Watts per heartbeat of the rides with an Endurance stretch, against the 42 days before each, and heart drift.
 *
 * @param rides in the order of their dates
 * @param from first day that is asked for, `yyyy-mm-dd`
 * @returns those of the span
 * Source: handbook section 5 (Watts per heartbeat, Heart drift).
 */
export function beatTrend(rides: readonly TrendRide[], from: string): BeatPoint[] {
  const points: BeatPoint[] = [];
  const recent: { readonly date: string; readonly stretch: EnduranceStretch }[] = [];
  for (const { rideId, date, source, trend } of rides) {
    const { beat, drift } = trend;
    if (!beat) continue;
    while (recent[0] && daysFromTo(recent[0].date, date) > LOOKS_BACK_DAYS) recent.shift();
    const today = { ...beat, source, daysAgo: 0 };
    const against = wattsPerBeat(
      today,
      recent.map((each) => ({ ...each.stretch, daysAgo: daysFromTo(each.date, date) })),
    );
    if (date >= from)
      points.push({
        ...{ rideId, date, wattsPerBeat: beat.meanW / beat.meanBpm },
        overMedianPercent: against.ok ? against.value.overMedianPercent : null,
        ...{ driftPercent: drift?.percent ?? null, driftS: drift?.seconds ?? null },
      });
    recent.push({ date, stretch: today });
  }
  return points;
}

/**
 * How watts per heartbeat go over the months.
 *
 * @param points the rides of the span, in order
 * @returns W per heartbeat a month; null with fewer than five rides
 * Source: handbook section 9.6.
 */
export function beatSlope(points: readonly BeatPoint[]): Slope | null {
  const first = points[0]?.date ?? '';
  const slope = slopeOf(
    points.map(({ date, wattsPerBeat }) => [daysFromTo(first, date), wattsPerBeat] as const),
  );
  return slope.ok ? slope.value : null;
}
