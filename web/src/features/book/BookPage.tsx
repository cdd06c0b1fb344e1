import type { Rider, Session } from '@uphill/api';
import {
  BOOK,
  type BookFamily,
  type BookRung,
  bookRung,
  planOfRung,
  rungsOf,
  systemName,
} from '@uphill/core/sessions';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate } from 'react-router';
import { daysApi } from '../../shared/api/days.ts';
import { sessionsApi } from '../../shared/api/sessions.ts';
import { today } from '../../shared/dates.ts';
import { firstName, riderOnDay } from '../../shared/riderOnDay.ts';
import { useModel } from '../../shared/useRiderNumbers.ts';
import { useAppSelector } from '../../shared/state.ts';
import { useAct } from '../../shared/useAct.ts';
import { Empty, ProblemNote } from '../../ui/messages.tsx';
import { newId } from '../../shared/newId.ts';
import { type BookFilter, EMPTY_FILTER, fits } from './filter.ts';
import { useActiveRiders } from '../../shared/useActiveRiders.ts';
import { Family } from './Family.tsx';
import { Filter } from './Filter.tsx';
import { Heading } from '../../ui/Heading.tsx';
import { useFirstFew } from '../../ui/useFirstFew.ts';

const FAMILIES_ON_SCREEN = 3;

/** The session book: every family with its ladder, and the coach's own sessions beside it. */
export function BookPage() {
  const { riders = [] } = useActiveRiders();
  const { data: own = [] } = sessionsApi.useSessionsQuery();
  const lastRider = useAppSelector((state) => state.view.lastRider);
  const rider = riders.find(({ id }) => id === lastRider) ?? riders[0] ?? null;
  const [filter, setFilter] = useState<BookFilter>(EMPTY_FILTER);
  const { make, copy, retire, problem } = useBook(rider?.id ?? null);
  const { data: done = [] } = daysApi.useBookDoneQuery(rider?.id ?? '', { skip: !rider });
  const model = useModel(rider?.id ?? '', today(), !rider);
  const numbers = useMemo(() => (rider ? riderOnDay(rider, today(), model) : null), [rider, model]);
  const shown = useShown(filter);
  const drawn = useFirstFew(shown, FAMILIES_ON_SCREEN);
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
          {drawn.map(({ family, rungs }) => (
            <Family
              key={family.id}
              family={family}
              rungs={rungs}
              numbers={numbers}
              firstName={firstName(rider?.name ?? '')}
              done={done}
              copy={make}
            />
          ))}
        </div>
        <Own sessions={mine} rider={rider} copy={copy} retire={retire} />
      </div>
    </>
  );
}

/** A family on the screen, with the sessions that are looked for. */
interface Shown {
  readonly family: BookFamily;
  readonly rungs: readonly BookRung[] | null;
}

/** Families with a session like that, and those sessions; null for all of a family, which it makes as it is drawn. */
function useShown(filter: BookFilter) {
  return useMemo(
    () =>
      BOOK.flatMap((family): Shown[] => {
        if (filter === EMPTY_FILTER) return [{ family, rungs: null }];
        const rungs = rungsOf(family).filter(({ plan }) =>
          fits(filter, plan, `${family.name} ${family.purpose} ${plan.name}`),
        );
        return rungs.length > 0 ? [{ family, rungs }] : [];
      }),
    [filter],
  );
}

function whoseWords(rider: Rider): string {
  const first = firstName(rider.name);
  return rider.powerSource === 'none' ? `for ${first}` : `in ${first}’s watts`;
}

interface OwnProps {
  readonly sessions: readonly Session[];
  readonly rider: Rider | null;
  readonly copy: (session: Session) => Promise<unknown>;
  readonly retire: (session: Session) => Promise<unknown>;
}

/** The coach's own sessions beside the book. */
function Own({ sessions, rider, copy, retire }: OwnProps) {
  const drawn = useFirstFew(sessions);
  return (
    <section className="sheet" aria-label="Your own sessions">
      <h2>Your own</h2>
      {sessions.length === 0 && (
        <p className="soft mb-0">None yet. Copy one from the book, or write one.</p>
      )}
      <ul className="days">
        {drawn.map((session) => (
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
  const make = async (id: string): Promise<void> => {
    const known = bookRung(id);
    if (known) open(await act(() => add({ plan: planOfRung(known.rung, newId) })));
  };
  const latest = useRef(make);
  useEffect(() => {
    latest.current = make;
  });
  return {
    problem,
    // The same from one drawing to the next, so that a hundred rungs are not drawn again for a key in the search.
    make: useCallback((id: string) => void latest.current(id), []),
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
