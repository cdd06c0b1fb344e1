import type { Rider, RideReading, RideWhole } from '@uphill/api';
import { useEffect } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate, useParams } from 'react-router';
import { daysApi } from '../../shared/api/days.ts';
import { problemOf } from '../../shared/api/problemOf.ts';
import { readingsApi } from '../../shared/api/readings.ts';
import { recordingsApi } from '../../shared/api/recordings.ts';
import { ridersApi } from '../../shared/api/riders.ts';
import { ridesApi } from '../../shared/api/rides.ts';
import { printKey } from '../../shared/keys/rules.ts';
import { useKey } from '../../shared/keys/useKey.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { dateWords, idleWords, KIND_WORDS, lengthWords, rpeOf } from '../../shared/rideWords.ts';
import { Heading } from '../../ui/Heading.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Later } from '../../ui/Later.tsx';
import { Caution, ProblemNote } from '../../ui/messages.tsx';
import { ReadingJobLine } from '../../ui/ReadingJobLine.tsx';
import { DayOfRide } from './DayOfRide.tsx';
import { HeartLine } from './HeartLine.tsx';
import { JoinOrSplit } from './JoinOrSplit.tsx';
import { NameRoad } from './NameRoad.tsx';
import { NextTime } from './NextTime.tsx';
import { Halved, Question } from './Question.tsx';
import { ReadRide } from './ReadRide.tsx';
import { Removing } from './Removing.tsx';
import { RideFacts } from './RideFacts.tsx';
import { RideLog } from './RideLog.tsx';
import { RideNumbers } from './RideNumbers.tsx';
import { Says } from './Says.tsx';
import { SetsBefore } from './SetsBefore.tsx';
import { Unplanned } from './Unplanned.tsx';

/** One ride: what was asked and ridden, what it says, what comes next, and what is said of it. */
export function RidePage() {
  const { riderId = '', rideId = '' } = useParams();
  const { data: rider } = ridersApi.useRiderQuery(riderId);
  const { data: ride, error } = ridesApi.useRideQuery(rideId);
  if (error)
    return (
      <>
        <ProblemNote problem={problemOf(error)} />
        <p>
          It may have been joined, split or deleted, or that was undone:{' '}
          <Link to={`/riders/${riderId}/rides`}>all rides</Link>.
        </p>
      </>
    );
  if (!rider || !ride || ride.id !== rideId) return <Loading />;
  return <Whole key={ride.id} rider={rider} ride={ride} />;
}

/** The recording of a ride, how it was read, and what the ride room kept of it. */
function useParts(rider: Rider, ride: RideWhole) {
  const [first] = ride.recordings;
  const { data: recording, error } = recordingsApi.useRecordingQuery(first?.id ?? '', {
    skip: !first,
  });
  const { data: read } = readingsApi.useReadingQuery({ id: ride.id, riderId: rider.id });
  const { data: day } = daysApi.useDayQuery(ride.day?.id ?? '', { skip: ride.day === null });
  const reps = day?.rides.find(({ rideId }) => rideId === ride.id)?.reps;
  const problem = error ? problemOf(error) : null;
  return { recording, problem, read, room: reps?.from === 'room' ? reps.steps : null };
}

function Whole({ rider, ride }: { rider: Rider; ride: RideWhole }) {
  const { recording, problem, read, room } = useParts(rider, ride);
  useOpened(rider, ride);
  return (
    <>
      <Title rider={rider} ride={ride} read={read} pieces={recording?.madeOf?.pieces ?? []} />
      <ProblemNote problem={problem} />
      {/* What lies beside it, this set before and its usual line, grows until all are read. */}
      <ReadingJobLine riderId={rider.id} />
      <Doubts {...{ rider, ride, read }} halved={recording?.halved ?? false} />
      <div className="columns columns-read">
        <div>
          {recording && <ReadRide {...{ rider, ride, recording, read, room }} />}
          <Later>
            <RideNumbers rider={rider} ride={ride} />
            <HeartLine rider={rider} ride={ride} />
          </Later>
          <Noticed notes={recording?.notes ?? []} />
        </div>
        <div>
          <div className="ride-says">
            {read && <Reading rider={rider} ride={ride} read={read} />}
          </div>
          <DayOfRide rider={rider} ride={ride} offered={read?.offered ?? null} />
          <Later>
            <RideFacts ride={ride} />
            <RideLog rider={rider} ride={ride} />
            {recording && <NameRoad {...{ rider, ride, recording }} />}
            {recording && read && (
              <JoinOrSplit {...{ rider, ride, recording, read }} key={recording.id} />
            )}
            <Removing rider={rider} ride={ride} />
          </Later>
        </div>
      </div>
    </>
  );
}

function Noticed({ notes }: { notes: readonly string[] }) {
  if (notes.length === 0) return null;
  return (
    <ul className="sheet import-notes mt-3" aria-label="What was noticed in the recording">
      {notes.map((note) => (
        <li key={note}>{note}</li>
      ))}
    </ul>
  );
}

