import type { Rider } from '@uphill/api';
import { useEffect } from 'react';
import { NavLink, useLocation } from 'react-router';
import { stationAddress } from './useGlobalKeys.ts';
import { whenIdle } from '../shared/whenIdle.ts';
import { fetchStations } from './stationPages.ts';
import { useStations } from './stations.ts';

/** The rider's road: navigation and dashboard at once, a stone a station. */
export function Road({ rider }: { rider: Rider | undefined }) {
  const stations = useStations(rider);
  const { pathname } = useLocation();
  useEffect(() => whenIdle(fetchStations), []);
  // A rider's day is part of the sessions; a test day to the tests.
  let beside: 'sessions' | 'tests' | null;
  if (/^\/riders\/[^/]+\/days\//.test(pathname)) beside = 'sessions';
  else if (/^\/riders\/[^/]+\/test-days\b/.test(pathname)) beside = 'tests';
  else beside = null;
  return (
    <nav aria-label="The rider’s road" className="road">
      {rider &&
        stations.map(({ id, name, figure, detail, due }) => (
          <NavLink
            key={id}
            to={stationAddress(rider.id, id)}
            className={({ isActive }) =>
              `station${due ? ' station-due' : ''}${isActive || id === beside ? ' active' : ''}`
            }
          >
            <span className="station-cap">
              {name}
              {due && <span className="visually-hidden">, needs you</span>}
            </span>
            <span className="station-figure">{figure}</span>
            <span className="station-detail">{detail}</span>
          </NavLink>
        ))}
    </nav>
  );
}
