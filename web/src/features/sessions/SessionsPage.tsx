import type { Rider, Session } from '@uphill/api';
import { printDuration, problemsOf, roundHalfUp, sessionNumbers, systemName } from '@uphill/core';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useParams } from 'react-router';
import { api, problemOf } from '../../api/client.ts';
import { plusDays, today } from '../../app/dates.ts';
import { firstName } from '../../app/riderOnDay.ts';
import { useRiderNumbers } from '../../app/useRiderNumbers.ts';
import { useAct } from '../../app/useAct.ts';
import { Loading } from '../../ui/Loading.tsx';
import { Empty, Refused } from '../../ui/messages.tsx';
import { MiniRoad } from '../../charts/MiniRoad.tsx';
import { DayLine } from '../days/DayLine.tsx';
import { BringIn } from './BringIn.tsx';
import { CalendarFile } from './CalendarFile.tsx';
import { GiveDialog } from './GiveDialog.tsx';
import { useNewSession } from './useNewSession.ts';

/** A rider's sessions: the days that are placed, and what there is to choose from. */
export function SessionsPage() {
  const { riderId = '' } = useParams();
  const { data: rider, error } = api.useRiderQuery(riderId);
  const { data: sessions } = api.useSessionsQuery();
  const { data: days } = api.useDaysQuery({
    from: plusDays(today(), -10),
    to: plusDays(today(), 28),
    riderId,
  });
  const newSession = useNewSession();
  const [giving, setGiving] = useState<Session | null>(null);
  if (error) return <Refused problem={problemOf(error)} />;
  if (!rider || !sessions || !days) return <Loading />;
  return (
    <>
      <div className="title-row">
        <h1>Sessions</h1>
        <span className="ms-auto">
          <CalendarFile rider={rider} days={days} />
          <BringIn />
          <Link className="btn btn-outline-secondary me-2" to="/book">
            Session book
          </Link>
          <Button onClick={() => void newSession(rider.id)}>New session</Button>
        </span>
      </div>
      <div className="columns columns-even">
        <section className="sheet" aria-labelledby="days-title">
          <h2 id="days-title">{firstName(rider.name)}’s days</h2>
          {days.length === 0 ? (
            <Empty title="Nothing is placed for the coming four weeks. Choose a session and put it on a date." />
          ) : (
            <ul className="days">
              {days.map((day) => (
                <DayLine key={day.id} day={day} rider={rider} />
              ))}
            </ul>
          )}
        </section>
        <section className="sheet" aria-labelledby="sessions-title">
          <h2 id="sessions-title">Sessions to choose from</h2>
          {sessions.length === 0 ? (
            <Empty title="No sessions yet. Build the first: a step at a time, or a set in one key.">
              <Button onClick={() => void newSession(rider.id)}>New session</Button>
            </Empty>
          ) : (
            <ul className="days">
              {sessions.map((session) => (
                <SessionLine
                  key={session.id}
                  session={session}
                  rider={rider}
                  give={() => setGiving(session)}
                />
              ))}
            </ul>
          )}
        </section>
      </div>
      {giving && (
        <GiveDialog
          rider={rider}
          sessionId={giving.id}
          plan={giving.plan}
          problems={problemsOf(giving.plan)}
          saved
          close={() => setGiving(null)}
        />
      )}
    </>
  );
}

function SessionLine({
  session,
  rider,
  give,
}: {
  session: Session;
  rider: Rider;
  give: () => void;
}) {
  const [retire] = api.useRetireSessionMutation();
  const { act, problem } = useAct();
  const numbers = useRiderNumbers(rider, today());
  const asks = sessionNumbers(session.plan, numbers);
  const name = session.plan.name || 'New session';
  return (
    <li>
      <MiniRoad segments={asks.segments} ftpW={numbers.ftpW} />
      <div className="flex-grow-1">
        <Link to={`/riders/${rider.id}/sessions/${session.id}`}>{name}</Link>
        <span className="soft d-block small">
          {systemName(session.plan.system)} · {printDuration(asks.totalS.value)} · load{' '}
          {roundHalfUp(asks.load.value)}
        </span>
        <Refused problem={problem} />
      </div>
      <div className="text-nowrap">
        <Button size="sm" variant="outline-secondary" onClick={give}>
          Put on a date<span className="visually-hidden">: {name}</span>
        </Button>
        <Button
          size="sm"
          variant="link"
          onClick={() =>
            void act(() => retire(session), `${name} retired. Days it stands on keep it.`)
          }
        >
          Retire<span className="visually-hidden"> {name}</span>
        </Button>
      </div>
    </li>
  );
}
