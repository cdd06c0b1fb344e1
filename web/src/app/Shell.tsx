import { ChevronDown, Redo2, Undo2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import Dropdown from 'react-bootstrap/Dropdown';
import { Link, NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { ridersApi } from '../shared/api/riders.ts';
import { Notices } from './Notices.tsx';
import { WorkingPanel } from '../ui/WorkingPanel.tsx';
import { today } from '../shared/dates.ts';
import { FindOrDo } from './FindOrDo.tsx';
import { keyOf } from '../shared/keys.ts';
import { KeysDialog } from './KeysDialog.tsx';
import { shownMass } from '../shared/riderOnDay.ts';
import { ReadingAgain } from './ReadingAgain.tsx';
import { Road } from './Road.tsx';
import { useBackup } from './useBackup.ts';
import { chooseStage, type Stage, useStage } from './stage.ts';
import { useAppDispatch } from '../shared/state.ts';
import { stationAddress, useGlobalKeys } from './useGlobalKeys.ts';
import { useUndo } from './useUndo.ts';
import { finderToggled, keysToggled, riderLookedAt, workingHidden } from '../shared/viewSlice.ts';
import { useActiveRiders } from '../shared/useActiveRiders.ts';

const STAGES: readonly (readonly [Stage, string])[] = [
  ['system', 'Same as the system'],
  ['light', 'Light'],
  ['night', 'Dark'],
];

/** The frame around every view: the dark bar, the rider's road, and what lies over the page. */
export function Shell() {
  const { riderId } = useParams();
  const { pathname } = useLocation();
  const dispatch = useAppDispatch();
  const folded = useScrolled(48);
  const { data: rider } = ridersApi.useRiderQuery(riderId ?? '', { skip: !riderId });
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
        <Outlet />
      </main>
      <WorkingPanel />
      <Notices />
      <FindOrDo />
      <KeysDialog />
    </>
  );
}

function Bar({ riderId }: { riderId: string | undefined }) {
  const dispatch = useAppDispatch();
  const { undo, redo, undoName, redoName } = useUndo();
  const stage = useStage();
  const backUp = useBackup();
  return (
    <div className="bar">
      <NavLink to="/riders" className="bar-name" aria-label="Uphill Count: riders">
        Uphill<span aria-hidden>·</span>Count
      </NavLink>
      <nav aria-label="Everywhere" className="bar-nav">
        <NavLink to="/riders" end>
          Riders
        </NavLink>
        <NavLink to={`/days/${today()}`}>Day</NavLink>
        <NavLink to="/book" className={({ isActive }) => `bar-wide${isActive ? ' active' : ''}`}>
          Session book
        </NavLink>
        <NavLink to="/hills" className={({ isActive }) => `bar-wide${isActive ? ' active' : ''}`}>
          Hills
        </NavLink>
      </nav>
      <div className="bar-end">
        <button
          type="button"
          className="bar-icon"
          onClick={undo}
          disabled={!undoName}
          aria-label={undoName ? `Undo: ${undoName}` : 'Nothing to undo'}
          title={undoName ? `Undo: ${undoName}` : 'Nothing to undo'}
        >
          <Undo2 size={18} aria-hidden />
        </button>
        <button
          type="button"
          className="bar-icon bar-redo"
          onClick={redo}
          disabled={!redoName}
          aria-label={redoName ? `Redo: ${redoName}` : 'Nothing to redo'}
          title={redoName ? `Redo: ${redoName}` : 'Nothing to redo'}
        >
          <Redo2 size={18} aria-hidden />
        </button>
        <button type="button" className="bar-find" onClick={() => dispatch(finderToggled(true))}>
          Find or do… <kbd aria-hidden>{keyOf('find')}</kbd>
        </button>
        <RiderMenu riderId={riderId} />
        <Dropdown align="end">
          <Dropdown.Toggle
            as="button"
            className="bar-icon"
            aria-label="Light or dark, backup and keys"
          >
            <ChevronDown size={18} aria-hidden />
          </Dropdown.Toggle>
          <Dropdown.Menu>
            {STAGES.map(([value, name]) => (
              <Dropdown.Item
                key={value}
                as="button"
                active={stage === value}
                onClick={() => chooseStage(value)}
              >
                {name}
              </Dropdown.Item>
            ))}
            <Dropdown.Divider />
            <Dropdown.Item as={Link} to="/book">
              Session book
            </Dropdown.Item>
            <Dropdown.Item as={Link} to="/hills">
              Hills
            </Dropdown.Item>
            <Dropdown.Item as={Link} to="/settings">
              Settings
            </Dropdown.Item>
            <Dropdown.Item as="button" onClick={() => void backUp()}>
              Back up everything
            </Dropdown.Item>
            <Dropdown.Item as="button" onClick={() => dispatch(keysToggled(true))}>
              Keys
            </Dropdown.Item>
          </Dropdown.Menu>
        </Dropdown>
      </div>
    </div>
  );
}

function RiderMenu({ riderId }: { riderId: string | undefined }) {
  const { riders = [] } = useActiveRiders();
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const { data: current } = ridersApi.useRiderQuery(riderId ?? '', { skip: !riderId });
  if (!current || !riderId) return null;
  const station = /^\/riders\/[^/]+\/(tests|zones|sessions|rides)/.exec(pathname)?.[1] ?? 'tests';
  const massKg = shownMass(current, today());
  return (
    <Dropdown align="end">
      <Dropdown.Toggle as="button" className="bar-rider">
        {current.name}
        {massKg !== null && <span className="d-none d-md-inline"> · {massKg} kg</span>}{' '}
        <ChevronDown size={14} aria-hidden />
      </Dropdown.Toggle>
      <Dropdown.Menu>
        {riders.map(({ id, name }) => (
          <Dropdown.Item
            key={id}
            as="button"
            active={id === riderId}
            onClick={() => void navigate(stationAddress(id, station))}
          >
            {name}
          </Dropdown.Item>
        ))}
        <Dropdown.Divider />
        <Dropdown.Item as="button" onClick={() => void navigate(`/riders/${current.id}`)}>
          Details of {current.name}
        </Dropdown.Item>
      </Dropdown.Menu>
    </Dropdown>
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
