import type { Rider } from '@uphill/api';
import type { Plan, PlanProblem } from '@uphill/core';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import { api } from '../../api/client.ts';
import { mondayOf, plusDays, printDay, today } from '../../app/dates.ts';
import { firstName, ftpOnDay } from '../../app/riderOnDay.ts';
import { useAct } from '../../app/useAct.ts';
import { Field } from '../../ui/Field.tsx';
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

/** Puts a session on one or more of the rider's days. */
export function PlaceDialog({ rider, sessionId, plan, problems, saved, close }: Props) {
  const [dates, setDates] = useState<readonly string[]>([]);
  const monday = mondayOf(today());
  const { data: taken = [] } = api.useDaysQuery({ from: monday, to: plusDays(monday, WEEKS * 7 - 1), riderId: rider.id });
  const [place, { isLoading }] = api.usePlaceMutation();
  const { act, problem } = useAct();
  const first = firstName(rider.name);
  const toggle = (day: string): void => setDates(dates.includes(day) ? dates.filter((other) => other !== day) : [...dates, day].sort().slice(0, MOST_DAYS));

  const give = async (): Promise<void> => {
    const days = dates.length === 1 ? printDay(dates[0] ?? '') : `${dates.length} days`;
    if (await act(place({ riderId: rider.id, sessionId, dates: [...dates] }), `${plan.name} given to ${first}, ${days}.`)) close();
  };
  return (
    <Modal show onHide={close} animation={false} aria-labelledby="place-title">
      <Modal.Header closeButton>
        <Modal.Title id="place-title" as="h1" className="h2">
          Give to {first}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        {problems.length > 0 && <Wrong>This session cannot be given yet. {problems[0]?.reason}</Wrong>}
        <Refused problem={problem} />
        <div className="place-weeks" role="group" aria-label="Days">
          {Array.from({ length: WEEKS * 7 }, (_, index) => plusDays(monday, index)).map((day) => (
            <DayToggle
              key={day}
              day={day}
              chosen={dates.includes(day)}
              toggle={toggle}
              taken={taken.filter(({ date }) => date === day).map((placed) => placed.plan.name)}
            />
          ))}
        </div>
        <Field label="Another day" hint="chosen as soon as it is a date">
          {(control) => (
            <Form.Control
              {...control}
              type="date"
              onChange={({ target }) => /^20\d\d-/.test(target.value) && !dates.includes(target.value) && toggle(target.value)}
            />
          )}
        </Field>
        {dates.length > 0 && (
          <ul className="history">
            {dates.map((day) => (
              <li key={day}>
                <span>{printDay(day)}</span>
                <span>
                  {ftpOnDay(rider, day) ? `FTP ${ftpOnDay(rider, day)?.usedW} W` : rider.powerSource === 'none' ? 'by RPE' : 'no FTP'}
                  <Button size="sm" variant="link" className="py-0" onClick={() => toggle(day)}>
                    Leave out<span className="visually-hidden"> {printDay(day)}</span>
                  </Button>
                </span>
              </li>
            ))}
          </ul>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button disabled={dates.length === 0 || problems.length > 0 || !saved || isLoading} onClick={() => void give()}>
          {dates.length === 0
            ? 'Choose a day'
            : dates.length === 1
              ? `Give to ${first}, ${printDay(dates[0] ?? '')}`
              : `Give to ${first} on ${dates.length} days`}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}

function DayToggle({ day, chosen, toggle, taken }: { day: string; chosen: boolean; toggle: (day: string) => void; taken: readonly string[] }) {
  const past = day < today();
  return (
    <button
      type="button"
      className={chosen ? 'place-day place-day-chosen' : 'place-day'}
      aria-pressed={chosen}
      aria-label={`${printDay(day)}${taken.length > 0 ? `, already ${taken.join(', ')}` : ''}${past ? ', past' : ''}`}
      onClick={() => toggle(day)}
    >
      <span>{day.endsWith('-01') ? printDay(day).split(' ').slice(1, 3).join(' ') : printDay(day).split(' ').slice(0, 2).join(' ')}</span>
      <span className="small text-truncate">{taken.length > 0 ? taken.join(', ') : past ? 'past' : ''}</span>
    </button>
  );
}
