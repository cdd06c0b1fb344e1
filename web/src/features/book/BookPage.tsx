import type { Session } from '@uphill/api';
import {
  BOOK,
  type BookFamily,
  type BookSession,
  expand,
  PLACES,
  type Plan,
  planFromBook,
  printDuration,
  printSentence,
  roundHalfUp,
  sessionNumbers,
  SYSTEMS,
  systemName,
} from '@uphill/core';
import { useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link, useNavigate } from 'react-router';
import { api } from '../../api/client.ts';
import { today } from '../../app/dates.ts';
import { firstName, riderOnDay } from '../../app/riderOnDay.ts';
import { useModels } from '../../app/useRiderNumbers.ts';
import { useAppSelector } from '../../app/store.ts';
import { useAct } from '../../app/useAct.ts';
import { MiniRoad } from '../../charts/MiniRoad.tsx';
import { Field } from '../../ui/Field.tsx';
import { Caution, Empty, Refused } from '../../ui/messages.tsx';
import { newId } from '../sessions/newId.ts';
import { type BookFilter, EMPTY_FILTER, fits, TIMES } from './filter.ts';

/** The session book: every family with its ladder, and the coach's own sessions beside it. */
export function BookPage() {
  const { data: riders = [] } = api.useRidersQuery();
  const { data: own = [] } = api.useSessionsQuery();
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
  const models = useModels(rider ? [rider.id] : [], today());
  const numbers = rider ? riderOnDay(rider, today(), models.get(rider.id)) : null;
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
        <h1>Session book</h1>
        <span className="soft">{rider ? `in ${firstName(rider.name)}’s watts` : ''}</span>
      </div>
      <Filter filter={filter} change={setFilter} />
      <Refused problem={problem} />
      <div className="columns">
        <div>
          {shown.length === 0 && (
            <Empty title="No family has a session like that. Take a filter away." />
          )}
          {shown.map(({ family, sessions }) => (
            <Family key={family.id} family={family}>
              {sessions.map(({ session, plan }) => (
                <li key={session.id}>
                  {numbers && <MiniRoad segments={expand(plan, numbers)} ftpW={numbers.ftpW} />}
                  <div className="flex-grow-1">
                    {plan.name}
                    <span className="soft d-block small">
                      {numbers ? figures(plan, numbers) : printSentence(plan)}
                    </span>
                  </div>
                  <Button
                    size="sm"
                    variant="outline-secondary"
                    onClick={() => void make(family, session)}
                  >
                    Make it mine<span className="visually-hidden">: {plan.name}</span>
                  </Button>
                </li>
              ))}
            </Family>
          ))}
        </div>
        <section className="sheet" aria-label="Your own sessions">
          <h2>Your own</h2>
          {mine.length === 0 ? (
            <p className="soft mb-0">None yet. Make one of the book yours, or write one.</p>
          ) : (
            <ul className="days">
              {mine.map((session) => (
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
                      Retire<span className="visually-hidden"> {session.plan.name}</span>
                    </Button>
                  </div>
                </li>
              ))}
            </ul>
          )}
        </section>
      </div>
    </>
  );
}

/** Making a session of the book one's own, duplicating and retiring. */
function useBook(riderId: string | null) {
  const navigate = useNavigate();
  const [add] = api.useAddSessionMutation();
  const [take] = api.useRetireSessionMutation();
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
          add({
            plan: { ...plan, name: `${plan.name}, varied`.slice(0, 120), nameFollows: false },
          }),
        ),
      ),
    retire: ({ id, version, plan }: Session) =>
      act(() => take({ id, version }), `${plan.name} retired. Days it stands on keep it.`),
  };
}

function figures(plan: Plan, numbers: Parameters<typeof sessionNumbers>[1]): string {
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

function Filter({ filter, change }: { filter: BookFilter; change: (filter: BookFilter) => void }) {
  return (
    <div className="entry-row" role="search">
      <Field label="Search">
        {(control) => (
          <Form.Control
            {...control}
            type="search"
            maxLength={60}
            value={filter.words}
            onChange={({ target }) => change({ ...filter, words: target.value })}
          />
        )}
      </Field>
      <Field label="Trains">
        {(control) => (
          <Form.Select
            {...control}
            value={filter.system}
            onChange={({ target }) => change({ ...filter, system: target.value })}
          >
            <option value="">anything</option>
            {SYSTEMS.map((system) => (
              <option key={system} value={system}>
                {systemName(system)}
              </option>
            ))}
          </Form.Select>
        )}
      </Field>
      <Field label="In all at most">
        {(control) => (
          <Form.Select
            {...control}
            value={filter.mostS}
            onChange={({ target }) => change({ ...filter, mostS: Number(target.value) })}
          >
            <option value={0}>any time</option>
            {TIMES.map((seconds) => (
              <option key={seconds} value={seconds}>
                {printDuration(seconds)}
              </option>
            ))}
          </Form.Select>
        )}
      </Field>
      <Field label="Where">
        {(control) => (
          <Form.Select
            {...control}
            value={filter.place}
            onChange={({ target }) => change({ ...filter, place: target.value })}
          >
            <option value="">anywhere</option>
            {PLACES.filter((place) => place !== 'any').map((place) => (
              <option key={place}>{place}</option>
            ))}
          </Form.Select>
        )}
      </Field>
      <Field label="Equipment">
        {(control) => (
          <Form.Select
            {...control}
            value={filter.equipment}
            onChange={({ target }) =>
              change({ ...filter, equipment: target.value as BookFilter['equipment'] })
            }
          >
            <option value="">any</option>
            <option value="none">nothing special</option>
          </Form.Select>
        )}
      </Field>
    </div>
  );
}
