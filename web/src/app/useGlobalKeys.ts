import { useNavigate } from 'react-router';
import { useKey } from '../shared/keys/useKey.ts';
import { useAppDispatch, useAppSelector } from '../shared/state.ts';
import { useActiveRiders } from '../shared/useActiveRiders.ts';
import { finderToggled, keysToggled } from '../shared/viewSlice.ts';
import { STATION_IDS } from './stations.ts';
import { useUndo } from './useUndo.ts';

/** What stands beside a station and belongs to one rider alone: the next rider is shown the station. */
const BESIDE: Readonly<Record<string, string>> = { days: 'sessions', 'test-days': 'tests' };

/** Address of a rider's station; the rest of the address (one test, one session) belongs to the rider left. */
export function stationAddress(riderId: string, station: string): string {
  return `/riders/${riderId}/${station}`;
}

/** The keys that work anywhere outside a field, and undo and redo. */
export function useGlobalKeys(): void {
  const dispatch = useAppDispatch();
  const { toRider, toStation } = useRoadKeys();
  const { undo, redo } = useUndo();
  const find = (): void => void dispatch(finderToggled(true));
  useKey('find', find);
  useKey('findAlways', find);
  const navigate = useNavigate();
  useKey('squadWeek', () => void navigate('/week'));
  useKey('keys', () => void dispatch(keysToggled(true)));
  useKey('previousRider', () => toRider(-1));
  useKey('nextRider', () => toRider(1));
  useKey('station1', () => toStation(0));
  useKey('station2', () => toStation(1));
  useKey('station3', () => toStation(2));
  useKey('station4', () => toStation(3));
  useKey('station5', () => toStation(4));
  useKey('undo', undo);
  useKey('redo', redo);
}

/** From rider to rider, and along one rider's road. */
function useRoadKeys() {
  const navigate = useNavigate();
  const lastRider = useAppSelector((state) => state.view.lastRider);
  const { riders } = useActiveRiders();
  // Read from the address at the moment of the key: keys can come faster than views are drawn.
  const where = (): { rider: string | undefined; station: string } => {
    const [, riderInAddress, station = 'tests'] =
      /^\/riders\/([0-9a-f-]{36})(?:\/([a-z-]+))?/.exec(window.location.pathname) ?? [];
    return {
      rider: riderInAddress ?? lastRider ?? undefined,
      station: BESIDE[station] ?? station,
    };
  };
  return {
    toRider: (by: number): void => {
      if (!riders || riders.length === 0) return;
      const { rider, station } = where();
      const at = riders.findIndex(({ id }) => id === rider);
      const next = riders[(at + by + riders.length) % riders.length] ?? riders[0];
      if (next) void navigate(stationAddress(next.id, station));
    },
    toStation: (index: number): void => {
      const id = STATION_IDS[index];
      const { rider } = where();
      if (rider && id) void navigate(stationAddress(rider, id));
    },
  };
}
