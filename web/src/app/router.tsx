import type { ComponentType } from 'react';
import { createBrowserRouter, Navigate, type RouteObject } from 'react-router';
import { Lost } from './Lost.tsx';
import { OwnShell } from './OwnShell.tsx';
import { Shell } from './Shell.tsx';
import { STATION_PAGES } from './stationPages.ts';
import { ViewBroke } from './ViewBroke.tsx';

/** Shown while the first view arrives: nothing, so that nothing flickers. */
function Nothing() {
  return null;
}

/** A view by its address, fetched when it is gone to; where it breaks, only it breaks. */
function view(path: string, load: () => Promise<ComponentType>): RouteObject {
  return {
    path,
    lazy: async () => ({ Component: await load() }),
    ErrorBoundary: ViewBroke,
    HydrateFallback: Nothing,
  };
}

/** What is printed, or read from afar: without the bar. */
const BARE: RouteObject[] = [
  view(
    '/riders/:riderId/days/:dayId/card',
    async () => (await import('../features/sessions/day/CardPage.tsx')).CardPage,
  ),
  view(
    '/riders/:riderId/sessions/:sessionId/card',
    async () => (await import('../features/sessions/day/CardPage.tsx')).CardPage,
  ),
  view(
    '/riders/:riderId/zones/card',
    async () => (await import('../features/zones/print/ZoneCardPage.tsx')).ZoneCardPage,
  ),
  view(
    '/riders/:riderId/days/:dayId/ride',
    async () => (await import('../features/ride/RideRoomPage.tsx')).RideRoomPage,
  ),
  view(
    '/sessions/:sessionId/squad',
    async () => (await import('../features/sessions/SquadSheetPage.tsx')).SquadSheetPage,
  ),
  view(
    '/zones/sheet',
    async () => (await import('../features/zones/print/ZoneSheetPage.tsx')).ZoneSheetPage,
  ),
];

/** The rider's own page and what it leads to: what was handed over, and nothing else. */
const OWN: RouteObject[] = [
  view('', async () => (await import('../features/sessions/day/TodayPage.tsx')).TodayPage),
  view(
    ':dayId/card',
    async () => (await import('../features/sessions/day/GivenCardPage.tsx')).GivenCardPage,
  ),
  view(
    ':dayId/ride',
    async () => (await import('../features/ride/GivenRoomPage.tsx')).GivenRoomPage,
  ),
];

const EVERYWHERE: RouteObject[] = [
  view('riders', async () => (await import('../features/riders/RidersPage.tsx')).RidersPage),
  view(
    'riders/new',
    async () => (await import('../features/riders/NewRiderPage.tsx')).NewRiderPage,
  ),
  view('days/:date', async () => (await import('../features/sessions/day/DayPage.tsx')).DayPage),
  view(
    'week',
    async () => (await import('../features/season/squad/SquadWeekPage.tsx')).SquadWeekPage,
  ),
  view(
    'week/:monday',
    async () => (await import('../features/season/squad/SquadWeekPage.tsx')).SquadWeekPage,
  ),
  view('book', async () => (await import('../features/book/BookPage.tsx')).BookPage),
  view('hills', async () => (await import('../features/hills/HillsPage.tsx')).HillsPage),
  view(
    'schemes',
    async () => (await import('../features/zones/schemes/SchemesPage.tsx')).SchemesPage,
  ),
  view(
    'settings',
    async () => (await import('../features/settings/SettingsPage.tsx')).SettingsPage,
  ),
];

const OF_A_RIDER: RouteObject[] = [
  view('', async () => (await import('../features/riders/RiderPage.tsx')).RiderPage),
  view('tests', STATION_PAGES.tests),
  view(
    'tests/new',
    async () => (await import('../features/tests/TestByHandPage.tsx')).TestByHandPage,
  ),
  view('tests/choose', async () => (await import('../features/tests/ChoosePage.tsx')).ChoosePage),
  view('tests/import', async () => (await import('../features/tests/ImportPage.tsx')).ImportPage),
  view(
    'tests/compare',
    async () => (await import('../features/tests/ComparePage.tsx')).ComparePage,
  ),
  view(
    'test-days/:dayId',
    async () => (await import('../features/tests/day/TestDayPage.tsx')).TestDayPage,
  ),
  view('zones', STATION_PAGES.zones),
  view(
    'zones/compare',
    async () => (await import('../features/zones/CompareZonesPage.tsx')).CompareZonesPage,
  ),
  view(
    'zones/curve',
    async () => (await import('../features/zones/curve/CurvePage.tsx')).CurvePage,
  ),
  view('sessions', STATION_PAGES.sessions),
  view(
    'sessions/:sessionId',
    async () => (await import('../features/sessions/WorkshopPage.tsx')).WorkshopPage,
  ),
  view(
    'days/:dayId',
    async () => (await import('../features/sessions/day/RiderDayPage.tsx')).RiderDayPage,
  ),
  view(
    'days/:dayId/plan',
    async () => (await import('../features/sessions/DayWorkshopPage.tsx')).DayWorkshopPage,
  ),
  view('season', STATION_PAGES.season),
  view(
    'season/now',
    async () => (await import('../features/season/replan/ReplanPage.tsx')).ReplanPage,
  ),
  view(
    'season/layout',
    async () => (await import('../features/season/layout/LayoutPage.tsx')).LayoutPage,
  ),
  view(
    'season/:monday',
    async () => (await import('../features/season/week/WeekPage.tsx')).WeekPage,
  ),
  view('rides', STATION_PAGES.rides),
  view('trends', async () => (await import('../features/trends/TrendsPage.tsx')).TrendsPage),
  view('rides/:rideId', async () => (await import('../features/rides/RidePage.tsx')).RidePage),
  // Where recordings were listed before; kept for what somebody bookmarked.
  { path: 'recordings', element: <Navigate to="../rides" relative="path" replace /> },
];

export const router = createBrowserRouter([
  ...BARE,
  {
    path: '/riders/:riderId/today',
    Component: OwnShell,
    ErrorBoundary: Lost,
    HydrateFallback: Nothing,
    children: OWN,
  },
  {
    path: '/',
    Component: Shell,
    ErrorBoundary: Lost,
    HydrateFallback: Nothing,
    children: [
      { index: true, element: <Navigate to="/riders" replace /> },
      ...EVERYWHERE,
      ...OF_A_RIDER.map((route) => ({
        ...route,
        path: ['riders/:riderId', route.path].filter(Boolean).join('/'),
      })),
      { path: '*', Component: Lost },
    ],
  },
]);
