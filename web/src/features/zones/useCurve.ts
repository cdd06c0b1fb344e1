import type { CurveBest, ListedRider, Test } from '@uphill/api';
import { type Best, type CpFit, type CurveModel, fitCriticalPower, fourEffortPoints, observedAt, type Pair, pairFromBests } from '@uphill/core';
import { useMemo } from 'react';
import { api } from '../../api/client.ts';
import { plusDays } from '../../app/dates.ts';
import { riderOnDay } from '../../app/riderOnDay.ts';

/** Bests older than this do not carry targets or a fit. Handbook sections 5 and 7. */
const FRESH_DAYS = 90;
export const WINDOWS = [90, 180, 365] as const;
const FIRST_DAY = '2000-01-01';

/** Observed bests of the last so many days; null days for all there are. */
export function useBests(riderId: string, day: string, days: number | null): readonly CurveBest[] | undefined {
  const { data } = api.useCurveQuery({ riderId, from: days === null ? FIRST_DAY : plusDays(day, -days), to: day }, { skip: riderId === '' });
  return data;
}

export function pointsOf(bests: readonly CurveBest[]): Best[] {
  return bests.map(({ seconds, watts }) => [seconds, watts]);
}

/** What a rider's model curve is made of on a day, and from what. */
export interface RiderModel extends CurveModel {
  readonly fit: CpFit | null;
  readonly pair: Pair | null;
  readonly fitFrom: { readonly date: string; readonly working: NonNullable<ReturnType<typeof fitOf>> } | null;
}

/** The rider's model: a fit of at most 90 days, else the 1:00 and 5:00 of the last 90 days, and FTP. */
export function useModel(rider: ListedRider | undefined, day: string): RiderModel | null {
  const fresh = useBests(rider?.id ?? '', day, FRESH_DAYS);
  const year = useBests(rider?.id ?? '', day, 365);
  const { data: tests } = api.useTestsQuery(rider?.id ?? '', { skip: !rider });
  return useMemo(() => {
    if (!rider || !fresh || !year || !tests) return null;
    const test = tests.find(
      ({ protocol, date, withdrawn }) => protocol === 'four-efforts' && withdrawn === null && date <= day && date >= plusDays(day, -FRESH_DAYS),
    );
    const working = test ? fitOf(test) : null;
    const [one, five] = [observedAt(60, pointsOf(fresh)), observedAt(300, pointsOf(fresh))];
    const pair = one && five ? pairFromBests(one[1], five[1]) : null;
    return {
      ftpW: riderOnDay(rider, day).ftpW,
      fit: working?.value ?? null,
      pair: pair?.ok ? pair.value.value : null,
      pmaxW: observedAt(1, pointsOf(year))?.[1] ?? null,
      fitFrom: test && working ? { date: test.date, working } : null,
    };
  }, [rider, fresh, year, tests, day]);
}

function fitOf({ details }: Pick<Test, 'details'>) {
  if (details?.kind !== 'fourEfforts') return null;
  const fit = fitCriticalPower(fourEffortPoints(details), null);
  return fit.ok ? fit.value : null;
}
