import type { Day, OfferedDay, Rider, RideWhole } from '@uphill/api';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { daysApi } from '../../shared/api/days.ts';
import { ridesApi } from '../../shared/api/rides.ts';
import { plusDays, printDay } from '../../shared/dates.ts';
import { useAct } from '../../shared/useAct.ts';
import { Loading } from '../../ui/Loading.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { STATE_MARKS } from '../../shared/dayStates.ts';

/** Days this far from the ride are offered. */
const AROUND_DAYS = 7;

interface Props {
  readonly rider: Rider;
  readonly ride: RideWhole;
  /** A session of the days around that the ride may be. */
  readonly offered: OfferedDay | null;
}

/** The day a ride belongs to: linked, unlinked, offered, or chosen. */
export function DayOfRide({ rider, ride, offered }: Props) {
  const [link] = ridesApi.useLinkRideMutation();
  const { act, problem } = useAct();
  const [choosing, setChoosing] = useState(false);
  const to = async (day: OfferedDay | null): Promise<void> => {
    const done = day ? `Linked to ${day.name}, ${printDay(day.date)}.` : 'Unlinked.';
    const dayId = day?.dayId ?? null;
    if (await act(() => link({ id: ride.id, version: ride.version, dayId }), done))
      setChoosing(false);
  };
  return (
    <section className="sheet mb-3" aria-label="Its day">
      <h2>Its day</h2>
      <ProblemNote problem={problem} />
      {ride.day ? (
        <>
          <p className="mb-2">
            <Link to={`/riders/${rider.id}/days/${ride.day.id}`}>
              {ride.day.name}, {printDay(ride.day.date)}
            </Link>
            {!ride.day.tried && (
              <span className="soft">
                , {STATE_MARKS[ride.day.state].word}
                {ride.day.rpe !== null && `, RPE ${ride.day.rpe}`}
              </span>
            )}
            {ride.day.tried && (
              <span className="soft">, tried on the stand-ins: it marks nothing done</span>
            )}
          </p>
          <Button size="sm" variant="outline-secondary" onClick={() => void to(null)}>
            Unlink
          </Button>
        </>
      ) : (
        !choosing && <p className="mb-2">It belongs to no day.</p>
      )}
      {!ride.day && !choosing && offered && (
        <p className="mb-2">
          It may be {offered.name}, {printDay(offered.date)}.{' '}
          <Button size="sm" variant="outline-secondary" onClick={() => void to(offered)}>
            Link it
          </Button>
        </p>
      )}
      {!ride.day && !choosing && (
        <Button size="sm" variant="outline-secondary" onClick={() => setChoosing(true)}>
          Link a day
        </Button>
      )}
      {choosing && (
        <Choose
          riderId={rider.id}
          around={ride.date}
          choose={({ id, date, plan }) => to({ dayId: id, date, name: plan.name })}
          cancel={() => setChoosing(false)}
        />
      )}
    </section>
  );
}

interface ChooseProps {
  readonly riderId: string;
  readonly around: string;
  readonly choose: (day: Day) => Promise<void>;
  readonly cancel: () => void;
}

function Choose({ riderId, around, choose, cancel }: ChooseProps) {
  const { data: days } = daysApi.useDaysQuery({
    riderId,
    from: plusDays(around, -AROUND_DAYS),
    to: plusDays(around, AROUND_DAYS),
  });
  if (!days) return <Loading />;
  const open = days.filter(({ rides }) => !rides.some(({ tried }) => !tried));
  return (
    <>
      {open.length === 0 ? (
        <p className="soft">No day within a week of {printDay(around)} is without a ride.</p>
      ) : (
        <ul className="history" aria-label="Days to link">
          {open.map((day) => (
            <li key={day.id}>
              <Button variant="link" className="p-0 text-start" onClick={() => void choose(day)}>
                {printDay(day.date)}: {day.plan.name}
              </Button>
              <span className="soft">{STATE_MARKS[day.state].word}</span>
            </li>
          ))}
        </ul>
      )}
      <Button size="sm" variant="link" className="px-0" onClick={cancel}>
        Cancel
      </Button>
    </>
  );
}
