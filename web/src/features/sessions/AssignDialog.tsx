import { isProblem, type Model, type Problem, type Rider } from '@uphill/api';
import { assignedTo, type Plan, type PlanProblem } from '@uphill/core/sessions';
import type { Scheme } from '@uphill/core/zones';
import { useMemo } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import { Link, useLocation } from 'react-router';
import { daysApi } from '../../shared/api/days.ts';
import { plusDays, printDay, today } from '../../shared/dates.ts';
import { firstName, ftpOnDay, healthOnDay, riderOnDay } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { useActiveRiders } from '../../shared/useActiveRiders.ts';
import { useSchemes } from '../../shared/useSchemes.ts';
import { useSquadDays } from '../../shared/useSquadDays.ts';
import { useModels } from '../../shared/useRiderNumbers.ts';
import { DateField } from '../../ui/DateField.tsx';
import { ProblemNote, Wrong } from '../../ui/messages.tsx';
import { AssignDays, type Taken } from './AssignDays.tsx';
import { AssignRiders } from './AssignRiders.tsx';
import { keepChoice, useAssigning } from './useAssigning.ts';

interface Props {
  readonly rider: Rider;
  readonly sessionId: string;
  readonly plan: Plan;
  readonly problems: readonly PlanProblem[];
  /** Whether the server holds the draft as it stands; only that can be assigned. */
  readonly saved: boolean;
  readonly close: () => void;
}

