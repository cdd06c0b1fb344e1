import type { Rider } from '@uphill/api';
import { lazy, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { today } from '../../../shared/dates.ts';
import { firstName } from '../../../shared/riderOnDay.ts';
import { WithRider } from '../../../ui/WithRider.tsx';
import { Field } from '../../../ui/Field.tsx';
import { Later } from '../../../charts/Later.tsx';
import { Loading } from '../../../ui/Loading.tsx';
import { Empty } from '../../../ui/messages.tsx';
import { useBests, useModel, WINDOWS } from '../useCurve.ts';
import { curveLines } from '../../../charts/curveLines.ts';
import { useActiveRiders } from '../../../shared/useActiveRiders.ts';
import { ModelBox } from './ModelBox.tsx';
import { GoalGap } from './GoalGap.tsx';
import { BestsTable } from './BestsTable.tsx';
import { Against, Strengths } from './Strengths.tsx';
import { Heading } from '../../../ui/Heading.tsx';

const CurveChart = lazy(async () => ({
  default: (await import('../../../charts/CurveChart.tsx')).CurveChart,
}));

/** A rider's power–duration curve: what rides show, what the model says, and what it tells of the rider. */
export function CurvePage() {
  return <WithRider>{(rider) => <Curve rider={rider} />}</WithRider>;
}

type Window = (typeof WINDOWS)[number] | null;

function Curve({ rider }: { rider: Rider }) {
  const { riders = [] } = useActiveRiders();
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
        <Heading>Power–duration curve</Heading>
        <Empty title={`No ride of ${first} has watts yet.`}>
          <Link className="btn btn-primary" to={`/riders/${rider.id}/rides`}>
            Import recordings
          </Link>
        </Empty>
      </>
    );
  }
  return (
    <>
      <div className="title-row">
        <Heading>Power–duration curve</Heading>
        <span className="soft">{first}</span>
        <Link className="ms-auto" to={`/riders/${rider.id}/zones`}>
          Back to the ladder
        </Link>
      </div>
      <div className="columns">
        <section className="sheet" aria-label="The curve">
          <Choose
            rider={rider}
            riders={riders}
            window={window}
            setWindow={setWindow}
            over={over}
            setOver={setOver}
          />
          <Later height={400}>
            <CurveChart
              lines={curveLines(bests, model, shownOver, otherRider ? otherModel : null)}
              names={{ own: first, over: overName }}
              ftpW={model.ftpW}
              cpW={model.fit?.cpW ?? null}
              windowName={windowName(window)}
            />
          </Later>
          <BestsTable rider={rider} bests={bests} over={shownOver} overName={overName} />
        </section>
        <div>
          <ModelBox model={model} rider={rider} />
          <GoalGap rider={rider} model={model} day={day} />
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

interface ChooseProps {
  readonly rider: Rider;
  readonly riders: readonly Rider[];
  readonly window: Window;
  readonly setWindow: (window: Window) => void;
  readonly over: string;
  readonly setOver: (over: string) => void;
}

/** Which bests are shown, and what they are compared with. */
function Choose({ rider, riders, window, setWindow, over, setOver }: ChooseProps) {
  return (
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
      <Field label="Compare with">
        {(control) => (
          <Form.Select {...control} value={over} onChange={({ target }) => setOver(target.value)}>
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
  const sameRider = overWindow === undefined ? '' : rider.id;
  const bests = useBests(
    otherRider ? otherRider.id : sameRider,
    day,
    otherRider ? window : (overWindow ?? null),
  );
  const otherModel = useModel(otherRider, day);
  let overName: string;
  if (otherRider) overName = firstName(otherRider.name);
  else if (overWindow === undefined) overName = '';
  else overName = windowName(overWindow);
  return { otherRider, otherModel, shownOver: over === '' ? null : (bests ?? null), overName };
}

function readWindow(text: string): Window {
  return WINDOWS.find((days) => String(days) === text) ?? null;
}

function windowName(days: Window): string {
  return days === null ? 'all rides' : `${days} days`;
}
