import { plural } from '@uphill/core/units';
import type { Rider } from '@uphill/api';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { ridersApi } from '../../shared/api/riders.ts';
import { testsApi } from '../../shared/api/tests.ts';
import { inTheWay } from '../../shared/api/problemOf.ts';
import { today } from '../../shared/dates.ts';
import { firstName, ftpOnDay, retestIn } from '../../shared/riderOnDay.ts';
import { Loading } from '../../ui/Loading.tsx';
import { Caution, Empty, ProblemNote } from '../../ui/messages.tsx';
import { FromEverything } from './FromEverything.tsx';
import { FtpLine } from './FtpLine.tsx';
import { OpenTestDays } from './OpenTestDays.tsx';
import { RampForecast } from './RampForecast.tsx';
import { lastRamp } from './rampWords.ts';
import { Heading } from '../../ui/Heading.tsx';
import { FtpHistory } from './FtpHistory.tsx';
import { OneTest } from './OneTest.tsx';

/** A rider's tests: the line of results through time, one of them opened, and what to do next. */
export function TestsPage() {
  const { riderId = '' } = useParams();
  const { data: rider, currentData, error } = ridersApi.useRiderQuery(riderId);
  const { data: tests } = testsApi.useTestsQuery(riderId);
  const [chosen, setChosen] = useState<string | null>(null);
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  if (!rider || !tests) return <Loading />;
  const open =
    tests.find(({ id }) => id === chosen) ??
    tests.find(({ withdrawn }) => withdrawn === null) ??
    tests[0];
  return (
    <>
      <div className="title-row">
        <Heading>Tests</Heading>
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
                  : noTestWords(rider)
              }
            >
              <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/tests/new`}>
                Enter by hand
              </Link>
            </Empty>
          )}
        </section>
        <div>
          <FromEverything rider={rider} tests={tests} />
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

/** Nothing was tested; an FTP may have been typed all the same. */
function noTestWords(rider: Rider): string {
  const name = firstName(rider.name);
  const ftp = ftpOnDay(rider, today());
  return ftp
    ? `${name} has no test yet; ${ftp.usedW} W were typed and are in use. Ride a ramp to see whether they hold.`
    : `${name} has no FTP. Ride a ramp, or type a number you trust.`;
}

function nextStep(rider: Rider): string {
  const retest = retestIn(rider);
  if (retest === null) return 'No test yet';
  if (retest > 0) return `Next test due in ${plural(retest, 'day')}`;
  return retest === 0
    ? 'A retest is due today'
    : `A retest has been due for ${plural(-retest, 'day')}`;
}
