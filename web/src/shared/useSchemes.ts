import { schemesApi } from './api/schemes.ts';
import type { Rider } from '@uphill/api';
import {
  FIVE_BY_MAXIMAL_HR,
  FIVE_BY_THRESHOLD_HR,
  isByHeart,
  type Scheme,
  schemeFromOwn,
  SCHEMES,
  SEVEN_STEPS,
} from '@uphill/core/zones';
import { useMemo } from 'react';

/** Every scheme, those that ship and the coach's own, and which of them a rider has. */
export function useSchemes() {
  const { data: own } = schemesApi.useSchemesQuery();
  const { data: settings } = schemesApi.useSettingsQuery();
  const all = useMemo<readonly Scheme[]>(
    () => [...SCHEMES, ...(own ?? []).map((entry) => schemeFromOwn(entry.id, entry))],
    [own],
  );
  const byId = (id: string | null | undefined): Scheme | undefined =>
    all.find((scheme) => scheme.id === id);
  const defaultScheme = byId(settings?.defaultSchemeId) ?? SEVEN_STEPS;
  const versionOf = (id: string): number => own?.find((scheme) => scheme.id === id)?.version ?? 1;
  return {
    all,
    own: own ?? [],
    versionOf,
    byId,
    defaultScheme,
    settings,
    ofRider: (rider: Rider): Scheme => schemeOf(rider, byId(rider.schemeId), defaultScheme),
  };
}

/** A rider without a power meter has zones in beats: the scheme chosen where it is in beats, else by what is known of the heart. */
function schemeOf(rider: Rider, chosen: Scheme | undefined, defaultScheme: Scheme): Scheme {
  if (rider.powerSource !== 'none') return chosen ?? defaultScheme;
  if (chosen && isByHeart(chosen)) return chosen;
  return rider.heartRates.some(({ kind }) => kind === 'threshold')
    ? FIVE_BY_THRESHOLD_HR
    : FIVE_BY_MAXIMAL_HR;
}
