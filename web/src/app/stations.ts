import type { Rider, Season } from '@uphill/api';
import { daysFrom, mondayOf, planWeek, plus, reckon } from '@uphill/core/season';
import { printSigned, roundHalfUp } from '@uphill/core/units';
import { isByHeart, layOver, type Scheme } from '@uphill/core/zones';
import { useMemo } from 'react';
import { daysApi } from '../shared/api/days.ts';
import { sessionsApi } from '../shared/api/sessions.ts';
import { ridesApi } from '../shared/api/rides.ts';
import { seasonApi } from '../shared/api/season.ts';
import { daysBetween, weekOf, plusDays, printAge, today } from '../shared/dates.ts';
import { useSchemes } from '../shared/useSchemes.ts';
import { anchorsOnDay, ftpOnDay, healthOnDay, retestIn } from '../shared/riderOnDay.ts';

/** A stone on the rider's road. Only stations that work stand there. */
export interface Station {
  readonly id: 'tests' | 'zones' | 'sessions' | 'season' | 'rides';
  readonly name: string;
  readonly figure: string;
  readonly detail: string;
  /** Something here wants the coach. */
  readonly due: boolean;
}

export const STATION_IDS = ['tests', 'zones', 'sessions', 'season', 'rides'] as const;

/** The stations of a rider's road, in the order in which a coach works. */
export function useStations(rider: Rider | undefined): Station[] {
  const weekStart = weekOf(today());
  const { data: week = [] } = daysApi.useDaysQuery(
    { from: weekStart, to: plusDays(weekStart, 6), riderId: rider?.id ?? '' },
    { skip: !rider },
  );
  const { data: sessions = [] } = sessionsApi.useSessionsQuery();
  const { data: rides = [] } = ridesApi.useRidesQuery(
    { from: plusDays(weekStart, -28), to: plusDays(weekStart, 6), riderId: rider?.id ?? '' },
    { skip: !rider },
  );
  const monday = mondayOf(today());
  const { data: season } = seasonApi.useSeasonQuery(
    { riderId: rider?.id ?? '', from: plus(monday, -70), to: plus(monday, 20) },
    { skip: !rider },
  );
  const planned = useMemo(() => seasonStation(season), [season]);
  const schemes = useSchemes();
  if (!rider) return [];
  const own = rides.filter(
    ({ origin, withdrawn }) => (origin !== 'standIns' || rider.demo) && withdrawn === null,
  );
  const ridden = own.filter(({ date }) => date >= weekStart);
  const [last] = own;
  const latest = last ? `last ${printAge(last.date)}` : 'none of late';
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
    planned,
    {
      id: 'rides',
      name: 'Rides',
      figure: rideFigure(rider.toRead, ridden.length),
      detail: rider.unmarked.length > 0 ? `${rider.unmarked.length} not marked` : latest,
      due: rider.toRead + rider.unmarked.length > 0,
    },
  ];
}

/** What waits to be read comes first. */
function rideFigure(toRead: number, thisWeek: number): string {
  if (toRead > 0) return `${toRead} to read`;
  return thisWeek === 0 ? 'none this week' : `${thisWeek} this week`;
}

/** The week's load against its goal; due while the coming week is unfilled or breaks a rule. */
function seasonStation(season: Season | undefined): Station {
  const station = { id: 'season', name: 'Season' } as const;
  if (!season) return { ...station, figure: '', detail: '', due: false };
  const reckoned = reckon(season);
  const monday = mondayOf(today());
  const [now, next] = [planWeek(reckoned, monday), planWeek(reckoned, plus(monday, 7))];
  if (!now || !next) return { ...station, figure: 'no plan', detail: '', due: false };
  const goal = now.week.goal ? ` of ${roundHalfUp(now.week.goal.value)}` : '';
  const broken = next.spacing.filter(({ holds }) => holds === null).length;
  let detail = 'next week planned';
  if (broken > 0) detail = `${broken} rule${broken === 1 ? '' : 's'} broken next week`;
  else if (!next.onGoal) detail = 'next week off its goal';
  if (next.week.load === 0 && next.week.goal) detail = 'next week unfilled';
  const due = detail !== 'next week planned';
  const { span } = season;
  // Where the season is laid out, the stone says how far it is, and what the week adds.
  const figure = span
    ? `week ${daysFrom(span.from, monday) / 7 + 1} / ${span.weeks}`
    : `${roundHalfUp(now.week.load)}${goal}`;
  if (span && !due) detail = `${printSigned(now.week.realRise, 1)} a week`;
  return { ...station, figure, detail, due };
}

function testsStation(rider: Rider): Station {
  const ftp = ftpOnDay(rider, today());
  const retest = retestIn(rider);
  const age =
    rider.lastTest === null
      ? 'no test yet'
      : `${daysBetween(rider.lastTest, today())} days old · ${retest === null || retest > 0 ? `due in ${retest}` : 'retest due'}`;
  const heart = rider.heartRates.findLast(({ kind }) => kind === 'threshold');
  let figure: string;
  if (rider.powerSource === 'none') figure = heart ? `${heart.bpm} bpm` : 'none yet';
  else if (ftp) figure = `${ftp.usedW} W`;
  else figure = 'no FTP';
  return { id: 'tests', name: 'Tests', figure, detail: age, due: retest === null || retest <= 0 };
}

function zonesStation(rider: Rider, scheme: Scheme): Station {
  const over = layOver(scheme, anchorsOnDay(rider, today()));
  const byHeart = isByHeart(scheme);
  let figure: string;
  if (byHeart) figure = `${scheme.bands.length} by heart rate`;
  else if (scheme.id === 'seven-steps') figure = '7 steps';
  else figure = scheme.name;
  if ('missing' in over)
    return {
      id: 'zones',
      name: 'Zones',
      figure,
      detail: healthOnDay(rider, today()).heartRate || !byHeart ? 'need a test' : 'RPE governs',
      due: false,
    };
  let detail = byHeart ? 'and RPE' : scheme.school;
  if (over.assumed) detail = 'LT1, LT2 assumed';
  if (scheme.overlaps) detail = 'overlap on';
  return { id: 'zones', name: 'Zones', figure, detail, due: false };
}
