import type { Rider } from '@uphill/api';
import { ANCHOR_NAMES, isByHeart, layOver, type Scheme } from '@uphill/core/zones';
import { protocolOf } from '@uphill/core/testing';
import { worked } from '@uphill/core/working';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Link, useParams } from 'react-router';
import { ridersApi } from '../../shared/api/riders.ts';
import { testsApi } from '../../shared/api/tests.ts';
import { inTheWay } from '../../shared/api/problemOf.ts';
import { printDay, today } from '../../shared/dates.ts';
import {
  anchorsOnDay,
  firstName,
  ftpOnDay,
  healthOnDay,
  shownMass,
} from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { printPooled, usePooledFtp } from '../../shared/usePooledFtp.ts';
import { DateField } from '../../ui/DateField.tsx';
import { Figure } from '../../ui/Figure.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Caution, Empty, ProblemNote } from '../../ui/messages.tsx';
import { AboveFtp } from './AboveFtp.tsx';
import { EffortLadder } from './EffortLadder.tsx';
import { HeartLadder } from './HeartLadder.tsx';
import { Ladder } from './Ladder.tsx';
import { useSchemes } from '../../shared/useSchemes.ts';
import { Heading } from '../../ui/Heading.tsx';

/** A rider's zones as a ladder: height is watts, width is how long it can be held. */
export function ZonesPage() {
  const { riderId = '' } = useParams();
  const { data: rider, currentData, error } = ridersApi.useRiderQuery(riderId);
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  return rider ? <Zones key={rider.id} rider={rider} /> : <Loading />;
}

function Zones({ rider }: { rider: Rider }) {
  const [day, setDay] = useState(today());
  const schemes = useSchemes();
  const scheme = schemes.ofRider(rider);
  const anchors = anchorsOnDay(rider, day);
  const over = layOver(scheme, anchors);
  const byHeart = isByHeart(scheme);
  return (
    <>
      <div className="columns">
        <section className="sheet ladder-sheet" aria-labelledby="ladder-title">
          <div className="title-row">
            <Heading id="ladder-title">{byHeart ? 'Zones' : 'Zone ladder'}</Heading>
            <span className="soft">
              from <From rider={rider} day={day} anchorKind={scheme.anchor} /> · {scheme.name}
            </span>
          </div>
          <Rungs rider={rider} day={day} scheme={scheme} />
          {!('missing' in over) && over.assumed && (
            <p className="soft mb-0">
              Without a lactate test 75 % and 100 % of FTP stand in for LT1 and LT2, assumed.
            </p>
          )}
        </section>
        <div>
          <section className="sheet mb-3">
            <h2>Scheme and day</h2>
            <ChooseScheme rider={rider} />
            <div className="mt-2">
              <DateField
                quiet
                label="The day the zones are for"
                use="any"
                value={day}
                change={setDay}
              />
            </div>
            {asOf(rider, day) !== null && <p className="soft mt-2 mb-0">{asOf(rider, day)}</p>}
          </section>
          <More rider={rider} />
          <HowToRead rider={rider} day={day} />
          <Caution>
            Chest pain, faintness or an odd heartbeat: stop, and see a doctor before riding hard
            again.
          </Caution>
        </div>
      </div>
      {anchors.ftp != null && rider.powerSource !== 'none' && (
        <AboveFtp rider={rider} ftpW={anchors.ftp} day={day} />
      )}
    </>
  );
}

interface OfDay {
  readonly rider: Rider;
  readonly day: string;
}

/** The ladder itself, or what stands in the way of one. */
function Rungs({ rider, day, scheme }: OfDay & { readonly scheme: Scheme }) {
  const over = layOver(scheme, anchorsOnDay(rider, day));
  const byHeart = isByHeart(scheme);
  if (!('missing' in over))
    return byHeart ? (
      <HeartLadder scheme={scheme} over={over} />
    ) : (
      <Ladder scheme={scheme} over={over} massKg={shownMass(rider, day)} />
    );
  if (byHeart && !healthOnDay(rider, day).heartRate)
    return (
      <>
        <p>The health screen rules heart rate out for {firstName(rider.name)}: RPE governs.</p>
        <EffortLadder />
      </>
    );
  return <NoAnchor rider={rider} what={over.missing} lactate={scheme.anchor === 'lactate'} />;
}

function More({ rider }: { rider: Rider }) {
  return (
    <section className="sheet mb-3">
      <h2>More</h2>
      <ul className="link-list">
        <li>
          <Link to={`/riders/${rider.id}/zones/compare`}>Compare schemes, compare dates</Link>
        </li>
        {rider.powerSource !== 'none' && (
          <li>
            <Link to={`/riders/${rider.id}/zones/curve`}>Power–duration curve and strengths</Link>
          </li>
        )}
        <li>
          <Link to={`/riders/${rider.id}/zones/card`}>Zone card to print or save</Link>
        </li>
        <li>
          <Link to={`/zones/sheet?riders=${rider.id}`}>Several riders on one sheet</Link>
        </li>
        <li>
          <Link to="/schemes">Schemes, and your own</Link>
        </li>
      </ul>
    </section>
  );
}

