import { printDuration, roundTo } from '../../units/index.ts';
import { minutesOfWork } from '../dayLoad.ts';
import { longRideLimit, type RideBefore } from '../longRide.ts';
import type { DayReckoned, Reckoned, WeekReckoned } from '../reckoned.ts';
import { isRiding, type Work } from '../week.ts';
import { daysOf, isOver, nameOfDay, type Rule } from './rule.ts';

const DAYS = 28;

/**
 * How long a ride of a day may be, by the rides of the 28 days before it, ridden or still planned.
 *
 * @param season the season
 * @param at place of the day
 * @returns the limit and the longest of 28 days, min; null where no ride says
 * Source: handbook section 8.6 (long ride).
 */
export function longLimitOn(
  { days, input }: Reckoned,
  at: number,
): { readonly limitMin: number; readonly longestMin: number } | null {
  const rides: RideBefore[] = [];
  let longestMin = 0;
  for (let place = Math.max(0, at - DAYS); place < at; place += 1) {
    const minutes = days[place]?.longestMin ?? 0;
    if (minutes > 0) rides.push({ daysAgo: at - place, seconds: minutes * 60 });
    longestMin = Math.max(longestMin, minutes);
  }
  const { firstYear, settings } = input.rider;
  const limit = longRideLimit(rides, firstYear, settings.longRide);
  return limit === null ? null : { limitMin: limit / 60, longestMin };
}

function longestOf(day: DayReckoned): Work | null {
  const rides = day.works.filter(isRiding);
  return rides.reduce<Work | null>(
    (most, work) => (most === null || minutesOfWork(work) > minutesOfWork(most) ? work : most),
    null,
  );
}

/** The longest ride still to come in a week, against its limit. */
function longest(season: Reckoned, week: WeekReckoned) {
  return daysOf(season, week).flatMap((day) => {
    const ride = longestOf(day);
    const limit = ride && !isOver(season, day) && !ride.ridden ? longLimitOn(season, day.at) : null;
    return ride && limit ? [{ day, ride, minutes: minutesOfWork(ride), ...limit }] : [];
  });
}

/** A long ride grows on the longest of the last four weeks. */
export const longRide: Rule = {
  id: 'long-ride',
  name: 'Long ride',
  says: 'the long ride grows too fast',
  reason: 'A ride much longer than any of the last four weeks costs more days than it gives.',
  holds(season, week) {
    const rides = longest(season, week);
    const [most] = [...rides].sort((a, b) => b.minutes - a.minutes);
    return most
      ? `long ride ${roundTo(most.minutes / most.longestMin, 2)} × of 28 days, limit ${season.input.rider.settings.longRide}`
      : null;
  },
  broken: (season, week) =>
    longest(season, week).flatMap(({ day, ride, minutes, limitMin, longestMin }) =>
      // A quarter of an hour is the grain of planning: what is under a minute over is no more than it.
      minutes <= limitMin + 0.5
        ? []
        : [
            {
              date: day.day.date,
              figure: `${printDuration(Math.round(minutes) * 60)} on ${nameOfDay(day.at)}, at most ${printDuration(Math.floor(limitMin) * 60)} after ${printDuration(Math.round(longestMin) * 60)}`,
              works: [ride.id],
            },
          ],
    ),
};
