import type { CurveBest, Rider } from '@uphill/api';
import {
  modelAt,
  observedAt,
  printDuration,
  roundHalfUp,
  roundTo,
  strengthsOf,
} from '@uphill/core';
import { lazy, Suspense, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Table from 'react-bootstrap/Table';
import { Link } from 'react-router';
import { api } from '../../../api/client.ts';
import { markedEffortsApi } from '../../../api/markedEfforts.ts';
import { plusDays, printDay, today } from '../../../app/dates.ts';
import { firstName, shownMass } from '../../../app/riderOnDay.ts';
import { useAct } from '../../../app/useAct.ts';
import { WithRider } from '../../../app/WithRider.tsx';
import { Field } from '../../../ui/Field.tsx';
import { Figure } from '../../../ui/Figure.tsx';
import { Loading } from '../../../ui/Loading.tsx';
import { Empty, Refused } from '../../../ui/messages.tsx';
import { MarkedList } from '../../marks/MarkedList.tsx';
import { pointsOf, useBests, useModel, WINDOWS } from '../useCurve.ts';
import { curveLines } from './curveLines.ts';

const CurveChart = lazy(async () => ({
  default: (await import('../../../charts/CurveChart.tsx')).CurveChart,
}));

/** Durations that get a line in the table. */
const LISTED = [1, 5, 15, 30, 60, 120, 180, 300, 480, 720, 1200, 1800, 3600, 7200, 10_800] as const;

/** A rider's power–duration curve: what rides show, what the model says, and what it tells of the rider. */
export function CurvePage() {
  return <WithRider>{(rider) => <Curve rider={rider} />}</WithRider>;
}

type Window = (typeof WINDOWS)[number] | null;

function Curve({ rider }: { rider: Rider }) {
  const { data: riders = [] } = api.useRidersQuery();
  const [window, setWindow] = useState<Window>(365);
  const [over, setOver] = useState<string>('');
  const day = today();
  const bests = useBests(rider.id, day, window);
  const model = useModel(rider, day);
  const { otherRider, otherModel, shownOver, overName } = useOver(rider, riders, over, window, day);
  if (!bests || !model) return <Loading rows={6} />;
  const first = firstName(rider.name);
  if (bests.length === 0) {
    return (
      <>
        <h1>Power–duration curve</h1>
        <Empty title={`No ride of ${first} shows watts yet.`}>
          <Link className="btn btn-primary" to={`/riders/${rider.id}/recordings`}>
            Bring in recordings
          </Link>
        </Empty>
      </>
    );
  }
  return (
    <>
      <div className="title-row">
        <h1>Power–duration curve</h1>
        <span className="soft">{first}</span>
        <Link className="ms-auto" to={`/riders/${rider.id}/zones`}>
          Back to the ladder
        </Link>
      </div>
      <div className="columns">
        <section className="sheet" aria-label="The curve">
          <div className="entry-row">
            <Field label="Bests of">
              {(control) => (
                <Form.Select
                  {...control}
                  value={String(window)}
                  onChange={({ target }) => setWindow(readWindow(target.value))}
                >
                  {[...WINDOWS, null].map((days) => (
                    <option key={String(days)} value={String(days)}>
                      {windowName(days)}
                    </option>
                  ))}
                </Form.Select>
              )}
            </Field>
            <Field label="Over it">
              {(control) => (
                <Form.Select
                  {...control}
                  value={over}
                  onChange={({ target }) => setOver(target.value)}
                >
                  <option value="">nothing</option>
                  <optgroup label="Another window">
                    {[...WINDOWS, null].map((days) => (
                      <option key={String(days)} value={`w${String(days)}`}>
                        {windowName(days)}
                      </option>
                    ))}
                  </optgroup>
                  <optgroup label="Another rider">
                    {riders
                      .filter(({ id, powerSource }) => id !== rider.id && powerSource !== 'none')
                      .map(({ id, name }) => (
                        <option key={id} value={id}>
                          {name}
                        </option>
                      ))}
                  </optgroup>
                </Form.Select>
              )}
            </Field>
          </div>
          <Suspense fallback={<Loading rows={6} />}>
            <CurveChart
              lines={curveLines(bests, model, shownOver, otherRider ? otherModel : null)}
              names={{ own: first, over: overName }}
              ftpW={model.ftpW}
              cpW={model.fit?.cpW ?? null}
              windowName={windowName(window)}
            />
          </Suspense>
          <BestsTable rider={rider} bests={bests} over={shownOver} overName={overName} />
        </section>
        <div>
          <ModelBox model={model} rider={rider} />
          <Strengths rider={rider} day={day} ftpW={model.ftpW} />
          {otherRider && shownOver && (
            <Against
              one={first}
              other={overName}
              bests={bests}
              others={shownOver}
              ftp={[model.ftpW, otherModel?.ftpW ?? null]}
            />
          )}
        </div>
      </div>
    </>
  );
}

/** What is laid over the curve: another window of the same rider, or another rider in the same window. */
function useOver(
  rider: Rider,
  riders: readonly Rider[],
  over: string,
  window: Window,
  day: string,
) {
  const overWindow = over.startsWith('w') ? readWindow(over.slice(1)) : undefined;
  const otherRider = riders.find(({ id }) => id === over);
  const bests = useBests(
    otherRider ? otherRider.id : overWindow === undefined ? '' : rider.id,
    day,
    otherRider ? window : (overWindow ?? null),
  );
  const otherModel = useModel(otherRider, day);
  const overName = otherRider
    ? firstName(otherRider.name)
    : overWindow === undefined
      ? ''
      : windowName(overWindow);
  return { otherRider, otherModel, shownOver: over === '' ? null : (bests ?? null), overName };
}

function ModelBox({
  model,
  rider,
}: {
  model: NonNullable<ReturnType<typeof useModel>>;
  rider: Rider;
}) {
  const { fit, pair, fitFrom, noFit } = model;
  const first = firstName(rider.name);
  return (
    <section className="sheet mb-3" aria-label="The model">
      <h2>CP and W′</h2>
      {fit && fitFrom ? (
        <>
          <dl className="facts">
            <div>
              <dt>CP</dt>
              <dd>
                <Figure
                  working={fitFrom.working}
                  label="CP"
                >{`${roundHalfUp(fit.cpW)}${fit.cpErrorW === null ? '' : ` ± ${roundTo(fit.cpErrorW, 1)}`} W`}</Figure>
              </dd>
            </div>
            <div>
              <dt>W′</dt>
              <dd>
                <Figure
                  working={fitFrom.working}
                  label="W′"
                >{`${roundTo(fit.wPrimeJ / 1000, 1)}${fit.wPrimeErrorJ === null ? '' : ` ± ${roundTo(fit.wPrimeErrorJ / 1000, 1)}`} kJ`}</Figure>
              </dd>
            </div>
          </dl>
          <p className="mb-0">
            From{' '}
            {fitFrom.efforts
              .map(
                ({ seconds, watts, from }) =>
                  `${printDuration(seconds)} at ${roundHalfUp(watts)} W${from === 'marked' ? ' (marked)' : ''}`,
              )
              .join(', ')}
            , the last on {printDay(fitFrom.date)}. {fit.doubts.join(' ')}
          </p>
        </>
      ) : pair ? (
        <p className="mb-0">
          From the best 1:00 ({roundHalfUp(pair.best60W)} W) and 5:00 ({roundHalfUp(pair.best300W)}{' '}
          W) of 90 days: CP {roundHalfUp(pair.cpW)} W, which runs high, and W′{' '}
          {roundTo(pair.wPrimeJ / 1000, 1)} kJ. It holds for reps of 1:00–5:00 and nothing else.
        </p>
      ) : (
        <p className="mb-0">
          Needs a 1:00 and a 5:00 effort of the last 90 days, or maximal efforts of two lengths.
          Until then FTP alone draws the curve of {first}, from 5:00.
        </p>
      )}
      {noFit !== null && <p className="mb-0 mt-2">No fit of CP: {noFit}</p>}
      <MarkedList rider={rider} />
    </section>
  );
}

function Strengths({ rider, day, ftpW }: { rider: Rider; day: string; ftpW: number | null }) {
  const now = useBests(rider.id, day, 365);
  const { data: before = [] } = api.useCurveQuery({
    riderId: rider.id,
    from: plusDays(day, -730),
    to: plusDays(day, -366),
  });
  const { data: half = [] } = api.useCurveQuery({
    riderId: rider.id,
    from: plusDays(day, -365),
    to: plusDays(day, -181),
  });
  const { data: recent = [] } = api.useCurveQuery({
    riderId: rider.id,
    from: plusDays(day, -180),
    to: day,
  });
  if (!now) return null;
  // Less than a year of rides: the half-year before stands for the season before.
  const byYear = before.length > 0;
  const strengths = byYear
    ? strengthsOf(pointsOf(now), pointsOf(before), ftpW)
    : strengthsOf(pointsOf(recent), pointsOf(half), ftpW);
  return (
    <section className="sheet mb-3" aria-label="Strengths">
      <h2>Strengths</h2>
      <ul className="history">
        {strengths.map(({ point, watts, says }) => (
          <li key={point.name}>
            <span>
              {point.name}, {printDuration(point.seconds)}
              <span className="soft small d-block">{says}</span>
            </span>
            <Figure
              working={watts}
              label={`Best ${point.name}`}
            >{`${roundHalfUp(watts.value)} W`}</Figure>
          </li>
        ))}
      </ul>
      {!byYear && half.length > 0 && (
        <p className="soft small mb-0">
          Not a year of rides yet: the last half-year is held against the half-year before.
        </p>
      )}
    </section>
  );
}

function Against({
  one,
  other,
  bests,
  others,
  ftp,
}: {
  one: string;
  other: string;
  bests: readonly CurveBest[];
  others: readonly CurveBest[];
  ftp: readonly [number | null, number | null];
}) {
  const gaps = [5, 60, 300, 1200].flatMap((seconds) => {
    const [a, b] = [observedAt(seconds, pointsOf(bests)), observedAt(seconds, pointsOf(others))];
    return a && b ? [{ seconds, by: Math.round(a[1] - b[1]) }] : [];
  });
  return (
    <section className="sheet" aria-label={`${one} and ${other}`}>
      <h2>
        {one} and {other}
      </h2>
      <p>
        FTP {ftp[0] ?? 'unknown'} and {ftp[1] ?? 'unknown'} W
        {ftp[0] !== null && ftp[1] !== null && Math.abs(ftp[0] - ftp[1]) <= 0.03 * ftp[0]
          ? ': nearly the same, and yet'
          : '.'}
      </p>
      <ul className="mb-0">
        {gaps.map(({ seconds, by }) => (
          <li key={seconds}>
            over {printDuration(seconds)}{' '}
            {by === 0 ? 'both alike' : `${by > 0 ? one : other} has ${Math.abs(by)} W more`}
          </li>
        ))}
      </ul>
    </section>
  );
}

function BestsTable({
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
  const rows = LISTED.flatMap((seconds) => {
    const best = bests.find((each) => each.seconds >= seconds);
    return best ? [{ seconds, best, other: over?.find((each) => each.seconds >= seconds) }] : [];
  });
  return (
    <Table responsive size="sm" className="mt-3 mb-0">
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
                <Link to={`/riders/${rider.id}/tests/import?recording=${best.recordingId}`}>
                  {printDay(best.date)}
                  <span className="visually-hidden">, best over {printDuration(seconds)}</span>
                </Link>
                {seconds >= 60 && seconds <= 1200 && (
                  <MarkBest rider={rider} best={best} seconds={seconds} />
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
}

/** Says of a best that it was all the rider had: it counts for CP and W′. */
function MarkBest({ rider, best, seconds }: { rider: Rider; best: CurveBest; seconds: number }) {
  const { data: marked = [] } = markedEffortsApi.useMarkedEffortsQuery(rider.id);
  const [mark] = markedEffortsApi.useMarkEffortMutation();
  const { act, problem } = useAct();
  if (
    marked.some(
      (each) =>
        each.recordingId === best.recordingId &&
        each.seconds === seconds &&
        each.withdrawn === null,
    )
  )
    return <span className="soft small ms-2">maximal</span>;
  const store = () =>
    act(
      () =>
        mark({ riderId: rider.id, recordingId: best.recordingId, startS: null, seconds, note: '' }),
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
      <Refused problem={problem} />
    </>
  );
}

function readWindow(text: string): Window {
  return WINDOWS.find((days) => String(days) === text) ?? null;
}

function windowName(days: Window): string {
  return days === null ? 'all rides' : `${days} days`;
}
