import type { Rider } from '@uphill/api';
import type { RiderOnDay } from '@uphill/core';
import { useMemo } from 'react';
import { riderOnDay } from '../../app/riderOnDay.ts';
import { useModel } from '../zones/useCurve.ts';

/** The rider's figures on a day with everything a session is reckoned by: goal, CP and W′ as soon as they are there. */
export function useRiderNumbers(rider: Rider, day: string): RiderOnDay {
  const model = useModel(rider, day);
  return useMemo(() => {
    const numbers = riderOnDay(rider, day);
    const goalW = rider.goal?.watts ?? null;
    return model ? { ...numbers, goalW, fit: model.fit, pair: model.pair, pmaxW: model.pmaxW ?? null } : { ...numbers, goalW };
  }, [rider, day, model]);
}
