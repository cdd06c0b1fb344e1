import type { Rider, Session } from '@uphill/api';
import { problemsOf } from '@uphill/core/sessions';
import { type ComponentProps, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useLocation, useParams } from 'react-router';
import { daysApi } from '../../shared/api/days.ts';
import { ridersApi } from '../../shared/api/riders.ts';
import { sessionsApi } from '../../shared/api/sessions.ts';
import { inTheWay } from '../../shared/api/problemOf.ts';
import { plusDays, today } from '../../shared/dates.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { useRiderNumbers } from '../../shared/useRiderNumbers.ts';
import { Loading } from '../../ui/Loading.tsx';
import { Empty, ProblemNote } from '../../ui/messages.tsx';
import { DayLine } from './day/DayLine.tsx';
import { OtherMonths } from './day/OtherMonths.tsx';
import { BringIn } from './BringIn.tsx';
import { CalendarFile } from './CalendarFile.tsx';
import { AssignDialog } from './AssignDialog.tsx';
import { SessionLine } from './SessionLine.tsx';
import { useNewSession } from './useNewSession.ts';
import { Heading } from '../../ui/Heading.tsx';
import { useFirstFew } from '../../ui/useFirstFew.ts';

/** A rider's sessions: the days that are assigned, and what there is to choose from. */
export function SessionsPage() {
  const { riderId = '' } = useParams();
  const { data: rider, currentData, error } = ridersApi.useRiderQuery(riderId);
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  return rider ? <SessionsOf rider={rider} /> : <Loading />;
}

function SessionsOf({ rider }: { rider: Rider }) {
  const riderId = rider.id;
  const numbers = useRiderNumbers(rider, today());
  const { data: sessions } = sessionsApi.useSessionsQuery();
  const shown = { from: plusDays(today(), -10), to: plusDays(today(), 28) };
  const { data: days } = daysApi.useDaysQuery({ ...shown, riderId });
  const newSession = useNewSession();
  const { state } = useLocation() as { state: { assign?: string } | null };
  const [assigning, setAssigning] = useState<string | null>(state?.assign ?? null);
  if (!sessions || !days) return <Loading />;
  const session = sessions.find(({ id }) => id === assigning);
  return (
    <>
      <div className="title-row">
        <Heading>Sessions</Heading>
        <span className="ms-auto">
          <CalendarFile rider={rider} />
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
            <Empty title="Nothing is assigned for the next four weeks. Choose a session and assign it." />
          ) : (
            <ul className="days">
              {days.map((day) => (
                <DayLine key={day.id} day={day} rider={rider} />
              ))}
            </ul>
          )}
          <OtherMonths rider={rider} {...shown} />
        </section>
        <section className="sheet" aria-labelledby="sessions-title">
          <h2 id="sessions-title">Sessions to choose from</h2>
          {sessions.length === 0 ? (
            <Empty title="No sessions yet. Build the first: a step at a time, or a set in one key.">
              <Button onClick={() => void newSession(rider.id)}>New session</Button>
            </Empty>
          ) : (
            <ToChooseFrom
              sessions={sessions}
              riderId={rider.id}
              numbers={numbers}
              assign={setAssigning}
            />
          )}
        </section>
      </div>
      {session && (
        <AssignDialog
          rider={rider}
          sessionId={session.id}
          plan={session.plan}
          problems={problemsOf(session.plan)}
          saved
          close={() => setAssigning(null)}
        />
      )}
    </>
  );
}

interface ToChooseFromProps extends Omit<ComponentProps<typeof SessionLine>, 'session'> {
  readonly sessions: readonly Session[];
}

function ToChooseFrom({ sessions, ...line }: ToChooseFromProps) {
  const drawn = useFirstFew(sessions);
  return (
    <ul className="days">
      {drawn.map((session) => (
        <SessionLine key={session.id} session={session} {...line} />
      ))}
    </ul>
  );
}
