import type { Model, Day, Rider } from '@uphill/api';
import type { RiderOnDay } from '@uphill/core/sessions';
import { useMemo } from 'react';
import { modelsApi } from './api/models.ts';
import { useSchemes } from './useSchemes.ts';
import { today } from './dates.ts';
import { riderOnDay } from './riderOnDay.ts';

/** Of a day to come, what is known today. */
function knownOn(day: string): string {
  return day < today() ? day : today();
}

/** What everybody can hold on a day, by their ids: one request for a whole list. */
export function useModels(day: string, skip = false): ReadonlyMap<string, Model> {
  const { data } = modelsApi.useModelsQuery(knownOn(day), { skip });
  return useMemo(() => new Map((data ?? []).map((model) => [model.riderId, model])), [data]);
}

/** What a rider can hold on a day; null until it is there, or where nothing hangs on it. */
export function useModel(riderId: string, day: string, skip = false): Model | null {
  const { data } = modelsApi.useModelQuery({ on: knownOn(day), riderId }, { skip });
  return data?.[0] ?? null;
}

/** The rider's figures on a day with everything a session is reckoned by; bests, CP and W′ as soon as they are there. */
export function useRiderNumbers(rider: Rider, day: string, ridden?: Day): RiderOnDay {
  return useNumbersBy(rider, day, useModel(rider.id, day), ridden);
}

/** The same with a model that came with those of a whole list, or with none where the day hangs on none. */
export function useNumbersBy(
  rider: Rider,
  day: string,
  model: Model | null,
  ridden?: Day,
): RiderOnDay {
  const schemes = useSchemes();
  const [own, all] = [schemes.ofRider(rider), schemes.all];
  return useMemo(
    () => ({ ...riderOnDay(rider, day, model, ridden, own), zones: { own, all } }),
    [rider, day, model, ridden, own, all],
  );
}
