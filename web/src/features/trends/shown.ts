import type { Rider } from '@uphill/api';
import type { TrendsShown } from '@uphill/core/review';
import { plusDays } from '../../shared/dates.ts';

/** What every sheet of the trends is given. */
export interface Shown {
  readonly rider: Rider;
  readonly span: { readonly from: string; readonly to: string };
  readonly shown: TrendsShown;
  /** Another rider, or the year before with its dates moved under these. */
  readonly under: TrendsShown | null;
}

/** Trends of another time, moved to this one. */
export function shiftedBy(shown: TrendsShown, days: number): TrendsShown {
  const later = <T extends { readonly date: string }>(all: readonly T[]): T[] =>
    all.map((each) => ({ ...each, date: plusDays(each.date, days) }));
  return {
    ...shown,
    heart: later(shown.heart),
    beat: later(shown.beat),
    drift: later(shown.drift),
    families: shown.families.map((family) => ({ ...family, sets: later(family.sets) })),
  };
}

export function rideAddress(rider: Rider, rideId: string): string {
  return `/riders/${rider.id}/rides/${rideId}`;
}
