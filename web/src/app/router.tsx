import { createBrowserRouter, Navigate } from 'react-router';
import { Lost } from './Lost.tsx';
import { Shell } from './Shell.tsx';

/** Shown while the first view arrives: nothing, so that nothing flickers. */
function Nothing() {
  return null;
}

export const router = createBrowserRouter([
  {
    path: '/riders/:riderId/days/:dayId/card',
    lazy: async () => ({
      Component: (await import('../features/sessions/day/CardPage.tsx')).CardPage,
    }),
    ErrorBoundary: Lost,
    HydrateFallback: Nothing,
  },
  {
    path: '/riders/:riderId/sessions/:sessionId/card',
    lazy: async () => ({
      Component: (await import('../features/sessions/day/CardPage.tsx')).CardPage,
    }),
    ErrorBoundary: Lost,
    HydrateFallback: Nothing,
  },
  {
    path: '/riders/:riderId/zones/card',
    lazy: async () => ({
      Component: (await import('../features/zones/print/ZoneCardPage.tsx')).ZoneCardPage,
    }),
    ErrorBoundary: Lost,
    HydrateFallback: Nothing,
  },
  {
    path: '/riders/:riderId/today',
    lazy: async () => ({
      Component: (await import('../features/sessions/day/TodayPage.tsx')).TodayPage,
    }),
    ErrorBoundary: Lost,
    HydrateFallback: Nothing,
  },
  {
    path: '/riders/:riderId/days/:dayId/ride',
    lazy: async () => ({
      Component: (await import('../features/ride/RideRoomPage.tsx')).RideRoomPage,
    }),
    ErrorBoundary: Lost,
    HydrateFallback: Nothing,
  },
  {
    path: '/sessions/:sessionId/squad',
    lazy: async () => ({
      Component: (await import('../features/sessions/SquadSheetPage.tsx')).SquadSheetPage,
    }),
    ErrorBoundary: Lost,
    HydrateFallback: Nothing,
  },
  {
    path: '/zones/sheet',
    lazy: async () => ({
      Component: (await import('../features/zones/print/ZoneSheetPage.tsx')).ZoneSheetPage,
    }),
    ErrorBoundary: Lost,
    HydrateFallback: Nothing,
  },
  {
    path: '/',
    Component: Shell,
    ErrorBoundary: Lost,
    HydrateFallback: Nothing,
    children: [
      { index: true, element: <Navigate to="/riders" replace /> },
      {
        path: 'riders',
        lazy: async () => ({
          Component: (await import('../features/riders/RidersPage.tsx')).RidersPage,
        }),
      },
      {
        path: 'riders/new',
        lazy: async () => ({
          Component: (await import('../features/riders/NewRiderPage.tsx')).NewRiderPage,
        }),
      },
      {
        path: 'riders/:riderId',
        lazy: async () => ({
          Component: (await import('../features/riders/RiderPage.tsx')).RiderPage,
        }),
      },
      {
        path: 'riders/:riderId/tests',
        lazy: async () => ({
          Component: (await import('../features/tests/TestsPage.tsx')).TestsPage,
        }),
      },
      {
        path: 'riders/:riderId/tests/new',
        lazy: async () => ({
          Component: (await import('../features/tests/TestByHandPage.tsx')).TestByHandPage,
        }),
      },
      {
        path: 'riders/:riderId/tests/choose',
        lazy: async () => ({
          Component: (await import('../features/tests/ChoosePage.tsx')).ChoosePage,
        }),
      },
      {
        path: 'riders/:riderId/tests/compare',
        lazy: async () => ({
          Component: (await import('../features/tests/ComparePage.tsx')).ComparePage,
        }),
      },
      {
        path: 'riders/:riderId/test-days/:dayId',
        lazy: async () => ({
          Component: (await import('../features/tests/day/TestDayPage.tsx')).TestDayPage,
        }),
      },
      {
        path: 'riders/:riderId/rides',
        lazy: async () => ({
          Component: (await import('../features/rides/RidesPage.tsx')).RidesPage,
        }),
      },
      {
        path: 'riders/:riderId/rides/:rideId',
        lazy: async () => ({
          Component: (await import('../features/rides/RidePage.tsx')).RidePage,
        }),
      },
      // Where recordings were listed before; kept for what somebody bookmarked.
      {
        path: 'riders/:riderId/recordings',
        element: <Navigate to="../rides" relative="path" replace />,
      },
      {
        path: 'riders/:riderId/zones/compare',
        lazy: async () => ({
          Component: (await import('../features/zones/CompareZonesPage.tsx')).CompareZonesPage,
        }),
      },
      {
        path: 'riders/:riderId/zones/curve',
        lazy: async () => ({
          Component: (await import('../features/zones/curve/CurvePage.tsx')).CurvePage,
        }),
      },
      {
        path: 'book',
        lazy: async () => ({ Component: (await import('../features/book/BookPage.tsx')).BookPage }),
      },
      {
        path: 'settings',
        lazy: async () => ({
          Component: (await import('../features/settings/SettingsPage.tsx')).SettingsPage,
        }),
      },
      {
        path: 'hills',
        lazy: async () => ({
          Component: (await import('../features/hills/HillsPage.tsx')).HillsPage,
        }),
      },
      {
        path: 'schemes',
        lazy: async () => ({
          Component: (await import('../features/zones/schemes/SchemesPage.tsx')).SchemesPage,
        }),
      },
      {
        path: 'riders/:riderId/tests/import',
        lazy: async () => ({
          Component: (await import('../features/tests/ImportPage.tsx')).ImportPage,
        }),
      },
      {
        path: 'riders/:riderId/zones',
        lazy: async () => ({
          Component: (await import('../features/zones/ZonesPage.tsx')).ZonesPage,
        }),
      },
      {
        path: 'riders/:riderId/sessions',
        lazy: async () => ({
          Component: (await import('../features/sessions/SessionsPage.tsx')).SessionsPage,
        }),
      },
      {
        path: 'riders/:riderId/sessions/:sessionId',
        lazy: async () => ({
          Component: (await import('../features/sessions/WorkshopPage.tsx')).WorkshopPage,
        }),
      },
      {
        path: 'riders/:riderId/days/:dayId',
        lazy: async () => ({
          Component: (await import('../features/sessions/day/RiderDayPage.tsx')).RiderDayPage,
        }),
      },
      {
        path: 'riders/:riderId/days/:dayId/plan',
        lazy: async () => ({
          Component: (await import('../features/sessions/DayWorkshopPage.tsx')).DayWorkshopPage,
        }),
      },
      {
        path: 'days/:date',
        lazy: async () => ({
          Component: (await import('../features/sessions/day/DayPage.tsx')).DayPage,
        }),
      },
      { path: '*', Component: Lost },
    ],
  },
]);
