import type { Rider } from '@uphill/api';
import { goalOn } from '@uphill/core/rider';
import { longRideLimit } from '@uphill/core/season';
import {
  type Climbing,
  leversOf,
  type Plan,
  type RiderOnDay,
  seasonOf,
} from '@uphill/core/sessions';
import { useMemo } from 'react';
import { ridesApi } from './api/rides.ts';
import { choices } from './choices.ts';
import { daysBetween, plusDays } from './dates.ts';

const DAYS = 28;
/** Families of rides, whose length hangs on the rides before. */
const RIDES = ['endurance', 'endurance-sprints'];

/** What the rungs of a session hang on for this rider: school, time of year, and how long a ride may be. */
export function useClimbing(plan: Plan, rider: Rider, numbers: RiderOnDay, day: string): Climbing {
  const school = rider.ceilingSchool ?? choices().ceilingSchool;
  const season = seasonOf(weeksTo(day, goalOn(rider.goals, day)?.date));
  const isRide = useMemo(
    () => RIDES.includes(leversOf(plan, { rider: numbers }).familyId ?? ''),
    [plan, numbers],
  );
  const { data: rides } = ridesApi.useRidesQuery(
    { riderId: rider.id, from: plusDays(day, -DAYS), to: plusDays(day, -1) },
    { skip: !isRide },
  );
  const firstYear = rider.trainsSince !== null && Number(day.slice(0, 4)) - rider.trainsSince < 1;
  return useMemo(
    () => ({
      rider: numbers,
      school,
      firstYear,
      season,
      longRideS: rides
        ? longRideLimit(
            rides.map(({ date, minutes, numbers: ridden }) => ({
              daysAgo: daysBetween(date, day),
              seconds: ridden?.movingS ?? (minutes ?? 0) * 60,
            })),
            firstYear,
          )
        : null,
    }),
    [numbers, school, season, rides, firstYear, day],
  );
}

/** Whole weeks to a goal; null without one. */
function weeksTo(day: string, goal: string | undefined): number | null {
  return goal === undefined ? null : Math.floor(daysBetween(day, goal) / 7);
}
