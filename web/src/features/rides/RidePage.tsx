import type { RecordingWithStreams, Rider, RideWhole } from '@uphill/api';
import { lazy } from 'react';
import { Link, useParams } from 'react-router';
import { daysApi } from '../../shared/api/days.ts';
import { recordingsApi } from '../../shared/api/recordings.ts';
import { ridersApi } from '../../shared/api/riders.ts';
import { problemOf } from '../../shared/api/problemOf.ts';
import { ridesApi } from '../../shared/api/rides.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { Later } from '../../charts/Later.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Caution, ProblemNote } from '../../ui/messages.tsx';
import { RepTable } from '../../ui/RepTable.tsx';
import { DayOfRide } from './DayOfRide.tsx';
import { Removing } from './Removing.tsx';
import { RideFacts } from './RideFacts.tsx';
import { RideNumbers } from './RideNumbers.tsx';
import { dateWords, idleWords, KIND_WORDS } from '../../shared/rideWords.ts';
import { Heading } from '../../ui/Heading.tsx';

const RideChart = lazy(async () => ({
  default: (await import('../../charts/RideChart.tsx')).RideChart,
}));

/** One ride: its drawing, its numbers, the day it belongs to, and what is said of it. */
export function RidePage() {
  const { riderId = '', rideId = '' } = useParams();
  const { data: rider } = ridersApi.useRiderQuery(riderId);
  const { data: ride, error } = ridesApi.useRideQuery(rideId);
  if (error) return <ProblemNote problem={problemOf(error)} />;
  if (!rider || !ride || ride.id !== rideId) return <Loading />;
  return <Whole key={ride.id} rider={rider} ride={ride} />;
}

function Whole({ rider, ride }: { rider: Rider; ride: RideWhole }) {
  const [first] = ride.recordings;
  const { data: recording, error } = recordingsApi.useRecordingQuery(first?.id ?? '', {
    skip: !first,
  });
  const idle = idleWords(ride, rider.demo);
  return (
    <>
      <div className="title-row">
        <Heading>{ride.day && !ride.day.tried ? ride.day.name : KIND_WORDS[ride.kind]}</Heading>
        <span className="soft">
          {dateWords(ride)}
          {ride.startedAt && `, ${ride.startedAt.slice(11, 16)}`}
          {idle && ` · ${idle}`}
        </span>
        {first && (
          <span className="ms-auto d-flex flex-wrap gap-3">
            <span className="soft">
              {first.fileName} ({first.kind.toUpperCase()})
            </span>
            <a href={`/api/recordings/${first.id}/file`}>The file as received</a>
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
          </span>
        )}
      </div>
      {ride.datedBy === 'assumed' && (
        <Caution>
          {ride.startedAt
            ? 'The clock of the file is wrong'
            : 'The file does not say when it was ridden'}
          , so the day it came in is assumed. Give it its date, below: until then it counts in
          nothing of {firstName(rider.name)}’s.
        </Caution>
      )}
      <ProblemNote problem={error ? problemOf(error) : null} />
      {recording && <Drawing recording={recording} />}
      <div className="columns columns-wide">
        <div>
          {recording && ride.day && (
            <AskedAndRidden rider={rider} ride={ride} recording={recording} dayId={ride.day.id} />
          )}
          <RideNumbers rider={rider} ride={ride} />
          {recording && recording.notes.length > 0 && (
            <ul className="sheet import-notes mt-3" aria-label="What was noticed in the recording">
              {recording.notes.map((note) => (
                <li key={note}>{note}</li>
              ))}
            </ul>
          )}
        </div>
        <div>
          <DayOfRide rider={rider} ride={ride} />
          <RideFacts ride={ride} />
          <Removing rider={rider} ride={ride} />
        </div>
      </div>
    </>
  );
}

function Drawing({ recording }: { recording: RecordingWithStreams }) {
  return (
    <section className="sheet mb-3" aria-label="The ride">
      <Later height={300}>
        <RideChart watts={recording.watts} bpm={recording.bpm} />
      </Later>
    </section>
  );
}

/** The reps of the day it belongs to, as they were asked and ridden. */
function AskedAndRidden({
  rider,
  ride,
  recording,
  dayId,
}: {
  rider: Rider;
  ride: RideWhole;
  recording: RecordingWithStreams;
  dayId: string;
}) {
  const { data: day } = daysApi.useDayQuery(dayId);
  const own = day?.rides.find(({ rideId }) => rideId === ride.id);
  if (!day || !own) return null;
  return (
    <section className="sheet mb-3" aria-label="Asked and ridden">
      <RepTable rider={rider} day={day} ride={own} recording={recording} />
    </section>
  );
}