/** What is not certain of a ride, above everything that is said of it. */
function Doubts({
  rider,
  ride,
  read,
  halved,
}: {
  rider: Rider;
  ride: RideWhole;
  read: RideReading | undefined;
  halved: boolean;
}) {
  return (
    <>
      {ride.datedBy === 'assumed' && (
        <Caution>
          {ride.startedAt
            ? 'The clock of the file is wrong'
            : 'The file does not say when it was ridden'}
          , so the day it came in is assumed. Give it its date, below: until then it counts in
          nothing of {firstName(rider.name)}’s.
        </Caution>
      )}
      {read?.reading.question && !ride.log.believed && (
        <Question rider={rider} ride={ride} question={read.reading.question} />
      )}
      {halved && <Halved ride={ride} />}
      {read?.over.map(({ rideId, startedAt }) => (
        <Caution key={rideId}>
          It lies over{' '}
          <Link to={`/riders/${rider.id}/rides/${rideId}`}>
            the recording of {startedAt.slice(11, 16)}
          </Link>
          : ridden once, counted twice. Withdraw one of them.
        </Caution>
      ))}
      {read?.alsoOf.map(({ riderId, rideId, name }) => (
        <Caution key={rideId}>
          The very same file is <Link to={`/riders/${riderId}/rides/${rideId}`}>{name}’s too</Link>.
          Whose ride is it? Withdraw the other, or it counts for both.
        </Caution>
      ))}
    </>
  );
}

/** A ride that is on the screen has been opened. */
function useOpened(rider: Rider, { id, unread }: RideWhole): void {
  const [mark] = readingsApi.useMarkReadMutation();
  useEffect(() => {
    if (unread) void mark({ id, riderId: rider.id, read: true });
  }, [id, unread, rider.id, mark]);
}

/** The files that came in, byte for byte: one, or those it was joined from. */
function Files({ id, pieces }: { id: string; pieces: readonly { recordingId: string }[] }) {
  const ids = pieces.length === 0 ? [id] : [...new Set(pieces.map((each) => each.recordingId))];
  return ids.map((each, place) => (
    <a key={each} href={`/api/recordings/${each}/file`}>
      {ids.length === 1 ? 'The file as received' : `File ${place + 1} as received`}
    </a>
  ));
}

function Title({
  rider,
  ride,
  read,
  pieces,
}: {
  rider: Rider;
  ride: RideWhole;
  read: RideReading | undefined;
  pieces: readonly { recordingId: string }[];
}) {
  const navigate = useNavigate();
  const [first] = ride.recordings;
  const idle = idleWords(ride, rider.demo);
  const rpe = rpeOf(ride);
  const next = read?.nextUnread ?? null;
  const goOn = (): void => {
    if (next) void navigate(`/riders/${rider.id}/rides/${next}`);
  };
  useKey('nextUnread', goOn, { when: next !== null });
  return (
    <div className="title-row">
      <Heading>{ride.day && !ride.day.tried ? ride.day.name : KIND_WORDS[ride.kind]}</Heading>
      <span className="soft">
        {[
          dateWords(ride),
          ...(ride.startedAt ? [ride.startedAt.slice(11, 16)] : []),
          lengthWords(ride),
          ...(rpe === null ? [] : [`RPE ${rpe}`]),
          ...(idle ? [idle] : []),
        ].join(' · ')}
        {ride.note !== '' && ` · “${short(ride.note)}”`}
      </span>
      <span className="ms-auto d-flex flex-wrap gap-3 align-items-center">
        {first && (
          <>
            <Files id={first.id} pieces={pieces} />
            {ride.tests.map((test) => (
              <Link
                key={test}
                to={`/riders/${rider.id}/tests/import?recording=${first.id}&test=${test}`}
              >
                The test read off it
              </Link>
            ))}
            <Link to={`/riders/${rider.id}/tests/import?recording=${first.id}`}>
              Read it as a test
            </Link>
          </>
        )}
        {next && (
          <Button variant="outline-secondary" onClick={goOn}>
            Next unread <kbd>{printKey('nextUnread')}</kbd>
          </Button>
        )}
      </span>
    </div>
  );
}

const SHORT = 80;

function short(note: string): string {
  return note.length <= SHORT ? note : `${note.slice(0, SHORT)}…`;
}

/** A test that was ridden without saying so is offered as one. */
function TestFound({
  rider,
  ride,
  protocol,
}: {
  rider: Rider;
  ride: RideWhole;
  protocol: 'ramp' | 'twenty-minute';
}) {
  const [first] = ride.recordings;
  if (!first) return null;
  return (
    <section className="sheet mb-3" aria-label="A test in it">
      <p className="mb-2">
        {protocol === 'ramp'
          ? 'The watts rise evenly to the end: this looks like a ramp.'
          : 'Twenty even minutes at what the curve shows: this looks like a test.'}
      </p>
      <Link to={`/riders/${rider.id}/tests/import?recording=${first.id}`}>Read it as a test</Link>
    </section>
  );
}

function Reading({ rider, ride, read }: { rider: Rider; ride: RideWhole; read: RideReading }) {
  const { reading, suggested, records, before, asked } = read;
  return (
    <>
      {reading.test && ride.tests.length === 0 && (
        <TestFound rider={rider} ride={ride} protocol={reading.test.protocol} />
      )}
      {asked === null && <Unplanned rider={rider} ride={ride} reading={reading} />}
      {(asked !== null || reading.verdicts.length > 0) && (
        <Says
          headline={reading.headline}
          verdicts={reading.verdicts}
          says={reading.says}
          heartCannotTell={false}
          asked={asked}
        />
      )}
      {suggested && (
        <NextTime rider={rider} rideId={ride.id} suggested={suggested} records={records} />
      )}
      <SetsBefore rider={rider} now={reading} before={before} />
    </>
  );
}
