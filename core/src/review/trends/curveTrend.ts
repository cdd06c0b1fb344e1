import { daysFromTo } from './days.ts';
import { TREND_BESTS_S } from './rideTrend.ts';
import type { TrendRide } from './trendsOf.ts';

/** A best that beat all of the year before it. */
export interface NewBest {
  readonly rideId: string;
  readonly date: string;
  readonly seconds: number;
  readonly watts: number;
  readonly oldW: number;
  readonly oldDate: string;
  /** So far over the old one that the meter is looked at first. */
  readonly checkMeter: boolean;
  /** Whether the old one is from another source of power: shown, not compared. */
  readonly otherSource: boolean;
}

export interface CurveTrend {
  /** Best of each duration within the span, the latest first. */
  readonly bests: readonly NewBest[];
  /** Durations with no effort within 5 % of the year's best for so many days. */
  readonly notAsked: readonly { readonly seconds: number; readonly days: number }[];
}

const YEAR_DAYS = 365;
/** A best so far over the old one may be the meter’s. Source: handbook section 9.6 (Curve). */
export const SUSPECT = 1.08;
const SUSPECT_OVER_S = 60;
const NEAR = 0.95;
/** Source: handbook section 9.6 (30–120). */
const LATELY_DAYS = 60;

/**
 * New bests with the old ones, and what was not asked of the rider lately.
 *
 * @param rides in the order of their dates, a year before the span among them
 * @param span first and last day, `yyyy-mm-dd`
 * @returns both
 * Source: handbook section 9.6 (Curve, Not asked lately).
 */
export function curveTrend(
  rides: readonly TrendRide[],
  span: { readonly from: string; readonly to: string },
): CurveTrend {
  const bests: NewBest[] = [];
  const notAsked: { seconds: number; days: number }[] = [];
  for (const [place, seconds] of TREND_BESTS_S.entries()) {
    const efforts = rides.flatMap((ride) => {
      const watts = ride.trend.bests[place] ?? null;
      return watts === null ? [] : [{ ride, watts }];
    });
    bests.push(...newBests(efforts, seconds, span.from));
    const year = efforts.filter(({ ride }) => daysFromTo(ride.date, span.to) < YEAR_DAYS);
    const best = Math.max(0, ...year.map(({ watts }) => watts));
    const last = year.filter(({ watts }) => watts >= NEAR * best).at(-1);
    const days = last ? daysFromTo(last.ride.date, span.to) : 0;
    if (last && days > LATELY_DAYS) notAsked.push({ seconds, days });
  }
  return {
    bests: bests.sort((one, other) => daysFromTo(one.date, other.date)),
    notAsked,
  };
}

interface Effort {
  readonly ride: TrendRide;
  readonly watts: number;
}

/** Only the highest of a span is told: those that it beat in turn are its history. */
function newBests(efforts: readonly Effort[], seconds: number, from: string): NewBest[] {
  const within = efforts.filter(({ ride }) => ride.date >= from);
  if (within.length === 0) return [];
  const best = within.reduce((most, each) => (each.watts > most.watts ? each : most));
  const before = efforts.filter(
    ({ ride }) => ride.date < best.ride.date && daysFromTo(ride.date, best.ride.date) <= YEAR_DAYS,
  );
  if (before.length === 0) return [];
  const old = before.reduce((most, each) => (each.watts > most.watts ? each : most));
  // Less than a watt is no best that anybody would tell.
  if (best.watts < old.watts + 1) return [];
  const { ride } = best;
  return [
    {
      ...{ rideId: ride.rideId, date: ride.date, seconds, watts: best.watts },
      ...{ oldW: old.watts, oldDate: old.ride.date },
      checkMeter:
        seconds > SUSPECT_OVER_S && best.watts > SUSPECT * old.watts && ride.kind !== 'test',
      otherSource: ride.source !== old.ride.source,
    },
  ];
}
