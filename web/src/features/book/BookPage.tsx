import type { Rider, Session } from '@uphill/api';
import {
  BOOK,
  type BookFamily,
  type BookSession,
  expand,
  type Plan,
  planFromBook,
  printSentence,
  type RiderOnDay,
  sessionNumbers,
  systemName,
} from '@uphill/core/sessions';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate } from 'react-router';
import { sessionsApi } from '../../shared/api/sessions.ts';
import { today } from '../../shared/dates.ts';
import { firstName, riderOnDay } from '../../shared/riderOnDay.ts';
import { useModel } from '../../shared/useRiderNumbers.ts';
import { useAppSelector } from '../../shared/state.ts';
import { useAct } from '../../shared/useAct.ts';
import { MiniRoad } from '../../charts/MiniRoad.tsx';
import { Caution, Empty, ProblemNote } from '../../ui/messages.tsx';
import { newId } from '../../shared/newId.ts';
import { type BookFilter, EMPTY_FILTER, fits } from './filter.ts';
import { useActiveRiders } from '../../shared/useActiveRiders.ts';
import { Filter } from './Filter.tsx';
import { Heading } from '../../ui/Heading.tsx';

/** The session book: every family with its ladder, and the coach's own sessions beside it. */
export function BookPage() {
  const { riders = [] } = useActiveRiders();
  const { data: own = [] } = sessionsApi.useSessionsQuery();
  const lastRider = useAppSelector((state) => state.view.lastRider);
  const rider = riders.find(({ id }) => id === lastRider) ?? riders[0] ?? null;
  const [filter, setFilter] = useState<BookFilter>(EMPTY_FILTER);
  const { make, copy, retire, problem } = useBook(rider?.id ?? null);
  const book = useMemo(
    () =>
      BOOK.map((family) => ({
        family,
        sessions: family.sessions.map((session) => ({
          session,
          plan: planFromBook(family, session, newId),
        })),
      })),
    [],
  );
  const model = useModel(rider?.id ?? '', today(), !rider);
  const numbers = rider ? riderOnDay(rider, today(), model) : null;
  const shown = book
    .map(({ family, sessions }) => ({
      family,
      sessions: sessions.filter(({ plan }) =>
        fits(filter, plan, `${family.name} ${family.purpose} ${plan.name}`),
      ),
    }))
    .filter(({ sessions }) => sessions.length > 0);
  const mine = own.filter(({ plan }) => fits(filter, plan, `${plan.name} ${plan.purpose}`));
  return (
    <>
      <div className="title-row">
        <Heading>Session book</Heading>
        <span className="soft">{rider && whoseWords(rider)}</span>
      </div>
      <Filter filter={filter} change={setFilter} />
      <ProblemNote problem={problem} />
      <div className="columns">
        <div>
          {shown.length === 0 && (
            <Empty title="No family has a session like that. Remove a filter." />
          )}
          {shown.map(({ family, sessions }) => (
            <Family key={family.id} family={family}>
              {sessions.map(({ session, plan }) => (
                <OfBook
                  key={session.id}
                  plan={plan}
                  numbers={numbers}
                  copy={() => void make(family, session)}
                />
              ))}
            </Family>
          ))}
        </div>
        <Own sessions={mine} rider={rider} copy={copy} retire={retire} />
      </div>
    </>
  );
}

function whoseWords(rider: Rider): string {
  const first = firstName(rider.name);
  return rider.powerSource === 'none' ? `for ${first}` : `in ${first}’s watts`;
}

interface OfBookProps {
  readonly plan: Plan;
  readonly numbers: RiderOnDay | null;
  readonly copy: () => void;
}

function OfBook({ plan, numbers, copy }: OfBookProps) {
  return (
    <li>
      {numbers && <MiniRoad segments={expand(plan, numbers)} ftpW={numbers.ftpW} />}
      <div className="flex-grow-1">
        {plan.name}
        <span className="soft d-block small">
          {numbers ? figures(plan, numbers) : printSentence(plan)}
        </span>
      </div>
      <Button size="sm" variant="outline-secondary" onClick={copy}>
        Copy to my sessions<span className="visually-hidden">: {plan.name}</span>
      </Button>
    </li>
  );
}

interface OwnProps {
  readonly sessions: readonly Session[];
  readonly rider: Rider | null;
  readonly copy: (session: Session) => Promise<unknown>;
  readonly retire: (session: Session) => Promise<unknown>;
}

/** The coach's own sessions beside the book. */
function Own({ sessions, rider, copy, retire }: OwnProps) {
  return (
    <section className="sheet" aria-label="Your own sessions">
      <h2>Your own</h2>
      {sessions.length === 0 && (
        <p className="soft mb-0">None yet. Copy one from the book, or write one.</p>
      )}
      <ul className="days">
        {sessions.map((session) => (
          <li key={session.id}>
            <div className="flex-grow-1">
              {rider ? (
                <Link to={`/riders/${rider.id}/sessions/${session.id}`}>
                  {session.plan.name || 'New session'}
                </Link>
              ) : (
                session.plan.name
              )}
              <span className="soft d-block small">{systemName(session.plan.system)}</span>
            </div>
            <div className="text-nowrap">
              <Button size="sm" variant="link" onClick={() => void copy(session)}>
                Duplicate<span className="visually-hidden"> {session.plan.name}</span>
              </Button>
              <Button size="sm" variant="link" onClick={() => void retire(session)}>
                Archive<span className="visually-hidden"> {session.plan.name}</span>
              </Button>
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Making a session of the book one's own, duplicating and retiring. */
function useBook(riderId: string | null) {
  const navigate = useNavigate();
  const [add] = sessionsApi.useAddSessionMutation();
  const [take] = sessionsApi.useRetireSessionMutation();
  const { act, problem } = useAct();
  const open = (session: Session | undefined): void => {
    if (session && riderId) void navigate(`/riders/${riderId}/sessions/${session.id}`);
  };
  return {
    problem,
    make: async (family: BookFamily, session: BookSession) =>
      open(await act(() => add({ plan: planFromBook(family, session, newId) }))),
    copy: async ({ plan }: Session) =>
      open(
        await act(() =>
          add({ plan: { ...plan, name: `${plan.name}, copy`.slice(0, 120), nameFollows: false } }),
        ),
      ),
    retire: ({ id, version, plan }: Session) =>
      act(() => take({ id, version }), `${plan.name} archived. Days it stands on keep it.`),
  };
}

function figures(plan: Plan, numbers: RiderOnDay): string {
  const { totalS, timeAtTargetS, load } = sessionNumbers(plan, numbers);
  return `${printDuration(totalS.value)}, ${printDuration(timeAtTargetS.value)} at target, load ${roundHalfUp(load.value)}`;
}

function Family({ family, children }: { family: BookFamily; children: React.ReactNode }) {
  const { name, purpose, forWhom, progression, faults, cautions, system } = family;
  return (
    <details className="sheet mb-3 family">
      <summary>
        <h2>{name}</h2>
        <span className="soft">
          {systemName(system)} · {purpose}
        </span>
      </summary>
      <dl className="family-facts">
        <div>
          <dt>For</dt>
          <dd>{forWhom}</dd>
        </div>
        <div>
          <dt>Progress</dt>
          <dd>{progression}</dd>
        </div>
        {faults.length > 0 && (
          <div>
            <dt>Watch for</dt>
            <dd>{faults.join(' ')}</dd>
          </div>
        )}
      </dl>
      {cautions.length > 0 && <Caution>{cautions.join(' ')}</Caution>}
      <ul className="days">{children}</ul>
    </details>
  );
}
