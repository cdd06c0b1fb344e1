import { useEffect, useState } from 'react';
import { Outlet, useLocation, useParams } from 'react-router';
import { ridersApi } from '../shared/api/riders.ts';
import { schemesApi } from '../shared/api/schemes.ts';
import { Bar } from './Bar.tsx';
import { Notices } from './Notices.tsx';
import { WorkingPanel } from '../ui/WorkingPanel.tsx';
import { FindOrDo } from './FindOrDo.tsx';
import { KeysDialog } from './KeysDialog.tsx';
import { ReadingAgain } from './ReadingAgain.tsx';
import { Road } from './Road.tsx';
import { useAppDispatch } from '../shared/state.ts';
import { useGlobalKeys } from './useGlobalKeys.ts';
import { riderLookedAt, workingHidden } from '../shared/viewSlice.ts';

/** The frame around every view: the dark bar, the rider's road, and what lies over the page. */
export function Shell() {
  const { riderId } = useParams();
  const { pathname } = useLocation();
  const dispatch = useAppDispatch();
  const folded = useScrolled(48);
  const { data: rider } = ridersApi.useRiderQuery(riderId ?? '', { skip: !riderId });
  const { data: settings } = schemesApi.useSettingsQuery();
  const written = JSON.stringify(settings?.choices);
  useGlobalKeys();

  useEffect(() => {
    if (riderId) dispatch(riderLookedAt(riderId));
  }, [riderId, dispatch]);
  useEffect(() => {
    dispatch(workingHidden({ force: true }));
    window.scrollTo(0, 0);
  }, [pathname, dispatch]);

  return (
    <>
      <a href="#main" className="visually-hidden-focusable skip">
        To the content
      </a>
      <header className={`head${riderId ? ' head-road' : ''}${folded ? ' head-folded' : ''}`}>
        <Bar riderId={riderId} />
        {riderId && <Road rider={rider} />}
      </header>
      <main id="main" tabIndex={-1} className={riderId ? 'page page-road' : 'page'}>
        <ReadingAgain />
        {/* What was printed is printed anew where the way of writing changed, by undo for one. */}
        <Outlet key={pathname === '/settings' ? 'settings' : written} />
      </main>
      <WorkingPanel />
      <Notices />
      <FindOrDo />
      <KeysDialog />
    </>
  );
}

function useScrolled(past: number): boolean {
  const [scrolled, setScrolled] = useState(false);
  useEffect(() => {
    const onScroll = (): void => setScrolled(window.scrollY > past);
    window.addEventListener('scroll', onScroll, { passive: true });
    return () => window.removeEventListener('scroll', onScroll);
  }, [past]);
  return scrolled;
}
