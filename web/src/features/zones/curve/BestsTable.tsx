import type { CurveBest, Rider } from '@uphill/api';
import { holdsRamp, modelAt } from '@uphill/core/power';
import { modelTest } from '@uphill/core/testing';
import { printDuration, roundHalfUp, roundTo } from '@uphill/core/units';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { testsApi } from '../../../shared/api/tests.ts';
import { markedEffortsApi } from '../../../shared/api/markedEfforts.ts';
import { printDay, today } from '../../../shared/dates.ts';
import { shownMass } from '../../../shared/riderOnDay.ts';
import { useAct } from '../../../shared/useAct.ts';
import { ProblemNote } from '../../../ui/messages.tsx';
import { useModel } from '../useCurve.ts';
import { WideTable } from '../../../ui/WideTable.tsx';

/** Durations that get a line in the table. */
const LISTED = [1, 5, 15, 30, 60, 120, 180, 300, 480, 720, 1200, 1800, 3600, 7200, 10_800] as const;

export function BestsTable({
  rider,
  bests,
  over,
  overName,
}: {
  rider: Rider;
  bests: readonly CurveBest[];
  over: readonly CurveBest[] | null;
  overName: string;
}) {
  const massKg = shownMass(rider, today());
  const model = useModel(rider, today());
  const { data: stored = [] } = testsApi.useTestsQuery(rider.id);
  const tests = stored.map(modelTest);
  // A ramp's end rises: over more than its last minute it is no effort held evenly.
  const inRamp = (best: CurveBest, seconds: number): boolean =>
    seconds > 60 && seconds <= 1200 && holdsRamp(best.recordingId, tests);
  const rows = LISTED.flatMap((seconds) => {
    const best = bests.find((each) => each.seconds >= seconds);
    return best ? [{ seconds, best, other: over?.find((each) => each.seconds >= seconds) }] : [];
  });
  return (
    <WideTable of="Bests" size="sm" className="mt-3 mb-0">
      <caption className="caption-top">Bests, each with the ride it came from</caption>
      <thead>
        <tr>
          <th scope="col">Over</th>
          <th scope="col">Best</th>
          {massKg !== null && <th scope="col">W/kg</th>}
          <th scope="col">Model</th>
          {over && <th scope="col">{overName}</th>}
          <th scope="col">Ride</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ seconds, best, other }) => {
          const modelled = model ? modelAt(model, seconds) : null;
          return (
            <tr key={seconds}>
              <th scope="row">{printDuration(seconds)}</th>
              <td>{roundHalfUp(best.watts)} W</td>
              {massKg !== null && <td>{roundTo(best.watts / massKg, 2).toFixed(2)}</td>}
              <td className="soft">
                {modelled
                  ? `${roundHalfUp(modelled.watts)} W${modelled.by === 'law' ? ', assumed' : ''}`
                  : ''}
              </td>
              {over && <td>{other ? `${roundHalfUp(other.watts)} W` : ''}</td>}
              <td>
                <Link to={`/riders/${rider.id}/rides/${best.rideId}`}>
                  {printDay(best.date)}
                  <span className="visually-hidden">, best over {printDuration(seconds)}</span>
                </Link>
                {inRamp(best, seconds) && (
                  <span className="soft small ms-2">the end of a ramp, so likely low</span>
                )}
                {seconds >= 60 && seconds <= 1200 && (
                  <MarkBest rider={rider} best={best} seconds={seconds} />
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </WideTable>
  );
}

/** Says of a best that it was all the rider had: it counts for CP and W′. */
function MarkBest({ rider, best, seconds }: { rider: Rider; best: CurveBest; seconds: number }) {
  const { data: marked = [] } = markedEffortsApi.useMarkedEffortsQuery(rider.id);
  const [mark] = markedEffortsApi.useMarkEffortMutation();
  const { act, problem } = useAct();
  if (
    marked.some(
      (each) => each.rideId === best.rideId && each.seconds === seconds && each.withdrawn === null,
    )
  )
    return <span className="soft small ms-2">maximal</span>;
  const store = () =>
    act(
      () => mark({ riderId: rider.id, rideId: best.rideId, startS: null, seconds, note: '' }),
      `${printDuration(seconds)} marked as maximal.`,
    );
  return (
    <>
      <Button
        size="sm"
        variant="link"
        className="ms-2 p-0 align-baseline"
        onClick={() => void store()}
      >
        Mark as maximal<span className="visually-hidden">: {printDuration(seconds)}</span>
      </Button>
      <ProblemNote problem={problem} />
    </>
  );
}
