import type { Rider } from '@uphill/api';
import { useNavigate } from 'react-router';
import { ridersApi } from '../shared/api/riders.ts';
import { sessionsApi } from '../shared/api/sessions.ts';
import { useNewSession } from '../features/sessions/useNewSession.ts';
import { today } from '../shared/dates.ts';
import { firstName } from '../shared/riderOnDay.ts';
import { chooseStage } from '../shared/stage.ts';
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

type Line = readonly [key: string, name: string, kind: string, run: () => void];

const lines = (all: readonly Line[]): Findable[] =>
  all.map(([key, name, kind, run]) => ({ key, name, kind, run }));

/** Everything that find-or-do reaches: riders, their stations, sessions and actions. */
export function useFindables(): Findable[] {
  const navigate = useNavigate();
  const { data: riders = [] } = ridersApi.useRidersQuery();
  const { data: sessions = [] } = sessionsApi.useSessionsQuery();
  const lastRider = useAppSelector((state) => state.view.lastRider);
  const rider = riders.find(({ id }) => id === lastRider) ?? riders[0];
  const newSession = useNewSession();
  const go = (address: string) => () => void navigate(address);
  const actions = useActions(go);
  if (!rider) return actions;
  return [
    ...lines(riders.map(({ id, name }) => [id, name, 'rider', go(stationAddress(id, 'tests'))])),
    ...stationsOf(rider, go, () => void newSession(rider.id)),
    ...actions,
    ...lines(
      sessions.map(({ id, plan }) => [
        id,
        plan.name || 'New session',
        'session',
        go(`/riders/${rider.id}/sessions/${id}`),
      ]),
    ),
  ];
}

type Go = (address: string) => () => void;

/** What hangs on no rider. */
function useActions(go: Go): Findable[] {
  const dispatch = useAppDispatch();
  const { undo, redo, undoName, redoName } = useUndo();
  return lines([
    ['new-rider', 'New rider', 'action', go('/riders/new')],
    ['day', 'Today’s list', 'page', go(`/days/${today()}`)],
    ['squad-week', 'Squad week', 'page', go('/week')],
    ['riders', 'Riders', 'page', go('/riders')],
    ['book', 'Session book', 'page', go('/book')],
    ['hills', 'Hills', 'page', go('/hills')],
    ['schemes', 'Schemes of zones, and your own', 'page', go('/schemes')],
    ['sheet', 'Zones of several riders on one sheet', 'page', go('/zones/sheet')],
    ['settings', 'Settings', 'page', go('/settings')],
    ['keys', 'Show the keys', 'action', () => void dispatch(keysToggled(true))],
    ['night', 'Dark', 'setting', () => chooseStage('night')],
    ['light', 'Light', 'setting', () => chooseStage('light')],
    ['system', 'Same as the system', 'setting', () => chooseStage('system')],
    ...(undoName ? [['undo', `Undo: ${undoName}`, 'action', undo] as const] : []),
    ...(redoName ? [['redo', `Redo: ${redoName}`, 'action', redo] as const] : []),
  ]);
}

function stationsOf({ id, name }: Rider, go: Go, newSession: () => void): Findable[] {
  const first = firstName(name);
  const at = (part: string): (() => void) => go(`/riders/${id}/${part}`);
  return lines([
    ['tests', `Tests of ${first}`, 'page', at('tests')],
    ['zones', `Zones of ${first}`, 'page', at('zones')],
    ['sessions', `Sessions of ${first}`, 'page', at('sessions')],
    ['details', `Details of ${first}`, 'rider', go(`/riders/${id}`)],
    ['new-session', 'New session', 'action', newSession],
    ['test-day', `Test day of ${first}`, 'action', at('tests/choose')],
    ['compare', `Compare zones of ${first}`, 'page', at('zones/compare')],
    ['curve', `Power–duration curve of ${first}`, 'page', at('zones/curve')],
    ['zone-card', `Zone card of ${first}`, 'page', at('zones/card')],
    ['rides', `Rides of ${first}`, 'page', at('rides')],
    ['import', `Import a recording of ${first}`, 'action', at('tests/import')],
    ['by-hand', `Enter a test of ${first} by hand`, 'action', at('tests/new')],
  ]);
}
