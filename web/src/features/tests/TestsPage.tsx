import type { Rider, Test } from '@uphill/api';
import {
  type Protocol,
  protocolOf,
  resultOf,
  type TestResult,
  whatNext,
} from '@uphill/core/testing';
import type { Refused, Understood } from '@uphill/core/units';
import { worked } from '@uphill/core/working';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useParams } from 'react-router';
import { ftpApi } from '../../shared/api/ftp.ts';
import { ridersApi } from '../../shared/api/riders.ts';
import { testsApi } from '../../shared/api/tests.ts';
import { problemOf } from '../../shared/api/problemOf.ts';
import { printAge, printDay, today } from '../../shared/dates.ts';
import { firstName, ftpOnDay, retestIn, shownMass } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { Figure } from '../../ui/Figure.tsx';
import { ReasonForm } from '../../ui/ReasonForm.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Caution, Empty, ProblemNote } from '../../ui/messages.tsx';
import { AcceptFtp } from './AcceptFtp.tsx';
import { Checks } from './Checks.tsx';
import { FtpLine } from './FtpLine.tsx';
import { useTwenty } from './useTwenty.ts';
import { OpenTestDays } from './OpenTestDays.tsx';
import { RampForecast } from './RampForecast.tsx';
import { lastRamp } from './rampWords.ts';
import { ResultFigures } from './ResultFigures.tsx';

/** A rider's tests: the line of results through time, one of them opened, and what to do next. */
export function TestsPage() {
  const { riderId = '' } = useParams();
  const { data: rider, error } = ridersApi.useRiderQuery(riderId);
  const { data: tests } = testsApi.useTestsQuery(riderId);
  const [chosen, setChosen] = useState<string | null>(null);
  if (error) return <ProblemNote problem={problemOf(error)} />;
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
          <Link className="btn btn-link" to={`/riders/${rider.id}/rides`}>
            Rides
          </Link>
          <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/tests/new`}>
            Enter by hand
          </Link>
          <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/tests/import`}>
            Import a recording
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
            <RampForecast ftpW={ftpOnDay(rider, today())?.usedW ?? null} last={lastRamp(tests)} />
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
  if (retest === null) return 'No test yet';
  if (retest > 0) return `Next test due in ${retest} days`;
  return retest === 0 ? 'A retest is due today' : `A retest has been due for ${-retest} days`;
}

function OneTest({ rider, test }: { rider: Rider; test: Test }) {
  const protocol = protocolOf(test.protocol);
  const used = rider.ftp.find(({ testId }) => testId === test.id);
  const twentyMinuteW = useTwenty(rider, test.date);
  const result: Understood<TestResult> | Refused = resultOf(protocol, {
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
          {printAge(test.date)} · {sourceWords(rider, test)}
        </span>
      </div>
      {test.withdrawn !== null && (
        <p>
          <strong>Withdrawn:</strong> {test.withdrawn} It does not count until it is restored.
        </p>
      )}
      {test.unreadable !== null && <p className="soft">{test.unreadable}</p>}
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

/** What measured the watts; on the stand-ins of a rider who is none, that. */
function sourceWords(rider: Rider, test: Test): string {
  if (test.standIns && !rider.demo) return 'stand-ins';
  return test.powerSource === 'none' ? 'no power meter' : test.powerSource;
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
      <Link to={`/riders/${rider.id}/tests/compare?test=${test.id}`}>Compare with another</Link>
    </p>
  );
}

/** A test can be withdrawn with its reason; it stays to be seen, and can come back. */
function Withdraw({ rider, test }: { rider: Rider; test: Test }) {
  const [withdraw] = testsApi.useWithdrawTestMutation();
  const [remove] = testsApi.useRemoveTestMutation();
  const { act, problem } = useAct();
  const [asking, setAsking] = useState(false);
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
      <ProblemNote problem={problem} />
      {test.withdrawn !== null && (
        <>
          <Button variant="outline-secondary" onClick={() => void change(null, 'Test restored.')}>
            Restore it
          </Button>
          <Button variant="link" onClick={() => void act(() => remove(test), 'Test deleted.')}>
            Delete for good
          </Button>
        </>
      )}
      {test.withdrawn === null && asking && (
        <ReasonForm
          quiet
          label="Why it is withdrawn"
          action="Withdraw"
          give={(reason) => void change(reason, 'Test withdrawn.')}
          cancel={() => setAsking(false)}
        />
      )}
      {test.withdrawn === null && !asking && (
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

function whenWords(entry: Rider['ftp'][number], current: Rider['ftp'][number] | null): string {
  if (entry.countsFrom > today()) return ', to come';
  return entry.id === current?.id ? ', now' : '';
}

function FtpHistory({ rider }: { rider: Rider }) {
  const [withdraw] = ftpApi.useWithdrawFtpMutation();
  const { act, problem } = useAct();
  if (rider.ftp.length === 0) return null;
  const current = ftpOnDay(rider, today());
  return (
    <section className="sheet mb-3">
      <h2>FTP in use</h2>
      <ProblemNote problem={problem} />
      <ul className="history">
        {[...rider.ftp].reverse().map((entry) => (
          <li key={entry.id}>
            <span>
              from {printDay(entry.countsFrom)}
              {whenWords(entry, current)}
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
                onClick={() => void act(() => withdraw(entry), `FTP ${entry.usedW} W withdrawn.`)}
              >
                Withdraw<span className="visually-hidden"> {entry.usedW} W</span>
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
