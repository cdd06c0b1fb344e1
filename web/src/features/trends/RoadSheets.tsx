import type { Rider, Road } from '@uphill/api';
import { type RoadRide, type RoadTrend, sayRoad, workedSlope } from '@uphill/core/review';
import { printClock, roundHalfUp, roundTo } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { TrendDots } from '../../charts/TrendDots.tsx';
import { trendsApi } from '../../shared/api/trends.ts';
import { printDay } from '../../shared/dates.ts';
import { useAct } from '../../shared/useAct.ts';
import { ProblemNote } from '../../ui/messages.tsx';
import { HeadRow } from '../../ui/HeadRow.tsx';
import { WideTable } from '../../ui/WideTable.tsx';
import { rideAddress, type Shown } from './shown.ts';
import { TrendSheet } from './TrendSheet.tsx';

/** The roads that were named, hills of sessions, and sessions of one length, each time they were ridden. */
export function RoadSheets(given: Shown) {
  const { data: roads = [] } = trendsApi.useRoadsQuery(given.rider.id);
  const others = given.shown.roads.filter(({ by }) => by !== 'place');
  if (roads.length + others.length === 0) return null;
  return (
    <>
      <h2 className="mt-4">The same road</h2>
      <div className="trend-sheets">
        {roads.map((road) => (
          <OneRoad
            key={road.id}
            {...given}
            road={road}
            trend={given.shown.roads.find(({ by, key }) => by === 'place' && key === road.id)}
          />
        ))}
        {others.map((trend) => (
          <OneRoad key={`${trend.by} ${trend.key}`} {...given} road={null} trend={trend} />
        ))}
      </div>
    </>
  );
}

type OneRoadProps = Shown &
  (
    | { readonly road: Road; readonly trend: RoadTrend | undefined }
    | { readonly road: null; readonly trend: RoadTrend }
  );

function OneRoad({ rider, span, road, trend }: OneRoadProps) {
  const rides = trend?.rides ?? [];
  const name = road?.name ?? trend?.key ?? '';
  const of = trend?.of ?? 'seconds';
  const dots = rides.flatMap((once) => {
    const value = { seconds: once.seconds, watts: once.meanW, bpm: once.meanBpm }[of];
    if (value === null) return [];
    const other = of === 'seconds' ? wattsOf(once) : printClock(once.seconds);
    return [
      {
        ...{ to: rideAddress(rider, once.rideId), date: once.date, value },
        says: [other, once.best && 'best', once.apart].filter(Boolean).join(', '),
        apart: once.apart !== null,
      },
    ];
  });
  return (
    <TrendSheet
      name={name}
      says={trend ? sayRoad(trend) : 'Not ridden in this span.'}
      working={
        trend?.slope ? { label: 'slope a month', of: workedSlope(trend.slope, UNIT[of]) } : null
      }
      {...(dots.length === 0
        ? {}
        : {
            draw: (height: number) => (
              <TrendDots
                {...{ span, height, dots, slope: trend?.slope ?? null }}
                print={(value) =>
                  of === 'seconds'
                    ? printClock(Math.round(value))
                    : `${roundHalfUp(value)} ${UNIT[of]}`
                }
                printTick={(value) =>
                  of === 'seconds' ? printClock(Math.round(value)) : String(roundHalfUp(value))
                }
              />
            ),
          })}
    >
      {trend && <Times rider={rider} name={name} trend={trend} metres={road?.metres ?? null} />}
      {road && <Forget rider={rider} road={road} />}
    </TrendSheet>
  );
}

const UNIT = { seconds: 's', watts: 'W', bpm: 'bpm' } as const;

function wattsOf({ meanW }: RoadRide): string {
  return meanW === null ? '' : `${roundHalfUp(meanW)} W`;
}

function Forget({ rider, road }: { rider: Rider; road: Road }) {
  const [remove] = trendsApi.useRemoveRoadMutation();
  const { act, problem } = useAct();
  return (
    <>
      <ProblemNote problem={problem} />
      <Button
        size="sm"
        variant="link"
        className="p-0 card-controls"
        aria-label={`Forget ${road.name}`}
        onClick={() =>
          void act(
            () => remove({ id: road.id, version: road.version, riderId: rider.id }),
            `${road.name} is no longer looked for.`,
          )
        }
      >
        Forget this road
      </Button>
    </>
  );
}

/** How a road was found again. */
const FOUND = {
  place: 'found by place',
  hill: 'a hill of sessions',
  session: 'the same session at the same length, without a track',
} as const;

interface TimesProps {
  readonly rider: Rider;
  readonly name: string;
  readonly trend: RoadTrend;
  /** Of a road that was named. */
  readonly metres: number | null;
}

function Times({ rider, name, trend, metres }: TimesProps) {
  const long = metres ?? trend.metres;
  const [all, setAll] = useState(false);
  const latest = [...trend.rides].reverse();
  const columns = COLUMNS.filter(({ of }) => trend.rides.some((once) => of(once) !== null));
  return (
    <div className="trend-times">
      <WideTable of={name} size="sm" className="mb-2">
        <caption className="caption-top">
          {long !== null && `${roundTo(long / 1000, 2)} km, `}
          {FOUND[trend.by]}
        </caption>
        <HeadRow words={['Ridden', ...columns.map(({ head }) => head)]} figures={[]} />
        <tbody>
          {(all ? latest : latest.slice(0, FIRST)).map((once) => (
            <tr key={once.rideId}>
              <th scope="row" className="text-nowrap">
                <Link to={rideAddress(rider, once.rideId)}>{printDay(once.date)}</Link>
                {once.apart && <span className="soft small d-block fw-normal">{once.apart}</span>}
              </th>
              {columns.map(({ head, of, print }) => {
                const value = of(once);
                return (
                  <td key={head} className={head === 'W' ? 'ridden' : 'text-nowrap'}>
                    {value === null ? '' : print(value)}
                    {once.best && head === HEAD[trend.of] && (
                      <strong className="small d-block"> best</strong>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </WideTable>
      {!all && latest.length > FIRST && (
        <Button
          variant="link"
          size="sm"
          className="px-0 card-controls d-block"
          onClick={() => setAll(true)}
        >
          Show all {latest.length}
        </Button>
      )}
    </div>
  );
}

/** The last times are shown until all are asked for. */
const FIRST = 10;

/** Which column holds what is laid beside each other. */
const HEAD = { seconds: 'Time', watts: 'W', bpm: 'Heart rate' } as const;

interface Column {
  readonly head: string;
  readonly of: (once: RoadRide) => number | null;
  readonly print: (value: number) => string;
}

const COLUMNS: readonly Column[] = [
  { head: 'Time', of: ({ seconds }) => seconds, print: (value) => printClock(value) },
  { head: 'W', of: ({ meanW }) => meanW, print: (value) => String(roundHalfUp(value)) },
  {
    head: 'Heart rate',
    of: ({ meanBpm }) => meanBpm,
    print: (value) => `${roundHalfUp(value)} bpm`,
  },
  { head: 'Air', of: ({ celsius }) => celsius, print: (value) => `${roundHalfUp(value)} °C` },
];
