import type { Rider, Test } from '@uphill/api';
import {
  type Protocol,
  protocolOf,
  type Reading,
  resultOf,
  type TestResult,
  whatNext,
  worked,
} from '@uphill/core';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link, useParams } from 'react-router';
import { api, problemOf } from '../../api/client.ts';
import { printAge, printDay, today } from '../../app/dates.ts';
import { firstName, ftpOnDay, retestIn, shownMass } from '../../app/riderOnDay.ts';
import { useAct } from '../../app/useAct.ts';
import { Figure } from '../../ui/Figure.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Caution, Empty, Refused } from '../../ui/messages.tsx';
import { AcceptFtp } from './AcceptFtp.tsx';
import { Checks } from './Checks.tsx';
import { FtpLine } from './FtpLine.tsx';
import { useTwenty } from './useTwenty.ts';
import { OpenTestDays } from './OpenTestDays.tsx';
import { RampForecast } from './RampForecast.tsx';
import { ResultFigures } from './ResultFigures.tsx';

/** A rider's tests: the line of results through time, one of them opened, and what to do next. */
export function TestsPage() {
  const { riderId = '' } = useParams();
  const { data: rider, error } = api.useRiderQuery(riderId);
  const { data: tests } = api.useTestsQuery(riderId);
  const [chosen, setChosen] = useState<string | null>(null);
  if (error) return <Refused problem={problemOf(error)} />;
  if (!rider || !tests) return <Loading />;
  const open =
    tests.find(({ id }) => id === chosen) ??
    tests.find(({ withdrawn }) => withdrawn === null) ??
    tests[0];
  return (
    <>
      <div className="title-row">
        <h1>Tests</h1>
        <span className="soft">{nextStep(rider)}</span>
        <span className="ms-auto d-flex flex-wrap gap-2">
          <Link className="btn btn-link" to={`/riders/${rider.id}/recordings`}>
            Recordings
          </Link>
          <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/tests/new`}>
            Enter by hand
          </Link>
          <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/tests/import`}>
            Bring in a recording
          </Link>
          <Link className="btn btn-primary" to={`/riders/${rider.id}/tests/choose`}>
            Test day
          </Link>
        </span>
      </div>
      <OpenTestDays rider={rider} />
      <div className="columns">
        <section className="sheet" aria-label="Results through time">
          {open ? (
            <>
              <FtpLine rider={rider} tests={tests} open={open.id} choose={setChosen} />
              <OneTest key={open.id} rider={rider} test={open} />
            </>
          ) : (
            <Empty
              title={
                rider.powerSource === 'none'
                  ? `${firstName(rider.name)} has no test yet. Enter a twenty-minute test by heart rate.`
                  : `${firstName(rider.name)} has no FTP. Ride a ramp, or type a number you trust.`
              }
            >
              <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/tests/new`}>
                Enter by hand
              </Link>
            </Empty>
          )}
        </section>
        <div>
          {rider.powerSource !== 'none' && <FtpHistory rider={rider} />}
          {rider.powerSource !== 'none' && (
            <RampForecast ftpW={ftpOnDay(rider, today())?.usedW ?? null} />
          )}
          <Caution>
            Chest pain, faintness or an odd heartbeat: stop, get help. A maximal test is never
            ridden alone.
          </Caution>
        </div>
      </div>
    </>
  );
}

function nextStep(rider: Rider): string {
  const retest = retestIn(rider);
  if (retest === null) return 'Nothing measured yet';
  if (retest > 0) return `Next test due in ${retest} days`;
  return retest === 0 ? 'A retest is due today' : `A retest has been due for ${-retest} days`;
}

function OneTest({ rider, test }: { rider: Rider; test: Test }) {
  const protocol = protocolOf(test.protocol);
  const used = rider.ftp.find(({ testId }) => testId === test.id);
  const twentyMinuteW = useTwenty(rider, test.date);
  const result: Reading<TestResult> = resultOf(protocol, {
    ...test,
    massKg: shownMass(rider, test.date),
    twentyMinuteW,
  });
  const ftp = result.ok ? result.value.ftp : null;
  return (
    <article className="mt-3" aria-label={`${protocol.name}, ${printDay(test.date)}`}>
      <div className="title-row">
        <h2 className="mb-0">
          {protocol.name}, {printDay(test.date)}
        </h2>
        <span className="soft">
          {printAge(test.date)} ·{' '}
          {test.powerSource === 'none' ? 'no power meter' : test.powerSource}
        </span>
      </div>
      {test.withdrawn !== null && (
        <p>
          <strong>Withdrawn:</strong> {test.withdrawn} It counts for nothing until it comes back.
        </p>
      )}
      {!result.ok && <p className="soft">{result.reason}</p>}
      <ResultFigures
        protocol={protocol}
        result={
          result.ok ? result.value : { readingW: null, ftp: null, meanBpm: null, figures: [] }
        }
      >
        {test.readingW !== null &&
          protocol.reading.kind !== 'lactate' &&
          protocol.reading.kind !== 'fourEfforts' && (
            <div>
              <dt>Reading: {protocol.readingName}</dt>
              <dd>{Math.round(test.readingW)} W</dd>
            </div>
          )}
        <div>
          <dt>Used</dt>
          <dd>
            {used ? (
              <Figure
                working={usedWorking(test, used)}
                label="FTP used"
              >{`${used.usedW} W`}</Figure>
            ) : (
              <span className="soft">{unusedText(protocol)}</span>
            )}
          </dd>
        </div>
      </ResultFigures>
      {test.note && <p>{test.note}</p>}
      {result.ok && test.withdrawn === null && (
        <p className="consequence">
          <strong>What next?</strong>{' '}
          {whatNext(
            protocol,
            result.value,
            test.checks,
            used?.usedW ?? null,
            firstName(rider.name),
          )}
        </p>
      )}
      <Checks checks={test.checks} />
      {test.effort && (
        <RecordingLinks rider={rider} test={test} recordingId={test.effort.recordingId} />
      )}
      {ftp && !used && test.withdrawn === null && (
        <AcceptFtp rider={rider} test={test} measuredW={ftp.value} />
      )}
      <Withdraw rider={rider} test={test} />
    </article>
  );
}

function RecordingLinks({
  rider,
  test,
  recordingId,
}: {
  rider: Rider;
  test: Test;
  recordingId: string;
}) {
  return (
    <p className="d-flex flex-wrap gap-3">
      <Link to={`/riders/${rider.id}/tests/import?recording=${recordingId}&test=${test.id}`}>
        See the recording
      </Link>
      <Link to={`/riders/${rider.id}/tests/compare?test=${test.id}`}>Lay it over another</Link>
    </p>
  );
}

/** A test can be withdrawn with its reason; it stays to be seen, and can come back. */
function Withdraw({ rider, test }: { rider: Rider; test: Test }) {
  const [withdraw] = api.useWithdrawTestMutation();
  const [remove] = api.useRemoveTestMutation();
  const { act, problem } = useAct();
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  const change = async (withdrawn: string | null, done: string): Promise<void> => {
    if (
      await act(
        () => withdraw({ riderId: rider.id, id: test.id, version: test.version, withdrawn }),
        done,
      )
    )
      setAsking(false);
  };
  return (
    <div className="mt-3">
      <Refused problem={problem} />
      {test.withdrawn !== null ? (
        <>
          <Button
            variant="outline-secondary"
            onClick={() => void change(null, 'Test brought back.')}
          >
            Bring it back
          </Button>
          <Button variant="link" onClick={() => void act(() => remove(test), 'Test removed.')}>
            Remove for good
          </Button>
        </>
      ) : asking ? (
        <Form
          className="d-flex flex-wrap gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (reason.trim() !== '') void change(reason.trim(), 'Test withdrawn.');
          }}
        >
          <Form.Control
            className="w-auto flex-grow-1"
            autoFocus
            maxLength={300}
            aria-label="Why it is withdrawn"
            placeholder="why"
            value={reason}
            onChange={({ target }) => setReason(target.value)}
          />
          <Button type="submit" variant="outline-secondary" disabled={reason.trim() === ''}>
            Withdraw it
          </Button>
          <Button variant="link" onClick={() => setAsking(false)}>
            Keep it
          </Button>
        </Form>
      ) : (
        <Button variant="link" className="px-0" onClick={() => setAsking(true)}>
          Withdraw
        </Button>
      )}
    </div>
  );
}

/** What stands where no FTP is used from a test. */
function unusedText({ ftpPercent, reading }: Protocol): string {
  if (ftpPercent !== null) return 'not accepted yet';
  return reading.kind === 'steadyHeartRate' ? 'heart-rate zones' : 'no FTP';
}

function usedWorking(test: Test, used: Rider['ftp'][number]) {
  return worked(used.usedW, 'W', 'FTP in use', [
    ['Measured', test.measuredW === null ? 'by hand' : `${test.measuredW} W`],
    ['Used', `${used.usedW} W`],
    ['Counts from', printDay(used.countsFrom)],
    ['Why', used.reason || (test.measuredW === used.usedW ? 'as measured' : 'no reason given')],
  ]);
}

function FtpHistory({ rider }: { rider: Rider }) {
  const [withdraw] = api.useWithdrawFtpMutation();
  const { act, problem } = useAct();
  if (rider.ftp.length === 0) return null;
  const current = ftpOnDay(rider, today());
  return (
    <section className="sheet mb-3">
      <h2>FTP in use</h2>
      <Refused problem={problem} />
      <ul className="history">
        {[...rider.ftp].reverse().map((entry) => (
          <li key={entry.id}>
            <span>
              from {printDay(entry.countsFrom)}
              {entry.countsFrom > today() ? ', to come' : entry.id === current?.id ? ', now' : ''}
              {entry.reason && <span className="soft d-block small">{entry.reason}</span>}
            </span>
            <span className="text-nowrap">
              <strong>{entry.usedW} W</strong>
              {entry.measuredW !== null && entry.measuredW !== entry.usedW && (
                <span className="soft small d-block">measured {entry.measuredW}</span>
              )}
              <Button
                size="sm"
                variant="link"
                className="p-0 d-block ms-auto"
                onClick={() => void act(() => withdraw(entry), `FTP ${entry.usedW} W taken back.`)}
              >
                Take back<span className="visually-hidden"> {entry.usedW} W</span>
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
