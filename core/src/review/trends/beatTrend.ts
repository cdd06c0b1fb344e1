import { usualAir } from './air.ts';
import { daysFromTo } from './days.ts';
import { apartOf } from './familyTrends.ts';
import { type Slope, slopeOf } from './slope.ts';
import type { TrendRide } from './trendsOf.ts';
import { type EnduranceStretch, wattsPerBeat } from './wattsPerBeat.ts';

/** Watts per heartbeat of a ride. */
export interface BeatPoint {
  readonly rideId: string;
  readonly date: string;
  readonly wattsPerBeat: number;
  /** Over the median of the 42 days before, %; null with fewer than five rides. */
  readonly overMedianPercent: number | null;
  /** Why it is shown and not compared with the last one; null where it is. */
  readonly apart: string | null;
}

const LOOKS_BACK_DAYS = 42;

/**
 * Watts per heartbeat of the rides with an Endurance stretch, against the 42 days before each.
 *
 * @param rides in the order of their dates
 * @param from first day that is asked for, `yyyy-mm-dd`
 * @returns those of the span
 * Source: handbook section 5 (Watts per heartbeat).
 */
export function beatTrend(rides: readonly TrendRide[], from: string): BeatPoint[] {
  const shown = rides.filter(({ date, trend }) => date >= from && trend.beat !== null);
  const last = shown.at(-1);
  const usual = usualAir(shown.map(({ trend }) => trend.celsius));
  const points: BeatPoint[] = [];
  const recent: { readonly date: string; readonly stretch: EnduranceStretch }[] = [];
  for (const ride of rides) {
    const { rideId, date, source } = ride;
    const { beat } = ride.trend;
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
        apart: last ? apartOf(ride, last, usual) : null,
      });
    recent.push({ date, stretch: today });
  }
  return points;
}

/**
 * How watts per heartbeat go over the months.
 *
 * @param points the rides of the span, in order; those that are not compared are left out
 * @returns W per heartbeat a month; null with fewer than five rides
 * Source: handbook section 9.6.
 */
export function beatSlope(points: readonly BeatPoint[]): Slope | null {
  const alike = points.filter(({ apart }) => apart === null);
  const first = alike[0]?.date ?? '';
  const slope = slopeOf(
    alike.map(({ date, wattsPerBeat }) => [daysFromTo(first, date), wattsPerBeat] as const),
  );
  return slope.ok ? slope.value : null;
}
