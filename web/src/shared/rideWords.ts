import type { Ride, RideKind } from '@uphill/api';
import { printDuration } from '@uphill/core/units';
import { printDay } from './dates.ts';

const HOUR_S = 3600;

/** Kinds of rides in words. */
export const KIND_WORDS: Readonly<Record<RideKind, string>> = {
  ...{
    session: 'Session',
    endurance: 'Endurance',
    group: 'Group ride',
    race: 'Race',
    test: 'Test',
    free: 'Free ride',
  },
  ...{ run: 'Run', swim: 'Swim', strength: 'Strength', other: 'Other' },
};

/** The day of a ride; one that nobody gave says so. */
export function dateWords({ date, datedBy }: Pick<Ride, 'date' | 'datedBy'>): string {
  return datedBy === 'assumed' ? `${printDay(date)}, date assumed` : printDay(date);
}

/** How long a ride was: moving where it was recorded, as typed where it was not. */
export function lengthWords({
  numbers,
  minutes,
  recordings,
}: Pick<Ride, 'numbers' | 'minutes' | 'recordings'>): string {
  const seconds =
    numbers?.movingS ??
    (minutes === null ? recordings.reduce((sum, each) => sum + each.seconds, 0) : minutes * 60);
  // From an hour on seconds say nothing.
  return printDuration(seconds >= HOUR_S ? Math.round(seconds / 60) * 60 : Math.round(seconds));
}

/** How hard the whole ride felt: as said of the ride, else of its day. */
export function rpeOf({ rpe, day }: Pick<Ride, 'rpe' | 'day'>): number | null {
  return rpe ?? (day && !day.tried ? day.rpe : null);
}

/** What a ride counts for is said where it counts for nothing. */
export function idleWords(
  { origin, withdrawn, datedBy }: Pick<Ride, 'origin' | 'withdrawn' | 'datedBy'>,
  demo: boolean,
): string | null {
  if (withdrawn !== null) return `withdrawn: ${withdrawn}`;
  if (origin === 'standIns')
    return demo
      ? 'on the stand-ins: counts for no best and no load'
      : 'tried on the stand-ins: counts nowhere';
  return datedBy === 'assumed' ? 'counts in nothing until it has a date' : null;
}
