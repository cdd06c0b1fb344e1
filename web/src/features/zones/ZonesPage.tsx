import type { Rider } from '@uphill/api';
import { ANCHOR_NAMES, isByHeart, layOver, protocolOf, worked } from '@uphill/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Link, useParams } from 'react-router';
import { api, problemOf } from '../../api/client.ts';
import { printDay, today } from '../../app/dates.ts';
import { anchorsOnDay, firstName, ftpOnDay, healthOnDay, shownMass } from '../../app/riderOnDay.ts';
import { useAct } from '../../app/useAct.ts';
import { DateField } from '../../ui/DateField.tsx';
import { Figure } from '../../ui/Figure.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Caution, Empty, Refused } from '../../ui/messages.tsx';
import { AboveFtp } from './AboveFtp.tsx';
import { EffortLadder } from './EffortLadder.tsx';
import { HeartLadder } from './HeartLadder.tsx';
import { Ladder } from './Ladder.tsx';
import { useSchemes } from './useSchemes.ts';

/** A rider's zones as a ladder: height is watts, width is how long it can be held. */
export function ZonesPage() {
  const { riderId = '' } = useParams();
  const { data: rider, error } = api.useRiderQuery(riderId);
  if (error) return <Refused problem={problemOf(error)} />;
  return rider ? <Zones key={rider.id} rider={rider} /> : <Loading />;
}

function Zones({ rider }: { rider: Rider }) {
  const [day, setDay] = useState(today());
  const schemes = useSchemes();
  const scheme = schemes.ofRider(rider);
  const anchors = anchorsOnDay(rider, day);
  const over = layOver(scheme, anchors);
  const byHeart = isByHeart(scheme);
  const heartTells = healthOnDay(rider, day).heartRate;
  return (
    <>
      <div className="columns">
        <section className="sheet ladder-sheet" aria-labelledby="ladder-title">
          <div className="title-row">
            <h1 id="ladder-title">{byHeart ? 'Zones' : 'Zone ladder'}</h1>
            <span className="soft">
              from <From rider={rider} day={day} anchorKind={scheme.anchor} /> · {scheme.name}
            </span>
          </div>
          {!('missing' in over) ? (
            byHeart ? (
              <HeartLadder scheme={scheme} over={over} />
            ) : (
              <Ladder scheme={scheme} over={over} massKg={shownMass(rider, day)} />
            )
          ) : byHeart && !heartTells ? (
            <>
              <p>
                The health screen rules heart rate out for {firstName(rider.name)}: RPE governs.
              </p>
              <EffortLadder />
            </>
          ) : (
            <NoAnchor rider={rider} what={over.missing} lactate={scheme.anchor === 'lactate'} />
          )}
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
            <p className="soft mt-2 mb-0">{asOf(rider, day)}</p>
          </section>
          <section className="sheet mb-3">
            <h2>Look further</h2>
            <ul className="link-list">
              <li>
                <Link to={`/riders/${rider.id}/zones/compare`}>Compare schemes, compare dates</Link>
              </li>
              {rider.powerSource !== 'none' && (
                <li>
                  <Link to={`/riders/${rider.id}/zones/curve`}>
                    Power–duration curve and strengths
                  </Link>
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
          <section className="sheet mb-3">
            <h2>How to read it</h2>
            <p>
              Below FTP, percent of FTP suits everyone. Above it, it does not: riders of the same
              FTP differ most there.
            </p>
            <p className="mb-0">
              Heart rate also rises with nerves, the tucked position, heat and high cadence, by 20
              beats easily, so read it beside the watts and the note.{' '}
              {!heartTells
                ? 'For this rider it tells nothing: RPE governs.'
                : anchors.thresholdHr == null &&
                  'No threshold heart rate is stored, so none is shown.'}
            </p>
          </section>
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

function asOf(rider: Rider, day: string): string {
  const entry = ftpOnDay(rider, day);
  if (!entry) return 'No FTP yet.';
  return entry.countsFrom > day
    ? `Before the first FTP; the first one, from ${printDay(entry.countsFrom)}, is borrowed.`
    : `The FTP in use on that day counts from ${printDay(entry.countsFrom)}.`;
}

/** Which figure the ladder hangs on, and where it comes from. */
function From({ rider, day, anchorKind }: { rider: Rider; day: string; anchorKind: string }) {
  const { data: tests = [] } = api.useTestsQuery(rider.id);
  const anchors = anchorsOnDay(rider, day);
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
  const [change] = api.useChangeRiderMutation();
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
      <Refused problem={problem} />
      <Form.Select
        aria-label="Scheme"
        value={rider.schemeId ?? ''}
        onChange={({ target }) => choose(target.value)}
      >
        <option value="">
          {rider.powerSource === 'none'
            ? 'By what is known of the heart'
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
