import type { CurveBest, Rider } from '@uphill/api';
import { type Best, CURVE_DAYS, FRESH_DAYS, type RiderModel, riderModel } from '@uphill/core/power';
import { modelTest } from '@uphill/core/testing';
import { useMemo } from 'react';
import { modelsApi } from '../../shared/api/models.ts';
import { testsApi } from '../../shared/api/tests.ts';
import { markedEffortsApi } from '../../shared/api/markedEfforts.ts';
import { plusDays } from '../../shared/dates.ts';
import { riderOnDay } from '../../shared/riderOnDay.ts';

export const WINDOWS = [90, 180, 365] as const;
const FIRST_DAY = '2000-01-01';

/** Observed bests of the last so many days; null days for all there are. */
export function useBests(
  riderId: string,
  day: string,
  days: number | null,
): readonly CurveBest[] | undefined {
  const { data } = modelsApi.useCurveQuery(
    { riderId, from: days === null ? FIRST_DAY : plusDays(day, -days), to: day },
    { skip: riderId === '' },
  );
  return data;
}

export function pointsOf(bests: readonly CurveBest[]): Best[] {
  return bests.map(({ seconds, watts }) => [seconds, watts]);
}

/** The rider's model on a day, with FTP, which draws the curve where rides do not. */
export function useModel(
  rider: Rider | undefined,
  day: string,
): (RiderModel & { readonly ftpW: number | null }) | null {
  const fresh = useBests(rider?.id ?? '', day, FRESH_DAYS);
  const year = useBests(rider?.id ?? '', day, CURVE_DAYS);
  const { data: tests } = testsApi.useTestsQuery(rider?.id ?? '', { skip: !rider });
  const { data: marked } = markedEffortsApi.useMarkedEffortsQuery(rider?.id ?? '', {
    skip: !rider,
  });
  return useMemo(() => {
    if (!rider || !fresh || !year || !tests || !marked) return null;
    return {
      ...riderModel(
        day,
        pointsOf(fresh),
        pointsOf(year),
        tests.map(modelTest),
        marked.filter(({ idle }) => idle === null),
        fresh.map(({ recordingId }) => recordingId),
      ),
      ftpW: riderOnDay(rider, day).ftpW,
    };
  }, [rider, fresh, year, tests, marked, day]);
}
