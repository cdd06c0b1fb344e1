import { trendsApi, whileWaiting } from './api/trends.ts';

/** The rides that trends look at, followed for as long as some of them are still being read. */
export function useTrendRides(
  riderId: string | null,
  span: { readonly from: string; readonly to: string },
) {
  const asked = { riderId: riderId ?? '', from: span.from, to: span.to };
  const skip = riderId === null;
  const { data: known } = trendsApi.useTrendsQuery(asked, { skip });
  const { data, error } = trendsApi.useTrendsQuery(asked, {
    skip,
    ...whileWaiting(known?.waiting),
  });
  return { rides: data?.rides, waiting: known?.waiting ?? 0, error };
}
