import { useMemo } from 'react';
import { daysApi } from './api/days.ts';
import { listedDays } from './api/listedDay.ts';

/** The days of everybody that is worked with, a line of figures each, by rider. */
export function useSquadDays(span: { from: string; to: string }) {
  const { data } = daysApi.useSquadDaysQuery(span);
  return useMemo(() => listedDays(data ?? []), [data]);
}