/** Assigns a session to one or several riders on one or more days, each with their own watts, exceptions listed. */
export function AssignDialog({ rider, sessionId, plan, problems, saved, close }: Props) {
  const { chosen, dates, toggleDay, choose, done } = useAssigning(sessionId, rider.id);
  const { pathname } = useLocation();
  const { riders = [rider] } = useActiveRiders();
  const [assign, { isLoading }] = daysApi.useAssignMutation();
  const { act, problem } = useAct();
  const taken = useTaken(riders, dates);
  const wanted = useWanted(riders, chosen, dates[0] ?? today(), plan);
  const allowed = wanted.filter(({ assigned }) => assigned.refusal === null);
  const whom =
    allowed.length === 1 ? firstName(allowed[0]?.rider.name ?? '') : `${allowed.length} riders`;
  const when = dates.length === 1 ? printDay(dates[0] ?? '') : `${dates.length} days`;
  const leave = (): void => {
    done();
    close();
  };
  const send = async (again = false): Promise<void> => {
    const to = allowed.map((each) => ({ riderId: each.rider.id, dates: [...dates] }));
    const says = `${plan.name} assigned to ${whom}, ${when}.`;
    if (!(await act(() => assign({ sessionId, riders: to, again }), says))) return;
    keepChoice(chosen);
    leave();
  };
  const ready = dates.length > 0 && allowed.length > 0 && problems.length === 0 && saved;
  return (
    <Modal
      show
      scrollable
      onHide={leave}
      animation={false}
      size="lg"
      aria-labelledby="assign-title"
    >
      <Modal.Header closeButton>
        <Modal.Title id="assign-title" as="h1" className="h2">
          Assign {plan.name || 'the session'}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {problems.length > 0 && (
          <Wrong>This session cannot be assigned yet. {problems[0]?.reason}</Wrong>
        )}
        <AssignProblem problem={problem} again={() => void send(true)} />
        <AssignRiders riders={riders} first={rider.id} chosen={chosen} choose={choose} />
        <WhatEachGets wanted={wanted} dates={dates} taken={taken} />
        <AssignDays
          riders={wanted.map(({ rider: each }) => each)}
          dates={dates}
          toggle={toggleDay}
          taken={taken}
        />
        <OtherDays dates={dates} toggle={toggleDay} />
      </Modal.Body>
      <Modal.Footer>
        <Link
          className="me-auto"
          to={`/sessions/${sessionId}/squad?riders=${chosen.join(',')}`}
          state={{ back: pathname }}
        >
          Squad sheet
        </Link>
        <Button variant="outline-secondary" onClick={leave}>
          Cancel
        </Button>
        <Button disabled={!ready || isLoading} onClick={() => void send()}>
          {wanted.length === 0 && 'Choose a rider'}
          {wanted.length > 0 &&
            (dates.length === 0
              ? 'Choose a day'
              : `Assign to ${whom}${dates.length === 1 ? ',' : ' on'} ${when}`)}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}

/** A rider who is to get the session, and what it comes to on the first day chosen. */
interface Wanted {
  readonly rider: Rider;
  readonly assigned: ReturnType<typeof assignedTo>;
  readonly ftp: string;
}

function useWanted(
  riders: readonly Rider[],
  chosen: readonly string[],
  day: string,
  plan: Plan,
): Wanted[] {
  const schemes = useSchemes();
  const models = useModels(day);
  return riders
    .filter(({ id }) => chosen.includes(id))
    .map((rider) => ({
      rider,
      assigned: assigned(plan, rider, day, models.get(rider.id) ?? null, schemes.ofRider(rider)),
      ftp: ftpWords(rider, day),
    }));
}

/** What a session comes to for each rider, by what it was reckoned from: a tick changes one of two hundred. */
const known = new WeakMap<Rider, { of: readonly unknown[]; assigned: Wanted['assigned'] }>();

function assigned(
  plan: Plan,
  rider: Rider,
  day: string,
  model: Model | null,
  scheme: Scheme,
): Wanted['assigned'] {
  const of = [plan, day, model, scheme];
  const before = known.get(rider);
  if (before?.of.every((each, index) => each === of[index])) return before.assigned;
  const now = assignedTo(
    plan,
    riderOnDay(rider, day, model, undefined, scheme),
    healthOnDay(rider, day),
  );
  known.set(rider, { of, assigned: now });
  return now;
}

interface EachProps {
  readonly wanted: readonly Wanted[];
  readonly dates: readonly string[];
  readonly taken: readonly Taken[];
}

function WhatEachGets({ wanted, dates, taken }: EachProps) {
  return (
    <ul className="history" aria-label="What each gets">
      {wanted.map(({ rider, assigned, ftp }) => (
        <li key={rider.id}>
          <span>
            {rider.name}
            {[assigned.refusal ?? assigned.exceptions.join(' '), ...clashes(taken, rider.id, dates)]
              .filter(Boolean)
              .map((line) => (
                <span key={line} className="soft small d-block">
                  {line}
                </span>
              ))}
          </span>
          <span className="text-nowrap">
            {assigned.refusal === null ? `${assigned.work}${ftp}` : 'not assigned'}
          </span>
        </li>
      ))}
    </ul>
  );
}

interface OtherProps {
  readonly dates: readonly string[];
  readonly toggle: (date: string) => void;
}

/** Days beyond the weeks shown, and all that are chosen. */
function OtherDays({ dates, toggle }: OtherProps) {
  return (
    <>
      <DateField
        label="Another day"
        hint="5 Dec, 5/12, tomorrow or Tue"
        use="day"
        optional
        value=""
        change={(other) => !dates.includes(other) && toggle(other)}
      />
      {dates.length > 0 && (
        <ul className="chips mt-2" aria-label="Days chosen">
          {dates.map((each) => (
            <li key={each}>
              {printDay(each)}
              <Button size="sm" variant="link" className="p-0" onClick={() => toggle(each)}>
                Remove<span className="visually-hidden"> {printDay(each)}</span>
              </Button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

/** What stands on the riders' days already: of the weeks shown, and of any other day that was chosen. */
function useTaken(riders: readonly Rider[], dates: readonly string[]): readonly Taken[] {
  const from = [today(), ...dates].sort()[0] ?? today();
  const to = [plusDays(today(), 21), ...dates].sort().at(-1) ?? today();
  const days = useSquadDays({ from: plusDays(from, -7), to });
  return useMemo(
    () =>
      riders.flatMap(({ id: riderId, name: rider }) =>
        (days.get(riderId) ?? []).map(({ date, name: session }) => ({
          ...{ riderId, rider, date, session },
        })),
      ),
    [riders, days],
  );
}

/** What a rider has already on the days that are chosen, in sentences. */
function clashes(taken: readonly Taken[], riderId: string, dates: readonly string[]): string[] {
  const own = taken.filter((each) => each.riderId === riderId && dates.includes(each.date));
  return own.length === 0
    ? []
    : [
        `Already there: ${own.map(({ date, session }) => `${session}, ${printDay(date)}`).join('; ')}.`,
      ];
}

/** What the server refused, or asks: the same session stands on one of these days already. */
function AssignProblem({ problem, again }: { problem: Problem | null; again: () => void }) {
  if (!problem || !isProblem(problem, 'twice-on-a-day')) return <ProblemNote problem={problem} />;
  return (
    <Wrong>
      {problem.detail}{' '}
      <Button size="sm" variant="outline-secondary" onClick={again}>
        Yes, once more
      </Button>
    </Wrong>
  );
}

function ftpWords(rider: Rider, day: string): string {
  const ftp = ftpOnDay(rider, day);
  return ftp && rider.powerSource !== 'none' ? `, FTP ${ftp.usedW} W` : '';
}
