import { type RecordingWithStreams, type Rider } from '@uphill/api';
import { findRamp, preparePower, printClock, protocolOf, RAMPS, STAGE_S } from '@uphill/core';
import { useMemo } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { api, problemOf } from '../../api/client.ts';
import { printDay } from '../../app/dates.ts';
import { firstName } from '../../app/riderOnDay.ts';
import { Loading } from '../../ui/Loading.tsx';
import { Refused } from '../../ui/messages.tsx';
import { drawRecording } from './drawRecording.tsx';
import { ReadRecording } from './ReadRecording.tsx';
import { UploadRecording } from './UploadRecording.tsx';

/** A test read off a recording: bring the file in, look at the effort that was found, and decide. */
export function ImportPage() {
  const { riderId = '' } = useParams();
  const [search, setSearch] = useSearchParams();
  const recordingId = search.get('recording');
  const { data: rider } = api.useRiderQuery(riderId);
  const { data: recording, error } = api.useRecordingQuery(recordingId ?? '', {
    skip: !recordingId,
  });
  if (!rider) return <Loading />;
  return (
    <>
      <div className="title-row">
        <h1>Test from a recording</h1>
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
      {error ? (
        <Refused problem={problemOf(error)} />
      ) : recordingId === null ? (
        <UploadRecording rider={rider} received={(id) => setSearch({ recording: id })} />
      ) : recording ? (
        <Opened
          key={recording.id}
          rider={rider}
          recording={recording}
          testId={search.get('test')}
        />
      ) : (
        <Loading />
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
  const watts = useMemo(() => preparePower(recording.watts).clock, [recording]);
  // A first guess at what was ridden: a ramp of one of the usual shapes, else a steady effort.
  const guess = useMemo(() => RAMPS.find((ramp) => findRamp(watts, ramp).ok), [watts]);
  const { data: tests = [] } = api.useTestsQuery(rider.id, { skip: testId === null });
  const stored = tests.find(({ id }) => id === testId);
  const chart = drawRecording(recording);
  const byHeart = rider.powerSource === 'none';
  const basis = {
    protocolId: byHeart
      ? ('heart-rate-twenty' as const)
      : guess
        ? ('ramp' as const)
        : ('twenty-minute' as const),
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
              Read the recording anew
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
