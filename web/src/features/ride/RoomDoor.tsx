import type { Day } from '@uphill/api';
import { nameFor } from '@uphill/core/sessions';
import { printClock } from '@uphill/core/units';
import { type ComponentProps, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { ridersApi } from '../../shared/api/riders.ts';
import { riderOnDay } from '../../shared/riderOnDay.ts';
import { useModel } from '../../shared/useRiderNumbers.ts';
import { Loading } from '../../ui/Loading.tsx';
import { type KeptRide, readRide } from './keptRide.ts';
import { useTired } from './judgedBy.ts';
import { Room } from './Room.tsx';
import type { WaysOut } from './RoomEnd.tsx';
import { Heading } from '../../ui/Heading.tsx';

/** The ride room: the session of a day ridden on the stand-ins, read at a metre and a half. */
export function RoomDoor({ day, ways }: { readonly day: Day; readonly ways: WaysOut }) {
  const dayId = day.id;
  const { data: rider } = ridersApi.useRiderQuery(day.riderId);
  const model = useModel(day.riderId, day.date);
  const tired = useTired(day.riderId, day.date);
  const [entered, setEntered] = useState<Omit<ComponentProps<typeof Room>, 'ways'> | null>(null);
  const [left] = useState(() => readRide(dayId));
  if (!rider || !model || tired === null) return <Loading />;
  const numbers = riderOnDay(rider, day.date, model, day);
  // What was asked when the room was entered stays asked, whatever is changed or handed over meanwhile.
  if (entered) return <Room key={entered.kept.seed} {...entered} ways={ways} />;
  const setKept = (kept: KeptRide): void => setEntered({ rider, day, numbers, tired, kept });
  const fresh = (): void => setKept({ seed: newSeed(), seconds: 0, events: [] });
  return (
    <main className="ride-room ride-door" data-bs-theme="dark">
      <Heading>{nameFor(day.plan, numbers)}</Heading>
      <p>
        {left
          ? `A ride was left at ${printClock(left.seconds)}.`
          : `On the stand-ins: a simulated rider near ${ways.whose}.`}
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

/** Another ride each time. */
function newSeed(): number {
  return Math.floor(Date.now() / 1000) % 1_000_000;
}
