import type { ComponentType } from 'react';
import type { Station } from './stations.ts';

/** The views of the stations, each fetched when it is first asked for. */
export const STATION_PAGES: Record<Station['id'], () => Promise<ComponentType>> = {
  tests: async () => (await import('../features/tests/TestsPage.tsx')).TestsPage,
  zones: async () => (await import('../features/zones/ZonesPage.tsx')).ZonesPage,
  sessions: async () => (await import('../features/sessions/SessionsPage.tsx')).SessionsPage,
  season: async () => (await import('../features/season/SeasonPage.tsx')).SeasonPage,
  rides: async () => (await import('../features/rides/RidesPage.tsx')).RidesPage,
};

/** Fetches them while the coach reads the first, so that going on along the road waits for none. */
export function fetchStations(): void {
  for (const page of Object.values(STATION_PAGES)) void page().catch(() => undefined);
}
