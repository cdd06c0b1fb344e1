import { ChevronDown, Redo2, Undo2 } from 'lucide-react';
import Dropdown from 'react-bootstrap/Dropdown';
import { MenuButton, MenuLink } from '../ui/MenuItem.tsx';
import { NavLink, useLocation, useNavigate } from 'react-router';
import { ridersApi } from '../shared/api/riders.ts';
import { printMass } from '../shared/choices.ts';
import { today } from '../shared/dates.ts';
import { characterOf } from '../shared/keys/settings.ts';
import { shownMass } from '../shared/riderOnDay.ts';
import { useAppDispatch } from '../shared/state.ts';
import { useActiveRiders } from '../shared/useActiveRiders.ts';
import { finderToggled, keysToggled } from '../shared/viewSlice.ts';
import { chooseStage, type Stage, useStage } from '../shared/stage.ts';
import { useBackup } from './useBackup.ts';
import { stationAddress } from './useGlobalKeys.ts';
import { useUndo } from './useUndo.ts';

const STAGES: readonly (readonly [Stage, string])[] = [
  ['system', 'Same as the system'],
  ['light', 'Light'],
  ['night', 'Dark'],
];

/** The dark bar: where one is, undo and redo, find-or-do, the rider and the house. */
export function Bar({ riderId }: { riderId: string | undefined }) {
  const dispatch = useAppDispatch();
  const { undo, redo, undoName, redoName } = useUndo();
  return (
    <div className="bar">
      <NavLink to="/riders" className="bar-name" aria-label="Uphill Count: riders">
        Uphill<span aria-hidden>·</span>Count
      </NavLink>
      <nav aria-label="Everywhere" className="bar-nav">
        <NavLink to="/riders" end>
          Riders
        </NavLink>
        <NavLink to="/week">Squad week</NavLink>
        <NavLink to="/book" className={({ isActive }) => `bar-wide${isActive ? ' active' : ''}`}>
          Session book
        </NavLink>
        <NavLink to="/hills" className={({ isActive }) => `bar-wide${isActive ? ' active' : ''}`}>
          Hills
        </NavLink>
      </nav>
      <div className="bar-end">
        <StepButton way="Undo" name={undoName} step={undo} />
        <StepButton way="Redo" name={redoName} step={redo} />
        <button type="button" className="bar-find" onClick={() => dispatch(finderToggled(true))}>
          Find or do… <kbd aria-hidden>{characterOf('find')}</kbd>
        </button>
        <RiderMenu riderId={riderId} />
        <HouseMenu />
      </div>
    </div>
  );
}

interface StepProps {
  readonly way: 'Undo' | 'Redo';
  /** What would be undone or done again; null where there is nothing. */
  readonly name: string | null;
  readonly step: () => void;
}

function StepButton({ way, name, step }: StepProps) {
  const says = name ? `${way}: ${name}` : `Nothing to ${way.toLowerCase()}`;
  const Icon = way === 'Undo' ? Undo2 : Redo2;
  return (
    <button
      type="button"
      className={way === 'Undo' ? 'bar-icon' : 'bar-icon bar-redo'}
      onClick={step}
      disabled={!name}
      aria-label={says}
      title={says}
    >
      <Icon size={18} aria-hidden />
    </button>
  );
}

function HouseMenu() {
  const dispatch = useAppDispatch();
  const stage = useStage();
  const backUp = useBackup();
  return (
    <Dropdown align="end">
      <Dropdown.Toggle as="button" className="bar-icon" aria-label="Light or dark, backup and keys">
        <ChevronDown size={18} aria-hidden />
      </Dropdown.Toggle>
      <Dropdown.Menu>
        {STAGES.map(([value, name]) => (
          <MenuButton key={value} current={stage === value} onClick={() => chooseStage(value)}>
            {name}
          </MenuButton>
        ))}
        <Dropdown.Divider />
        <MenuLink to="/book">Session book</MenuLink>
        <MenuLink to="/hills">Hills</MenuLink>
        <MenuLink to="/settings">Settings</MenuLink>
        <MenuButton onClick={() => void backUp()}>Back up everything</MenuButton>
        <MenuButton onClick={() => dispatch(keysToggled(true))}>Keys</MenuButton>
      </Dropdown.Menu>
    </Dropdown>
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
        {massKg !== null && <span className="d-none d-md-inline"> · {printMass(massKg)}</span>}{' '}
        <ChevronDown size={14} aria-hidden />
      </Dropdown.Toggle>
      <Dropdown.Menu>
        {riders.map(({ id, name }) => (
          <MenuButton
            key={id}
            current={id === riderId}
            onClick={() => void navigate(stationAddress(id, station))}
          >
            {name}
          </MenuButton>
        ))}
        <Dropdown.Divider />
        <MenuButton onClick={() => void navigate(`/riders/${current.id}`)}>
          Details of {current.name}
        </MenuButton>
      </Dropdown.Menu>
    </Dropdown>
  );
}
