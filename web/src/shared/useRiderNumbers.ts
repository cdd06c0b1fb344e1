import type { Model, Day, Rider } from '@uphill/api';
import type { RiderOnDay } from '@uphill/core/sessions';
import { useMemo } from 'react';
import { modelsApi } from './api/models.ts';
import { useSchemes } from './useSchemes.ts';
import { today } from './dates.ts';
import { riderOnDay } from './riderOnDay.ts';

/** What the riders can hold, by their ids; of a day to come, what is known today. */
export function useModels(riders: readonly string[], day: string): ReadonlyMap<string, Model> {
  const { data } = modelsApi.useModelsQuery(
    { on: day < today() ? day : today(), riders },
    { skip: riders.length === 0 },
  );
  return useMemo(() => new Map((data ?? []).map((model) => [model.riderId, model])), [data]);
}

/** The rider's figures on a day with everything a session is reckoned by; bests, CP and W′ as soon as they are there. */
export function useRiderNumbers(rider: Rider, day: string, ridden?: Day): RiderOnDay {
  const model = useModels([rider.id], day).get(rider.id);
  const scheme = useSchemes().ofRider(rider);
  return useMemo(
    () => riderOnDay(rider, day, model ?? null, ridden, scheme),
    [rider, day, model, ridden, scheme],
  );
}
