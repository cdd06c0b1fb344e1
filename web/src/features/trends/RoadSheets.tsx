import type { Rider, Road } from '@uphill/api';
import { type RoadRide, type RoadTrend, sayRoad } from '@uphill/core/review';
import { printClock, roundHalfUp, roundTo } from '@uphill/core/units';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { TrendDots } from '../../charts/TrendDots.tsx';
import { trendsApi } from '../../shared/api/trends.ts';
import { printDay } from '../../shared/dates.ts';
import { useAct } from '../../shared/useAct.ts';
import { ProblemNote } from '../../ui/messages.tsx';
import { WideTable } from '../../ui/WideTable.tsx';
import { rideAddress, type Shown } from './shown.ts';
import { TrendSheet } from './TrendSheet.tsx';

/** The roads that were named, each time they were ridden. */
export function RoadSheets(given: Shown) {
  const { data: roads = [] } = trendsApi.useRoadsQuery(given.rider.id);
  if (roads.length === 0) return null;
  return (
    <>
      <h2 className="mt-4">The same road</h2>
      <div className="trend-sheets">
        {roads.map((road) => (
          <OneRoad
            key={road.id}
            {...given}
            road={road}
            trend={given.shown.roads.find(({ roadId }) => roadId === road.id)}
          />
        ))}
      </div>
    </>
  );
}

function OneRoad({
  rider,
  span,
  road,
  trend,
}: Shown & { road: Road; trend: RoadTrend | undefined }) {
  const [remove] = trendsApi.useRemoveRoadMutation();
  const { act, problem } = useAct();
  const rides = trend?.rides ?? [];
  const dots = rides.map((once) => ({
    ...{ to: rideAddress(rider, once.rideId), date: once.date, value: once.seconds },
    says: [
      once.meanW === null ? null : `${roundHalfUp(once.meanW)} W`,
      once.best ? 'best' : null,
      once.apart,
    ]
      .filter((each) => each !== null)
      .join(', '),
    apart: once.apart !== null,
  }));
  return (
    <TrendSheet
      name={road.name}
      says={trend ? sayRoad(trend) : 'Not ridden in this span.'}
      {...(dots.length === 0
        ? {}
        : {
            draw: (height: number) => (
              <TrendDots
                {...{ span, height, dots, slope: trend?.slope ?? null }}
                print={(value) => printClock(Math.round(value))}
              />
            ),
          })}
    >
      <ProblemNote problem={problem} />
      {rides.length > 0 && <Times rider={rider} road={road} rides={rides} />}
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
    </TrendSheet>
  );
}

function Times({ rider, road, rides }: { rider: Rider; road: Road; rides: readonly RoadRide[] }) {
  return (
    <WideTable of={road.name} size="sm" className="mb-2">
      <caption className="caption-top">{roundTo(road.metres / 1000, 2)} km, each time</caption>
      <thead>
        <tr>
          {['Ridden', 'Time', 'W', 'Heart rate'].map((head) => (
            <th key={head} scope="col">
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {[...rides].reverse().map((once) => (
          <tr key={once.rideId}>
            <th scope="row">
              <Link to={rideAddress(rider, once.rideId)}>{printDay(once.date)}</Link>
            </th>
            <td>
              {printClock(once.seconds)}
              {once.best && <strong> best</strong>}
            </td>
            <td className="ridden">{once.meanW === null ? '' : roundHalfUp(once.meanW)}</td>
            <td>
              {once.meanBpm === null ? '' : `${roundHalfUp(once.meanBpm)} bpm`}
              {once.apart && <span className="soft small d-block">{once.apart}</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </WideTable>
  );
}
