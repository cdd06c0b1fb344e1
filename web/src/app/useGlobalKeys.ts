import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { actionOf, inField, type KeyAction } from '../shared/keys.ts';
import { STATION_IDS } from './stations.ts';
import { useAppDispatch, useAppSelector } from '../shared/state.ts';
import { finderToggled, keysToggled } from '../shared/viewSlice.ts';
import { useUndo } from './useUndo.ts';
import { useActiveRiders } from '../shared/useActiveRiders.ts';

/** What stands beside a station and belongs to one rider alone: the next rider is shown the station. */
const BESIDE: Readonly<Record<string, string>> = { days: 'sessions', 'test-days': 'tests' };

/** Address of a rider's station; the rest of the address (one test, one session) belongs to the rider left. */
export function stationAddress(riderId: string, station: string): string {
  return `/riders/${riderId}/${station}`;
}

/** The keys that work anywhere outside a field, and undo and redo. */
export function useGlobalKeys(): void {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const lastRider = useAppSelector((state) => state.view.lastRider);
  const { riders } = useActiveRiders();
  const { undo, redo } = useUndo();

  useEffect(() => {
    // Read from the address at the moment of the key: keys can come faster than views are drawn.
    const where = (): { rider: string | undefined; station: string } => {
      const [, riderInAddress, station = 'tests'] =
        /^\/riders\/([0-9a-f-]{36})(?:\/([a-z-]+))?/.exec(window.location.pathname) ?? [];
      return {
        rider: riderInAddress ?? lastRider ?? undefined,
        station: BESIDE[station] ?? station,
      };
    };

    const toRider = (by: number): void => {
      if (!riders || riders.length === 0) return;
      const { rider, station } = where();
      const at = riders.findIndex(({ id }) => id === rider);
      const next = riders[(at + by + riders.length) % riders.length] ?? riders[0];
      if (next) void navigate(stationAddress(next.id, station));
    };
    const toStation = (index: number): void => {
      const id = STATION_IDS[index];
      const { rider } = where();
      if (rider && id) void navigate(stationAddress(rider, id));
    };
    const actions: Record<KeyAction, () => void> = {
      find: () => dispatch(finderToggled(true)),
      keys: () => dispatch(keysToggled(true)),
      previousRider: () => toRider(-1),
      nextRider: () => toRider(1),
      station1: () => toStation(0),
      station2: () => toStation(1),
      station3: () => toStation(2),
      station4: () => toStation(3),
    };

    const onKey = (event: KeyboardEvent): void => {
      if (event.defaultPrevented || document.querySelector('[role="dialog"]')) return;
      const withControl = (event.ctrlKey || event.metaKey) && !event.altKey;
      if (withControl && !inField(event.target) && /^[zy]$/i.test(event.key)) {
        event.preventDefault();
        if (event.key.toLowerCase() === 'y' || event.shiftKey) redo();
        else undo();
        return;
      }
      if (withControl && event.key.toLowerCase() === 'k') {
        event.preventDefault();
        actions.find();
        return;
      }
      const action = actionOf(event);
      if (!action) return;
      event.preventDefault();
      actions[action]();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [lastRider, riders, navigate, dispatch, undo, redo]);
}
