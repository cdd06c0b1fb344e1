import type { Rider } from '@uphill/api';
import { freshEfforts, maximalEfforts, maximalTwenty } from '@uphill/core';
import { useMemo } from 'react';
import { api } from '../../api/client.ts';
import { markedEffortsApi } from '../../api/markedEfforts.ts';

/** The rider's best maximal 20:00 of the 90 days up to a day, W, above which CP cannot lie; null where there is none. */
export function useTwenty(rider: Rider, day: string): number | null {
  const { data: tests } = api.useTestsQuery(rider.id);
  const { data: marked } = markedEffortsApi.useMarkedEffortsQuery(rider.id);
  return useMemo(
    () =>
      tests && marked
        ? maximalTwenty(freshEfforts(maximalEfforts(tests, marked), day), rider.powerSource)
        : null,
    [tests, marked, day, rider.powerSource],
  );
}
