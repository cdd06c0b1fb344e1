import type { Behind } from '@uphill/api';
import type { Plan, PlanProblem } from '@uphill/core/sessions';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Modal from 'react-bootstrap/Modal';
import { useForm, useWatch } from 'react-hook-form';
import { ridersApi } from '../../shared/api/riders.ts';
import { daysApi } from '../../shared/api/days.ts';
import { printDay } from '../../shared/dates.ts';
import { useAct } from '../../shared/useAct.ts';
import { ProblemNote } from '../../ui/messages.tsx';

interface Props {
  readonly session: string;
  /** Version that the server holds. */
  readonly version: number;
  readonly saved: boolean;
  readonly plan: Plan;
  readonly problems: readonly PlanProblem[];
}

/** A session was changed, and days still to come stand as it was: whether they follow is asked, never done by itself. */
export function DaysBehind({ session, version, saved, plan, problems }: Props) {
  const { data: behind = [] } = daysApi.useBehindQuery({ sessionId: session, version });
  const [open, setOpen] = useState(false);
  const [follow, { isLoading }] = daysApi.useFollowMutation();
  const { act, problem } = useAct();
  if (behind.length === 0) return null;
  const many = behind.length === 1 ? 'One day' : `${behind.length} days`;
  const leave = (): void =>
    void act(
      () =>
        follow({
          sessionId: session,
          sessionVersion: version,
          follow: [],
          leave: behind.map(({ dayId }) => dayId),
        }),
      `${many} left as ${behind.length === 1 ? 'it was' : 'they were'}.`,
    );
  return (
    <div className="sheet mb-3 days-behind" role="group" aria-label="Days that stand as it was">
      <span>
        {many} still to come {behind.length === 1 ? 'stands' : 'stand'} as this session was before.
      </span>
      <span className="d-flex flex-wrap gap-2">
        <Button
          size="sm"
          disabled={!saved || problems.length > 0 || isLoading}
          onClick={() => setOpen(true)}
        >
          Change {behind.length === 1 ? 'it' : 'them'} too
        </Button>
        <Button
          size="sm"
          variant="outline-secondary"
          disabled={!saved || isLoading}
          onClick={leave}
        >
          Leave {behind.length === 1 ? 'it as it was' : 'them as they were'}
        </Button>
      </span>
      <ProblemNote problem={open ? null : problem} />
      {open && (
        <Choose
          session={session}
          version={version}
          plan={plan}
          behind={behind}
          close={() => setOpen(false)}
        />
      )}
    </div>
  );
}

/** Which days take the session as it is now, by their ids. */
interface Follows {
  readonly follows: Readonly<Record<string, boolean>>;
}

interface ChooseProps {
  readonly session: string;
  readonly version: number;
  readonly plan: Plan;
  readonly behind: readonly Behind[];
  readonly close: () => void;
}

/** Which days take it, rider by rider; what a health screen forbids stays as it was and is named. */
function Choose({ session, version, plan, behind, close }: ChooseProps) {
  const { data: riders = [] } = ridersApi.useRidersQuery();
  const [follow, { isLoading }] = daysApi.useFollowMutation();
  const { act, problem } = useAct();
  const able = behind.filter(({ refusal }) => refusal === null);
  const { register, handleSubmit, control } = useForm<Follows>({
    defaultValues: { follows: Object.fromEntries(able.map(({ dayId }) => [dayId, true])) },
  });
  const { follows = {} } = useWatch({ control });
  const chosen = able.filter(({ dayId }) => follows[dayId]).length;
  const many = chosen === 1 ? 'one day' : `${chosen} days`;
  const send = async (typed: Follows): Promise<void> => {
    const ids = able.map(({ dayId }) => dayId);
    const request = {
      sessionId: session,
      sessionVersion: version,
      follow: ids.filter((id) => typed.follows[id]),
      leave: ids.filter((id) => !typed.follows[id]),
    };
    if (await act(() => follow(request), `${plan.name}: ${many} changed.`)) close();
  };
  const byRider = riders
    .map((rider) => ({ rider, days: behind.filter(({ riderId }) => riderId === rider.id) }))
    .filter(({ days }) => days.length > 0);
  return (
    <Modal show scrollable onHide={close} animation={false} aria-labelledby="behind-title">
      <Modal.Header closeButton>
        <Modal.Title id="behind-title" as="h1" className="h2">
          Which days take {plan.name || 'the session'} as it is now?
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <ProblemNote problem={problem} />
        {byRider.map(({ rider, days }) => (
          <fieldset key={rider.id} className="mb-3">
            <legend className="form-label">{rider.name}</legend>
            {days.map(({ dayId, date, refusal }) => (
              <div key={dayId}>
                <Form.Check
                  id={`follow-${dayId}`}
                  label={printDay(date)}
                  disabled={refusal !== null}
                  {...(refusal === null ? register(`follows.${dayId}`) : { checked: false })}
                />
                {refusal !== null && (
                  <span className="soft small d-block">Stays as it was: {refusal}</span>
                )}
              </div>
            ))}
          </fieldset>
        ))}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="outline-secondary" onClick={close}>
          Cancel
        </Button>
        <Button
          disabled={chosen === 0 || isLoading}
          onClick={(event) => void handleSubmit(send)(event)}
        >
          Change {many}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
