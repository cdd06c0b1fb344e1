import type { Rider } from '@uphill/api';
import { freshEfforts, maximalEfforts, maximalTwenty } from '@uphill/core/power';
import { modelTest } from '@uphill/core/testing';
import { useMemo } from 'react';
import { testsApi } from '../../shared/api/tests.ts';
import { markedEffortsApi } from '../../shared/api/markedEfforts.ts';

/** The rider's best maximal 20:00 of the 90 days up to a day, W, above which CP cannot lie; null where there is none. */
export function useTwenty(rider: Rider, day: string): number | null {
  const { data: tests } = testsApi.useTestsQuery(rider.id);
  const { data: marked } = markedEffortsApi.useMarkedEffortsQuery(rider.id);
  return useMemo(
    () =>
      tests && marked
        ? maximalTwenty(
            freshEfforts(maximalEfforts(tests.map(modelTest), marked), day),
            rider.powerSource,
          )
        : null,
    [tests, marked, day, rider.powerSource],
  );
}
