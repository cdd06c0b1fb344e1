import { nameFor } from '@uphill/core/sessions';
import { printClock } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useParams } from 'react-router';
import { daysApi } from '../../shared/api/days.ts';
import { ridersApi } from '../../shared/api/riders.ts';
import { problemOf } from '../../shared/api/problemOf.ts';
import { riderOnDay } from '../../shared/riderOnDay.ts';
import { useModel } from '../../shared/useRiderNumbers.ts';
import { today } from '../../shared/dates.ts';
import { Loading } from '../../ui/Loading.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { type KeptRide, readRide } from './keptRide.ts';
import { useTired } from './judgedBy.ts';
import { Room } from './Room.tsx';
import { Heading } from '../../ui/Heading.tsx';

/** The ride room: the session of a day ridden on the stand-ins, read at a metre and a half. */
export function RideRoomPage() {
  const { riderId = '', dayId = '' } = useParams();
  const { data: rider } = ridersApi.useRiderQuery(riderId);
  const { data: day, error } = daysApi.useDayQuery(dayId);
  const model = useModel(riderId, day?.date ?? today(), !day);
  const tired = useTired(riderId, day?.date ?? today(), !day);
  const [kept, setKept] = useState<KeptRide | null>(null);
  const [left] = useState(() => readRide(dayId));
  if (error) return <ProblemNote problem={problemOf(error)} />;
  if (!rider || !day || !model || tired === null) return <Loading />;
  const numbers = riderOnDay(rider, day.date, model, day);
  // What was asked when the room was entered stays asked: a ride that was left is resumed to the same watts.
  if (kept) return <Room key={kept.seed} {...{ rider, day, numbers, tired, kept }} />;
  const fresh = (): void =>
    setKept({ seed: Math.floor(Date.now() / 1000) % 1_000_000, seconds: 0, events: [] });
  return (
    <main className="ride-room ride-door" data-bs-theme="dark">
      <Heading>{nameFor(day.plan, numbers)}</Heading>
      <p>
        {left
          ? `A ride was left at ${printClock(left.seconds)}.`
          : 'On the stand-ins: a simulated rider near this rider’s figures.'}
      </p>
      <div className="ride-keys">
        {left && (
          <Button onClick={() => setKept(left)}>Resume at {printClock(left.seconds)}</Button>
        )}
        {left && (
          <Button
            variant="outline-secondary"
            onClick={() =>
              setKept({ ...left, events: [...left.events, { second: left.seconds, did: 'stop' }] })
            }
          >
            End it as it is
          </Button>
        )}
        <Button variant={left ? 'outline-secondary' : 'primary'} onClick={fresh}>
          {left ? 'Start again' : 'Enter the ride room'}
        </Button>
      </div>
    </main>
  );
}
