import type { Rider } from '@uphill/api';
import { bandsFor, FIVE_BY_THRESHOLD_HR, protocolOf, SEVEN_STEPS, worked } from '@uphill/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Link, useParams } from 'react-router';
import { api, problemOf } from '../../api/client.ts';
import { printDay, today } from '../../app/dates.ts';
import { firstName, ftpOnDay, riderOnDay } from '../../app/riderOnDay.ts';
import { Figure } from '../../ui/Figure.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Caution, Empty, Refused } from '../../ui/messages.tsx';
import { HeartLadder } from './HeartLadder.tsx';
import { Ladder } from './Ladder.tsx';

/** A rider's zones as a ladder: height is watts, width is how long it can be held. */
export function ZonesPage() {
  const { riderId = '' } = useParams();
  const [day, setDay] = useState(today());
  const { data: rider, error } = api.useRiderQuery(riderId);
  const { data: tests = [] } = api.useTestsQuery(riderId);
  if (error) return <Refused problem={problemOf(error)} />;
  if (!rider) return <Loading />;
  const numbers = riderOnDay(rider, day);
  const entry = ftpOnDay(rider, day);
  const test = tests.find(({ id }) => id === entry?.testId);
  const hearts = numbers.thresholdBpm === null ? null : bandsFor(FIVE_BY_THRESHOLD_HR, numbers.thresholdBpm);

  if (!numbers.hasPower) {
    return hearts && numbers.thresholdBpm !== null ? (
      <section className="sheet">
        <div className="title-row">
          <h1>Zones</h1>
          <span className="soft">
            from threshold heart rate <strong>{numbers.thresholdBpm} bpm</strong> · {FIVE_BY_THRESHOLD_HR.name}
          </span>
        </div>
        <HeartLadder bands={hearts} thresholdBpm={numbers.thresholdBpm} />
      </section>
    ) : (
      <NoAnchor rider={rider} what="no threshold heart rate" />
    );
  }
  if (!entry || numbers.ftpW === null) return <NoAnchor rider={rider} what="no FTP" />;
  const from = worked(numbers.ftpW, 'W', 'FTP in use', [
    ...(test ? [[protocolOf(test.protocol).name, printDay(test.date)] as const] : []),
    ...(entry.measuredW === null ? [] : [['Measured', `${entry.measuredW} W`] as const]),
    ['Used', `${entry.usedW} W`],
    ['Counts from', printDay(entry.countsFrom)],
    ...(entry.reason ? [['Why', entry.reason] as const] : []),
  ]);
  return (
    <div className="columns">
      <section className="sheet ladder-sheet" aria-labelledby="ladder-title">
        <div className="title-row">
          <h1 id="ladder-title">Zone ladder</h1>
          <span className="soft">
            from FTP <Figure working={from} label="FTP in use">{`${numbers.ftpW} W`}</Figure> · {SEVEN_STEPS.name}
          </span>
        </div>
        <Ladder bands={bandsFor(SEVEN_STEPS, numbers.ftpW)} ftpW={numbers.ftpW} massKg={numbers.massKg} hearts={hearts} />
      </section>
      <div>
        <section className="sheet mb-3">
          <h2>As of</h2>
          <Form.Control type="date" aria-label="The day the zones are for" value={day} onChange={({ target }) => target.value && setDay(target.value)} />
          <p className="soft mt-2 mb-0">
            {entry.countsFrom > day
              ? `Before the first FTP; the first one, from ${printDay(entry.countsFrom)}, is borrowed.`
              : `The FTP in use on that day counts from ${printDay(entry.countsFrom)}.`}
          </p>
        </section>
        <section className="sheet mb-3">
          <h2>How to read it</h2>
          <p>Below FTP, percent of FTP suits everyone. Above it, it does not: riders of the same FTP differ most there.</p>
          <p className="mb-0">
            Heart rate also rises with nerves, heat and high cadence, so read it beside the watts.{' '}
            {hearts === null && 'No threshold heart rate is stored, so none is shown.'}
          </p>
        </section>
        <Caution>Chest pain, faintness or an odd heartbeat: stop, and see a doctor before riding hard again.</Caution>
      </div>
    </div>
  );
}

function NoAnchor({ rider, what }: { rider: Rider; what: string }) {
  return (
    <>
      <h1>Zones</h1>
      <Empty title={`${firstName(rider.name)} has ${what}. Zones follow from a test, or from a number you trust.`}>
        <Link className="btn btn-primary" to={`/riders/${rider.id}/tests/import`}>
          Bring in a recording
        </Link>
        <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/tests/new`}>
          Enter by hand
        </Link>
      </Empty>
    </>
  );
}
