import { trendsApi } from './api/trends.ts';

/** While rides are read in the background they are asked for again so often, ms. */
const AGAIN_MS = 1500;

/** The rides that trends look at, followed for as long as some of them are still being read. */
export function useTrendRides(
  riderId: string | null,
  span: { readonly from: string; readonly to: string },
) {
  const asked = { riderId: riderId ?? '', from: span.from, to: span.to };
  const skip = riderId === null;
  const { data: known } = trendsApi.useTrendsQuery(asked, { skip });
  const waiting = known?.waiting ?? 0;
  const { data, error } = trendsApi.useTrendsQuery(asked, {
    skip,
    pollingInterval: waiting > 0 ? AGAIN_MS : 0,
  });
  return { rides: data?.rides, waiting, error };
}
