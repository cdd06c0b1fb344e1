import type { MassUnit } from '../../units/index.ts';
import { daysFromTo } from './days.ts';
import { beatTrend, type BeatPoint } from './beatTrend.ts';
import { type CurveTrend, curveTrend } from './curveTrend.ts';
import { type DriftPoint, driftTrend } from './driftTrend.ts';
import { type FamilyTrend, familyTrends } from './familyTrends.ts';
import { heartTrend, type HeartPoint } from './heartTrend.ts';
import { type Mass, type MonthFigures, monthsOf } from './months.ts';
import type { RideTrend } from './rideTrend.ts';
import { type RoadTrend, roadTrends } from './sameRoad.ts';
import { tiredLegs, type TiredLegs } from './tiredLegs.ts';

/** A ride as the trends look at it. */
export interface TrendRide {
  readonly rideId: string;
  /** Local date, `yyyy-mm-dd`. */
  readonly date: string;
  readonly kind: string;
  readonly source: string;
  readonly position: string;
  readonly family: string | null;
  readonly name: string;
  readonly headline: string | null;
  readonly says: string | null;
  readonly rpe: number | null;
  /** As the log has it: pain 0–10, sleep in hours, mass beside the median of the seven days before in kg. */
  readonly pain?: number | null;
  readonly sleepH?: number | null;
  readonly massOffKg?: number | null;
  readonly movingS: number;
  readonly meanW: number | null;
  readonly meanBpm: number | null;
  readonly energyKj: number | null;
  readonly trend: RideTrend;
}

/** Everything that the trends of a rider show. */
export interface TrendsShown {
  readonly families: readonly FamilyTrend[];
  readonly heart: readonly HeartPoint[];
  readonly beat: readonly BeatPoint[];
  readonly drift: readonly DriftPoint[];
  readonly legs: readonly TiredLegs[];
  readonly curve: CurveTrend;
  readonly months: readonly MonthFigures[];
  readonly roads: readonly RoadTrend[];
}

/**
 * Reads the trends of a rider off what is kept of the rides.
 *
 * @param rides in any order, those of a year before the span among them: lines and bests look back
 * @param span first and last day that is shown, `yyyy-mm-dd`
 * @param masses body mass as it was measured, in the order of the dates; none where it is not shown
 * @param massUnit what the coach weighs in
 * @returns what is shown of the span
 * Source: handbook sections 9.4 to 9.6.
 */
export function trendsOf(
  rides: readonly TrendRide[],
  span: { readonly from: string; readonly to: string },
  masses: readonly Mass[] = [],
  massUnit: MassUnit = 'kg',
): TrendsShown {
  const all = [...rides]
    .filter(({ date }) => date <= span.to)
    .sort((one, other) => (one.date < other.date ? -1 : Number(one.date > other.date)));
  const shown = all.filter(({ date }) => date >= span.from);
  return {
    families: familyTrends(shown),
    heart: heartTrend(all, span.from, massUnit),
    beat: beatTrend(all, span.from),
    drift: driftTrend(shown),
    legs: tiredLegs(
      all.flatMap(({ date, kind, trend: { legs, meant } }) =>
        legs === null
          ? []
          : [{ daysAgo: daysFromTo(date, span.to), legs, race: kind === 'race', meant }],
      ),
    ),
    curve: curveTrend(all, span),
    months: monthsOf(all, span.from, masses),
    roads: roadTrends(shown),
  };
}
