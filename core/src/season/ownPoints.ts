import { roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import type { SeasonInput } from './reckoned.ts';
import { daysFrom } from './week.ts';

/** The rider's own Endurance rides are told from so many days, and so many of them. */
const OWN = { days: 90, rides: 5 } as const;

/**
 * What an hour of Endurance comes to on this rider's own roads: the median over the Endurance rides of the last 90 days
 * that were ridden with the power source of the last one. It stands beside what the plan counts; real roads surge.
 *
 * @param season the days, with at least 90 before today
 * @returns points an hour with the working; null under five such rides
 * Source: handbook section 8.2 (Points an hour of Endurance).
 */
export function ownPointsPerHour({
  days,
  today,
  rider,
  pointsPerHour,
}: Pick<SeasonInput, 'days' | 'today' | 'rider' | 'pointsPerHour'>): Worked | null {
  const rides = days
    .filter(({ date }) => date <= today && daysFrom(date, today) <= OWN.days)
    .flatMap(({ works }) => works)
    .flatMap(({ planned, ridden }) =>
      planned?.endurance && ridden && ridden.minutes > 0 ? [ridden] : [],
    );
  const source = rides.at(-1)?.source ?? null;
  const rates = rides
    .filter((ride) => (ride.source ?? null) === source)
    .map(({ load, minutes }) => (load / minutes) * 60)
    .sort((a, b) => a - b);
  if (rates.length < OWN.rides) return null;
  const [lower, upper] = [rates[(rates.length - 1) >> 1], rates[rates.length >> 1]];
  const median = ((lower ?? 0) + (upper ?? 0)) / 2;
  const one = (value: number): string => roundTo(value, 1).toFixed(1);
  return worked(median, 'points an hour', 'An hour of Endurance, as this rider rides it', [
    [
      `Endurance rides of the last ${OWN.days} days${source === null ? '' : `, by ${source}`}`,
      String(rates.length),
    ],
    ['From', `${one(rates[0] ?? 0)} to ${one(rates.at(-1) ?? 0)}`],
    [`Median: ${rider.firstName} rides an hour at`, one(median)],
    ['A plan counts its midpoint, and that fills weeks', one(pointsPerHour)],
  ]);
}
