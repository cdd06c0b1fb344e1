import type { Day, RecordingWithStreams, Ride, RideOfDay, Rider, RideReading } from '@uphill/api';
import { sayVerdict } from '@uphill/core/review';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { recordingsApi } from '../../../shared/api/recordings.ts';
import { readingsApi } from '../../../shared/api/readings.ts';
import { problemOf } from '../../../shared/api/problemOf.ts';
import { ridesApi } from '../../../shared/api/rides.ts';
import { plusDays, printDay, today } from '../../../shared/dates.ts';
import { healthOnDay, riderOnDay } from '../../../shared/riderOnDay.ts';
import { useAct } from '../../../shared/useAct.ts';
import { Answer } from '../../../ui/Answer.tsx';
import { Loading } from '../../../ui/Loading.tsx';
import { ProblemNote } from '../../../ui/messages.tsx';
import { RepTable } from '../../../ui/RepTable.tsx';
import { useReading } from '../../../workers/useReading.ts';
import { rideName } from './rideName.ts';

/** Rides this far from the day are offered. */
const AROUND_DAYS = 7;

/** What came of a day: its ride with the table of reps, what was tried on the stand-ins, or a ride to be linked. */
export function RidesOfDay({ rider, day }: { rider: Rider; day: Day }) {
  const own = day.rides.find(({ tried }) => !tried);
  return (
    <>
      {day.rides.map((ride) => (
        <OneRide key={ride.rideId} rider={rider} day={day} ride={ride} />
      ))}
      {!own && day.date <= today() && <LinkRide rider={rider} day={day} />}
    </>
  );
}

function OneRide({ rider, day, ride }: { rider: Rider; day: Day; ride: RideOfDay }) {
  const { data: recording, error } = recordingsApi.useRecordingQuery(ride.recordingId ?? '', {
    skip: ride.recordingId === null,
  });
  const { data: whole } = ridesApi.useRideQuery(ride.rideId);
  const { data: read } = readingsApi.useReadingQuery({ id: ride.rideId, riderId: rider.id });
  const hasReps = read?.reading.is === 'set' && ride.recordingId !== null;
  return (
    <div className="mt-3">
      <p className="mb-2">
        <Link to={`/riders/${rider.id}/rides/${ride.rideId}`}>
          {ride.tried ? 'Tried on the stand-ins' : 'The ride'}
        </Link>
        {ride.tried && <span className="soft">: it marks nothing done and counts nowhere</span>}
        {read?.reading.headline && `: ${sayVerdict(read.reading.headline).name}`}
      </p>
      <ProblemNote problem={error ? problemOf(error) : null} />
      {hasReps &&
        (recording && whole ? (
          <Reps {...{ rider, day, ride, recording, whole, read }} />
        ) : (
          !error && <Loading />
        ))}
    </div>
  );
}

/** The table of its reps, as on the ride's own page. */
function Reps({
  rider,
  day,
  ride,
  recording,
  whole,
  read,
}: {
  rider: Rider;
  day: Day;
  ride: RideOfDay;
  recording: RecordingWithStreams;
  whole: Ride;
  read: RideReading;
}) {
  const room = ride.reps?.from === 'room' ? ride.reps.steps : null;
  const page = useReading({ rider, ride: whole, recording, read, room });
  if (!page) return <Loading />;
  if (!page.set) return <p className="soft mb-0">The reps could not be found on this ride.</p>;
  const heart = healthOnDay(rider, day.date).heartRate;
  return (
    <RepTable
      rows={page.rows}
      set={page.set}
      power={rider.powerSource !== 'none'}
      heart={heart}
      maximalBpm={heart ? riderOnDay(rider, day.date).maximalBpm : null}
      room={room}
    />
  );
}

/** A ride of about that day that belongs to none yet. */
function LinkRide({ rider, day }: { rider: Rider; day: Day }) {
  const [open, setOpen] = useState(false);
  return (
    <div className="mt-3">
      {open ? (
        <Free rider={rider} day={day} close={() => setOpen(false)} />
      ) : (
        <Button size="sm" variant="outline-secondary" onClick={() => setOpen(true)}>
          Link a ride
        </Button>
      )}
    </div>
  );
}

function Free({ rider, day, close }: { rider: Rider; day: Day; close: () => void }) {
  const [link] = ridesApi.useLinkRideMutation();
  const { act, problem } = useAct();
  const { data, error } = ridesApi.useRidesQuery({
    riderId: rider.id,
    from: plusDays(day.date, -AROUND_DAYS),
    to: plusDays(day.date, AROUND_DAYS),
  });
  const free = data?.filter(
    (ride) => ride.origin !== 'standIns' && (ride.day === null || ride.day.tried),
  );
  const choose = ({ id, version }: Ride): void =>
    void act(() => link({ id, version, dayId: day.id }), 'The ride is linked.');
  return (
    <>
      <ProblemNote problem={problem} />
      <Answer data={free} error={error}>
        {(rides) => (
          <>
            {rides.length === 0 && (
              <p className="soft">No ride within a week of {printDay(day.date)} is free.</p>
            )}
            <ul className="history" aria-label="Rides to link">
              {rides.map((ride) => (
                <li key={ride.id}>
                  <Button variant="link" className="p-0 text-start" onClick={() => choose(ride)}>
                    {rideName(ride)}
                  </Button>
                </li>
              ))}
            </ul>
          </>
        )}
      </Answer>
      <Button size="sm" variant="link" className="px-0" onClick={close}>
        Cancel
      </Button>
    </>
  );
}
