import { Outlet } from 'react-router';
import { WorkingPanel } from '../ui/WorkingPanel.tsx';
import { Notices } from './Notices.tsx';

/** The frame around a rider's own page: no bar and no road, but every figure opens its working and every act its undo. */
export function OwnShell() {
  return (
    <>
      <Outlet />
      <WorkingPanel />
      <Notices />
    </>
  );
}
