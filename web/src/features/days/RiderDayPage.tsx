import type { Placed, Rider } from '@uphill/api';
import { bandsFor, SEVEN_STEPS, sessionNumbers } from '@uphill/core';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate, useParams } from 'react-router';
import { api, problemOf } from '../../api/client.ts';
import { printDay, today } from '../../app/dates.ts';
import { ftpOnDay } from '../../app/riderOnDay.ts';
import { useAct } from '../../app/useAct.ts';
import { useRiderNumbers } from '../../app/useRiderNumbers.ts';
import { RoadSection } from '../../charts/RoadSection.tsx';
import { DateField } from '../../ui/DateField.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Refused } from '../../ui/messages.tsx';
import { Asks } from '../sessions/Asks.tsx';
import { Mark } from './Mark.tsx';
import { RepTable } from './RepTable.tsx';
import { Steps } from './Steps.tsx';

/** One session on one day of one rider: what is asked in that day's watts, the card, and what became of it. */
export function RiderDayPage() {
  const { riderId = '', dayId = '' } = useParams();
  const { data: rider } = api.useRiderQuery(riderId);
  const { data: day, error } = api.useDayQuery(dayId);
  if (error) return <Refused problem={problemOf(error)} />;
  if (!rider || !day) return <Loading />;
  return <RiderDay key={day.id} rider={rider} day={day} />;
}

function RiderDay({ rider, day }: { rider: Rider; day: Placed }) {
  const navigate = useNavigate();
  const [remove] = api.useRemoveDayMutation();
  const [change] = api.useChangeDayMutation();
  const { act, problem } = useAct();
  const [chosen, setChosen] = useState<string | null>(null);
  const numbers = useRiderNumbers(rider, day.date, day);
  const asks = sessionNumbers(day.plan, numbers);
  const takeOff = async (): Promise<void> => {
    if ((await act(() => remove(day), 'Taken off the day.')) !== undefined)
      void navigate(`/riders/${rider.id}/sessions`);
  };
  const planned = day.state === 'planned';
  return (
    <>
      <div className="title-row">
        <h1>{day.plan.name}</h1>
        <span className="soft">
          {printDay(day.date)}
          {day.date === today() ? ', today' : ''} · {ftpWords(rider, day)}
        </span>
        <span className="ms-auto d-flex flex-wrap gap-2 align-items-center">
          {planned && (
            <>
              <span className="soft small" aria-hidden>
                Move to
              </span>
              <DateField
                quiet
                label="Move to"
                use="day"
                value={day.date}
                change={(date) =>
                  void act(
                    () => change({ id: day.id, version: day.version, date }),
                    `Moved to ${printDay(date)}.`,
                  )
                }
              />
              <Button variant="outline-secondary" onClick={() => void takeOff()}>
                Take off
              </Button>
              <Link className="btn btn-primary" to={`/riders/${rider.id}/days/${day.id}/ride`}>
                Ride it
              </Link>
              <Link
                className="btn btn-outline-secondary"
                to={`/riders/${rider.id}/sessions/${day.sessionId}`}
              >
                Edit the session
              </Link>
            </>
          )}
          <Link
            className="btn btn-outline-secondary"
            to={`/riders/${rider.id}/days/${day.id}/card`}
          >
            Print card
          </Link>
        </span>
      </div>
      <Refused problem={problem} />
      <div className="sheet road-sheet">
        <RoadSection
          asks={asks}
          bands={numbers.ftpW === null ? null : bandsFor(SEVEN_STEPS, { ftp: numbers.ftpW })}
          chosen={chosen}
          choose={setChosen}
        />
      </div>
      <div className="columns columns-wide">
        <section className="sheet" aria-label="What to ride">
          {day.plan.note && <p>{day.plan.note}</p>}
          <Steps plan={day.plan} rider={numbers} />
          {day.ridden && <RepTable rider={rider} ridden={day.ridden} />}
        </section>
        <div>
          <Mark day={day} />
          <Asks asks={asks} rider={numbers} />
        </div>
      </div>
    </>
  );
}

function ftpWords(rider: Rider, day: Placed): string {
  if (day.state !== 'planned')
    return day.riddenFtpW === null ? 'ridden by feel' : `kept with FTP ${day.riddenFtpW} W`;
  const entry = ftpOnDay(rider, day.date);
  return entry ? `FTP ${entry.usedW} W on that day` : 'no FTP: by RPE';
}