function HowToRead({ rider, day }: OfDay) {
  const heartTells = healthOnDay(rider, day).heartRate;
  const anchors = anchorsOnDay(rider, day);
  return (
    <section className="sheet mb-3">
      <h2>How to read it</h2>
      {rider.powerSource !== 'none' && (
        <p>
          Below FTP, percent of FTP suits everyone. Above it, it does not: riders of the same FTP
          differ most there.
        </p>
      )}
      <p className="mb-0">
        Heart rate also rises with nerves, the tucked position, heat and high cadence, by 20 beats
        easily, so read it beside {rider.powerSource === 'none' ? 'how it feels' : 'the watts'} and
        the note. {!heartTells && 'For this rider it says nothing: RPE governs.'}
        {heartTells &&
          anchors.thresholdHr == null &&
          'There is no threshold heart rate yet, so none is shown.'}
      </p>
    </section>
  );
}

function asOf(rider: Rider, day: string): string | null {
  const entry = ftpOnDay(rider, day);
  if (rider.powerSource === 'none') return null;
  if (!entry) return 'No FTP yet.';
  const next = rider.ftp
    .filter(({ countsFrom }) => countsFrom > day && countsFrom > entry.countsFrom)
    .sort((one, other) => one.countsFrom.localeCompare(other.countsFrom))[0];
  const later = next ? ` From ${printDay(next.countsFrom)} on it is ${next.usedW} W.` : '';
  return entry.countsFrom > day
    ? `No FTP yet ${day === today() ? 'today' : 'on this day'}; showing the one that starts ${printDay(entry.countsFrom)}.`
    : `The FTP in use on that day counts from ${printDay(entry.countsFrom)}.${later}`;
}

/** Which figure the ladder hangs on, and where it comes from. */
function From({ rider, day, anchorKind }: { rider: Rider; day: string; anchorKind: string }) {
  const { data: tests = [] } = testsApi.useTestsQuery(rider.id);
  const anchors = anchorsOnDay(rider, day);
  const pooled = usePooledFtp(rider, day);
  const entry = ftpOnDay(rider, day);
  const test = tests.find(({ id }) => id === entry?.testId);
  if (anchorKind === 'thresholdHr' || anchorKind === 'maximalHr') {
    const beats = anchors[anchorKind];
    return (
      <>
        {ANCHOR_NAMES[anchorKind].name.toLowerCase()}{' '}
        <strong>{beats == null ? 'not known' : `${beats} bpm`}</strong>
      </>
    );
  }
  if (anchorKind === 'lactate' && anchors.lt1 != null && anchors.lt2 != null) {
    return (
      <>
        LT1 <strong>{anchors.lt1} W</strong> and LT2 <strong>{anchors.lt2} W</strong>
      </>
    );
  }
  if (!entry) return <>no FTP</>;
  const from = worked(entry.usedW, 'W', 'FTP in use', [
    ...(test ? [[protocolOf(test.protocol).name, printDay(test.date)] as const] : []),
    ...(entry.measuredW === null ? [] : [['Measured', `${entry.measuredW} W`] as const]),
    ['Used', `${entry.usedW} W`],
    ['Counts from', printDay(entry.countsFrom)],
    ...(entry.reason ? [['Why', entry.reason] as const] : []),
    ...(pooled ? [['Beside it: from everything', printPooled(pooled)] as const] : []),
  ]);
  return (
    <>
      FTP <Figure working={from} label="FTP in use">{`${entry.usedW} W`}</Figure>
    </>
  );
}

/** The scheme of this rider; the choice is stored with the rider. */
function ChooseScheme({ rider }: { rider: Rider }) {
  const schemes = useSchemes();
  const [change] = ridersApi.useChangeRiderMutation();
  const { act, problem } = useAct();
  const fitting = rider.powerSource === 'none' ? schemes.all.filter(isByHeart) : schemes.all;
  const choose = (id: string): void => {
    const name = schemes.byId(id)?.name ?? schemes.defaultScheme.name;
    void act(
      () => change({ id: rider.id, version: rider.version, schemeId: id === '' ? null : id }),
      `Zones of ${firstName(rider.name)}: ${name}.`,
    );
  };
  return (
    <>
      <ProblemNote problem={problem} />
      <Form.Select
        aria-label="Scheme"
        value={rider.schemeId ?? ''}
        onChange={({ target }) => choose(target.value)}
      >
        <option value="">
          {rider.powerSource === 'none'
            ? 'By the heart rates known'
            : `The default: ${schemes.defaultScheme.name}`}
        </option>
        {fitting.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Form.Select>
    </>
  );
}

function NoAnchor({ rider, what, lactate }: { rider: Rider; what: string; lactate: boolean }) {
  return (
    <Empty
      title={`${firstName(rider.name)} has ${what}. ${lactate ? 'This scheme follows from lactate steps; choose another until then.' : 'Zones follow from a test, or from a number you trust.'}`}
    >
      <Link
        className="btn btn-primary"
        to={`/riders/${rider.id}/tests/choose${lactate ? '?tells=thresholds' : ''}`}
      >
        Plan a test
      </Link>
      <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/tests/new`}>
        Enter by hand
      </Link>
    </Empty>
  );
}
