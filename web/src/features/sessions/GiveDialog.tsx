import type { Problem, Rider } from '@uphill/api';
import { givenTo, type Plan, type PlanProblem } from '@uphill/core';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import { Link } from 'react-router';
import { api } from '../../api/client.ts';
import { mondayOf, plusDays, printDay, today } from '../../app/dates.ts';
import { firstName, ftpOnDay, healthOnDay, riderOnDay } from '../../app/riderOnDay.ts';
import { useAct } from '../../app/useAct.ts';
import { useModels } from '../../app/useRiderNumbers.ts';
import { DateField } from '../../ui/DateField.tsx';
import { Refused, Wrong } from '../../ui/messages.tsx';

const WEEKS = 3;
const MOST_DAYS = 31;

interface Props {
  readonly rider: Rider;
  readonly sessionId: string;
  readonly plan: Plan;
  readonly problems: readonly PlanProblem[];
  /** Whether the server holds the draft as it stands; only that can be given. */
  readonly saved: boolean;
  readonly close: () => void;
}

/** Gives a session to one or several riders on one or more days, each with their own watts, exceptions listed. */
export function GiveDialog({ rider, sessionId, plan, problems, saved, close }: Props) {
  const [dates, setDates] = useState<readonly string[]>([]);
  const [chosen, setChosen] = useState<readonly string[]>([rider.id]);
  const { data: riders = [rider] } = api.useRidersQuery();
  const monday = mondayOf(today());
  const { data: taken = [] } = api.useDaysQuery({
    from: monday,
    to: plusDays(monday, WEEKS * 7 - 1),
    riderId: rider.id,
  });
  const [give, { isLoading }] = api.useGiveMutation();
  const { act, problem } = useAct();
  const toggle = (day: string): void =>
    setDates(
      dates.includes(day)
        ? dates.filter((other) => other !== day)
        : [...dates, day].sort().slice(0, MOST_DAYS),
    );
  const toggleRider = (id: string): void =>
    setChosen(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id]);

  const day = dates[0] ?? today();
  const models = useModels(chosen, day);
  const wanted = riders
    .filter(({ id }) => chosen.includes(id))
    .map((each) => ({
      rider: each,
      given: givenTo(plan, riderOnDay(each, day, models.get(each.id)), healthOnDay(each, day)),
    }));
  const allowed = wanted.filter(({ given }) => given.refusal === null);
  const whom =
    allowed.length === 1 ? firstName(allowed[0]?.rider.name ?? '') : `${allowed.length} riders`;
  const when = dates.length === 1 ? printDay(dates[0] ?? '') : `${dates.length} days`;
  const send = async (again = false): Promise<void> => {
    const gives = allowed.map((each) => ({ riderId: each.rider.id, dates: [...dates] }));
    if (
      await act(() => give({ sessionId, gives, again }), `${plan.name} given to ${whom}, ${when}.`)
    )
      close();
  };
  return (
    <Modal show onHide={close} animation={false} size="lg" aria-labelledby="give-title">
      <Modal.Header closeButton>
        <Modal.Title id="give-title" as="h1" className="h2">
          Give {plan.name || 'the session'}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {problems.length > 0 && (
          <Wrong>This session cannot be given yet. {problems[0]?.reason}</Wrong>
        )}
        <GiveProblem problem={problem} again={() => void send(true)} />
        <Riders
          riders={riders}
          chosen={chosen}
          toggle={toggleRider}
          all={() =>
            setChosen(chosen.length === riders.length ? [rider.id] : riders.map(({ id }) => id))
          }
        />
        <ul className="history given">
          {wanted.map(({ rider: each, given }) => (
            <li key={each.id}>
              <span>
                {firstName(each.name)}
                <span className="soft small d-block">
                  {given.refusal ?? given.exceptions.join(' ')}
                </span>
              </span>
              <span className="text-nowrap">
                {given.refusal === null ? `${given.work}${ftpWords(each, day)}` : 'left out'}
              </span>
            </li>
          ))}
        </ul>
        <div className="place-weeks" role="group" aria-label="Days">
          {Array.from({ length: WEEKS * 7 }, (_, index) => plusDays(monday, index)).map((each) => (
            <DayToggle
              key={each}
              day={each}
              chosen={dates.includes(each)}
              toggle={toggle}
              taken={
                chosen.length === 1 && chosen[0] === rider.id
                  ? taken.filter(({ date }) => date === each).map((placed) => placed.plan.name)
                  : []
              }
            />
          ))}
        </div>
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
                  Leave out<span className="visually-hidden"> {printDay(each)}</span>
                </Button>
              </li>
            ))}
          </ul>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Link className="me-auto" to={`/sessions/${sessionId}/squad?riders=${chosen.join(',')}`}>
          Squad sheet
        </Link>
        <Button
          disabled={
            dates.length === 0 || allowed.length === 0 || problems.length > 0 || !saved || isLoading
          }
          onClick={() => void send()}
        >
          {dates.length === 0
            ? 'Choose a day'
            : `Give to ${whom}${dates.length === 1 ? ',' : ' on'} ${when}`}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}

/** What the server refused, or asks: the same session stands on one of these days already. */
function GiveProblem({ problem, again }: { problem: Problem | null; again: () => void }) {
  if (problem?.type !== '/problems/twice-on-a-day') return <Refused problem={problem} />;
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

function Riders({
  riders,
  chosen,
  toggle,
  all,
}: {
  riders: readonly Rider[];
  chosen: readonly string[];
  toggle: (id: string) => void;
  all: () => void;
}) {
  return (
    <fieldset className="give-riders">
      <legend className="h3">To whom</legend>
      {riders.map(({ id, name }) => (
        <Form.Check
          key={id}
          inline
          id={`give-${id}`}
          label={name}
          checked={chosen.includes(id)}
          onChange={() => toggle(id)}
        />
      ))}
      <Button size="sm" variant="link" className="p-0" onClick={all}>
        {chosen.length === riders.length ? 'Only the first' : 'Everybody'}
      </Button>
    </fieldset>
  );
}

function DayToggle({
  day,
  chosen,
  toggle,
  taken,
}: {
  day: string;
  chosen: boolean;
  toggle: (day: string) => void;
  taken: readonly string[];
}) {
  const past = day < today();
  return (
    <button
      type="button"
      className={chosen ? 'place-day place-day-chosen' : 'place-day'}
      aria-pressed={chosen}
      aria-label={`${printDay(day)}${taken.length > 0 ? `, already ${taken.join(', ')}` : ''}${past ? ', past' : ''}`}
      onClick={() => toggle(day)}
    >
      <span>
        {day.endsWith('-01')
          ? printDay(day).split(' ').slice(1, 3).join(' ')
          : printDay(day).split(' ').slice(0, 2).join(' ')}
      </span>
      <span className="small text-truncate">
        {taken.length > 0 ? taken.join(', ') : past ? 'past' : ''}
      </span>
    </button>
  );
}
