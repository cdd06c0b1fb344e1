import { useNavigate } from 'react-router';
import { ridersApi } from '../shared/api/riders.ts';
import { sessionsApi } from '../shared/api/sessions.ts';
import { useNewSession } from '../features/sessions/useNewSession.ts';
import { today } from '../shared/dates.ts';
import { firstName } from '../shared/riderOnDay.ts';
import { chooseStage } from './stage.ts';
import { useAppDispatch, useAppSelector } from '../shared/state.ts';
import { stationAddress } from './useGlobalKeys.ts';
import { useUndo } from './useUndo.ts';
import { keysToggled } from '../shared/viewSlice.ts';

export interface Findable {
  readonly key: string;
  readonly name: string;
  readonly kind: string;
  readonly run: () => void;
}

/** Everything that find-or-do reaches: riders, their stations, sessions and actions. */
export function useFindables(): Findable[] {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const { data: riders = [] } = ridersApi.useRidersQuery();
  const { data: sessions = [] } = sessionsApi.useSessionsQuery();
  const lastRider = useAppSelector((state) => state.view.lastRider);
  const rider = riders.find(({ id }) => id === lastRider) ?? riders[0];
  const newSession = useNewSession();
  const { undo, redo, undoName, redoName } = useUndo();
  const go = (address: string) => () => void navigate(address);

  const actions: Findable[] = [
    { key: 'new-rider', name: 'New rider', kind: 'action', run: go('/riders/new') },
    { key: 'day', name: 'Today’s list', kind: 'view', run: go(`/days/${today()}`) },
    { key: 'riders', name: 'Riders', kind: 'view', run: go('/riders') },
    { key: 'book', name: 'Session book', kind: 'view', run: go('/book') },
    { key: 'hills', name: 'Hills', kind: 'view', run: go('/hills') },
    { key: 'schemes', name: 'Schemes of zones, and your own', kind: 'view', run: go('/schemes') },
    {
      key: 'sheet',
      name: 'Zones of several riders on one sheet',
      kind: 'view',
      run: go('/zones/sheet'),
    },
    { key: 'settings', name: 'Settings', kind: 'view', run: go('/settings') },
    { key: 'keys', name: 'Show the keys', kind: 'action', run: () => dispatch(keysToggled(true)) },
    { key: 'night', name: 'Dark', kind: 'setting', run: () => chooseStage('night') },
    { key: 'light', name: 'Light', kind: 'setting', run: () => chooseStage('light') },
    {
      key: 'system',
      name: 'Same as the system',
      kind: 'setting',
      run: () => chooseStage('system'),
    },
  ];
  if (undoName) actions.push({ key: 'undo', name: `Undo: ${undoName}`, kind: 'action', run: undo });
  if (redoName) actions.push({ key: 'redo', name: `Redo: ${redoName}`, kind: 'action', run: redo });
  if (!rider) return actions;

  const first = firstName(rider.name);
  const base = `/riders/${rider.id}`;
  return [
    ...riders.map(({ id, name }) => ({
      key: id,
      name,
      kind: 'rider',
      run: go(stationAddress(id, 'tests')),
    })),
    { key: 'tests', name: `Tests of ${first}`, kind: 'station', run: go(`${base}/tests`) },
    { key: 'zones', name: `Zones of ${first}`, kind: 'station', run: go(`${base}/zones`) },
    { key: 'sessions', name: `Sessions of ${first}`, kind: 'station', run: go(`${base}/sessions`) },
    { key: 'details', name: `Details of ${first}`, kind: 'rider', run: go(base) },
    {
      key: 'new-session',
      name: 'New session',
      kind: 'action',
      run: () => void newSession(rider.id),
    },
    {
      key: 'test-day',
      name: `Test day of ${first}`,
      kind: 'action',
      run: go(`${base}/tests/choose`),
    },
    {
      key: 'compare',
      name: `Compare zones of ${first}`,
      kind: 'view',
      run: go(`${base}/zones/compare`),
    },
    {
      key: 'curve',
      name: `Power–duration curve of ${first}`,
      kind: 'view',
      run: go(`${base}/zones/curve`),
    },
    {
      key: 'zone-card',
      name: `Zone card of ${first}`,
      kind: 'view',
      run: go(`${base}/zones/card`),
    },
    { key: 'rides', name: `Rides of ${first}`, kind: 'station', run: go(`${base}/rides`) },
    {
      key: 'import',
      name: `Import a recording of ${first}`,
      kind: 'action',
      run: go(`${base}/tests/import`),
    },
    {
      key: 'by-hand',
      name: `Enter a test of ${first} by hand`,
      kind: 'action',
      run: go(`${base}/tests/new`),
    },
    ...actions,
    ...sessions.map(({ id, plan }) => ({
      key: id,
      name: plan.name || 'New session',
      kind: 'session',
      run: go(`${base}/sessions/${id}`),
    })),
  ];
}
