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
import { Link } from 'react-router';
import { testsApi } from '../../shared/api/tests.ts';
import { printAge, printDay } from '../../shared/dates.ts';
import { firstName, shownMass } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { Figure } from '../../ui/Figure.tsx';
import { ReasonForm } from '../../ui/ReasonForm.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { AcceptFtp } from './AcceptFtp.tsx';
import { Checks } from './Checks.tsx';
import { useTwenty } from './useTwenty.ts';
import { ResultFigures } from './ResultFigures.tsx';

/** One test: what it gave, how far it can be believed, what follows from it. */
export function OneTest({ rider, test }: { rider: Rider; test: Test }) {
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
    [
      'Why',
      used.reason || (test.measuredW === used.usedW ? 'adopted as measured' : 'no reason given'),
    ],
  ]);
}
