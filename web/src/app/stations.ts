import type { Rider } from '@uphill/api';
import { isByHeart, layOver, type Scheme } from '@uphill/core';
import { api } from '../api/client.ts';
import { daysBetween, mondayOf, plusDays, today } from './dates.ts';
import { useSchemes } from '../features/zones/useSchemes.ts';
import { anchorsOnDay, ftpOnDay, healthOnDay, retestIn } from './riderOnDay.ts';

/** A stone on the rider's road. Only stations that work stand there. */
export interface Station {
  readonly id: 'tests' | 'zones' | 'sessions';
  readonly name: string;
  readonly figure: string;
  readonly detail: string;
  /** Something here wants the coach. */
  readonly due: boolean;
}

export const STATION_IDS = ['tests', 'zones', 'sessions'] as const;

/** The stations of a rider's road, in the order in which a coach works. */
export function useStations(rider: Rider | undefined): Station[] {
  const monday = mondayOf(today());
  const { data: week = [] } = api.useDaysQuery(
    { from: monday, to: plusDays(monday, 6), riderId: rider?.id ?? '' },
    { skip: !rider },
  );
  const { data: sessions = [] } = api.useSessionsQuery();
  const schemes = useSchemes();
  if (!rider) return [];
  const unmarked = week.filter((day) => day.state === 'planned' && day.date < today()).length;
  return [
    testsStation(rider),
    zonesStation(rider, schemes.ofRider(rider)),
    {
      id: 'sessions',
      name: 'Sessions',
      figure: `${week.length} this week`,
      detail: unmarked > 0 ? `${unmarked} to mark` : `${sessions.length} to choose from`,
      due: unmarked > 0,
    },
  ];
}

function testsStation(rider: Rider): Station {
  const ftp = ftpOnDay(rider, today());
  const retest = retestIn(rider);
  const age =
    rider.lastTest === null
      ? 'no test yet'
      : `${daysBetween(rider.lastTest, today())} days old · ${retest === null || retest > 0 ? `due in ${retest}` : 'retest due'}`;
  const heart = rider.heartRates.findLast(({ kind }) => kind === 'threshold');
  const figure =
    rider.powerSource === 'none'
      ? heart
        ? `${heart.bpm} bpm`
        : 'none yet'
      : ftp
        ? `${ftp.usedW} W`
        : 'no FTP';
  return { id: 'tests', name: 'Tests', figure, detail: age, due: retest === null || retest <= 0 };
}

function zonesStation(rider: Rider, scheme: Scheme): Station {
  const over = layOver(scheme, anchorsOnDay(rider, today()));
  const byHeart = isByHeart(scheme);
  const figure = byHeart
    ? `${scheme.bands.length} by heart rate`
    : scheme.id === 'seven-steps'
      ? '7 steps'
      : scheme.name;
  if ('missing' in over)
    return {
      id: 'zones',
      name: 'Zones',
      figure,
      detail: healthOnDay(rider, today()).heartRate || !byHeart ? 'need a test' : 'RPE governs',
      due: false,
    };
  return {
    id: 'zones',
    name: 'Zones',
    figure,
    detail: scheme.overlaps
      ? 'overlap on'
      : over.assumed
        ? 'LT1, LT2 assumed'
        : byHeart
          ? 'and RPE'
          : scheme.school,
    due: false,
  };
}
