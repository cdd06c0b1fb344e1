import { ridersApi } from './api/riders.ts';
import { useMemo } from 'react';

/** The riders that are worked with: all but the archived. Undefined until they are there. */
export function useActiveRiders() {
  const { data, error } = ridersApi.useRidersQuery();
  const riders = useMemo(() => data?.filter(({ archived }) => !archived), [data]);
  return { riders, error };
}
