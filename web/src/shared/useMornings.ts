import type { MorningSaid, Rider } from '@uphill/api';
import { type MorningOfWeek, morningsOfWeek } from '@uphill/core/review';
import { useMemo } from 'react';
import { morningsApi } from './api/mornings.ts';
import { massUnit } from './choices.ts';
import { plusDays } from './dates.ts';
import { massHidden } from './riderOnDay.ts';

/** Seven days, and the 28 before them. */
const LOOKS_BACK_DAYS = 35;

/** A rider's morning numbers of the week up to a day; without mass where it is not shown. */
export function useMornings(
  rider: Rider,
  on: string,
): {
  readonly mornings: readonly MorningSaid[] | undefined;
  readonly week: readonly MorningOfWeek[];
  /** Looks again at what is stored. */
  readonly again: () => void;
} {
  const { data: mornings, refetch } = morningsApi.useMorningsQuery({
    ...{ riderId: rider.id, from: plusDays(on, -LOOKS_BACK_DAYS), to: on },
  });
  const hidden = massHidden(rider, on);
  const week = useMemo(
    () =>
      morningsOfWeek(
        (mornings ?? []).map((morning) => (hidden ? { ...morning, massKg: null } : morning)),
        on,
        massUnit(),
      ),
    [mornings, hidden, on],
  );
  return { mornings, week, again: () => void refetch() };
}
