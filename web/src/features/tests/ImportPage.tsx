import { type RecordingWithStreams, type Rider } from '@uphill/api';
import { preparePower } from '@uphill/core/power';
import { printClock } from '@uphill/core/units';
import { protocolOf, STAGE_S, whichRamp, type ProtocolId } from '@uphill/core/testing';
import { useMemo } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { recordingsApi } from '../../shared/api/recordings.ts';
import { ridersApi } from '../../shared/api/riders.ts';
import { testsApi } from '../../shared/api/tests.ts';
import { printDay } from '../../shared/dates.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { Arrivals } from '../../ui/Arrivals.tsx';
import { Answer } from '../../ui/Answer.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { drawRecording } from './drawRecording.tsx';
import { lastRamp, rampsBefore } from './rampWords.ts';
import { ReadRecording } from './ReadRecording.tsx';
import { UploadRecording } from './UploadRecording.tsx';
import { Heading } from '../../ui/Heading.tsx';

/** A test read off a recording: bring the file in, look at the effort that was found, and decide. */
export function ImportPage() {
  const { riderId = '' } = useParams();
  const [search, setSearch] = useSearchParams();
  const recordingId = search.get('recording');
  const { data: rider } = ridersApi.useRiderQuery(riderId);
  const { data: recording, error } = recordingsApi.useRecordingQuery(recordingId ?? '', {
    skip: !recordingId,
  });
  if (!rider) return <Loading />;
  return (
    <>
      <div className="title-row">
        <Heading>Test from a recording</Heading>
        {recording && (
          <>
            <span className="soft">
              {recording.fileName} · {printClock(recording.seconds)}
            </span>
            <span className="ms-auto d-flex gap-3">
              <a href={`/api/recordings/${recording.id}/file`}>The file as received</a>
              <Link to={`/riders/${riderId}/tests/import`}>Another recording</Link>
            </span>
          </>
        )}
      </div>
      {recordingId === null ? (
        <div className="columns columns-even columns-top">
          <UploadRecording rider={rider} received={(id) => setSearch({ recording: id })} />
          <Arrivals
            rider={rider}
            act={({ recordingId: id, fileName }) => (
              <Link className="text-nowrap" to={`?recording=${id}`}>
                Read a test<span className="visually-hidden"> off {fileName}</span>
              </Link>
            )}
          />
        </div>
      ) : (
        <Answer data={recording} error={error}>
          {(opened) => (
            <Opened key={opened.id} rider={rider} recording={opened} testId={search.get('test')} />
          )}
        </Answer>
      )}
    </>
  );
}

function Opened({
  rider,
  recording,
  testId,
}: {
  rider: Rider;
  recording: RecordingWithStreams;
  testId: string | null;
}) {
  const watts = useMemo(() => preparePower(recording.watts, recording.stops).clock, [recording]);
  // A first guess at what was ridden: a ramp of one of this rider's shapes, else a steady effort.
  const { data: tests } = testsApi.useTestsQuery(rider.id);
  const guess = useMemo(
    () => (tests ? whichRamp(watts, rampsBefore(tests)) : null),
    [tests, watts],
  );
  if (!tests) return <Loading />;
  const stored = tests.find(({ id }) => id === testId);
  const chart = drawRecording(recording);
  let protocolId: ProtocolId = guess ? 'ramp' : 'twenty-minute';
  if (rider.powerSource === 'none') protocolId = 'heart-rate-twenty';
  const basis = {
    protocolId,
    last: lastRamp(tests),
    ramp: guess ? { startW: guess.startW, stepW: guess.stepW, stageS: STAGE_S } : null,
  };
  return (
    <>
      {recording.notes.length > 0 && (
        <ul
          className="sheet import-notes"
          aria-label={`What was noticed in the recording of ${firstName(rider.name)}`}
        >
          {recording.notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      )}
      {stored?.effort ? (
        <section className="sheet" aria-label="The effort of the stored test">
          <h2>
            {protocolOf(stored.protocol).name}, {printDay(stored.date)}:{' '}
            {printClock(stored.effort.startS)} to {printClock(stored.effort.endS)}
          </h2>
          {chart(stored.effort.parts.length > 0 ? null : stored.effort, stored.effort.parts, null)}
          <p className="mb-0">
            This is the effort as it was read.{' '}
            <Link to={`/riders/${rider.id}/tests/import?recording=${recording.id}`}>
              Read the recording again
            </Link>
          </p>
        </section>
      ) : (
        <ReadRecording
          rider={rider}
          recording={recording}
          watts={watts}
          basis={basis}
          chart={chart}
        />
      )}
    </>
  );
}
