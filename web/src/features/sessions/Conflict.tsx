import { type Plan, rowsOf } from '@uphill/core/sessions';
import { printLength, printTarget } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import { printTimeOfDay } from '../../shared/dates.ts';

/** The other version, and when it was stored where that is known. */
interface Theirs {
  readonly plan: Plan;
  readonly updatedAt: string | null;
}

/** The same session was changed elsewhere: nothing is overwritten until the coach has chosen. */
export function Conflict({
  yours,
  theirs,
  settle,
}: {
  yours: Plan;
  theirs: Theirs;
  settle: (keep: boolean) => void;
}) {
  const [both, setBoth] = useState(false);
  return (
    <Modal
      show
      animation={false}
      size={both ? 'lg' : 'sm'}
      backdrop="static"
      keyboard={false}
      aria-labelledby="conflict-title"
    >
      <Modal.Body>
        <h1 className="h2" id="conflict-title">
          Changed elsewhere
          {theirs.updatedAt && ` at ${printTimeOfDay(theirs.updatedAt)}`}
        </h1>
        <p>Keep yours, take theirs, or see both. Yours is kept on this device until you choose.</p>
        {both && (
          <div className="both">
            <Version name="Yours" plan={yours} />
            <Version name="Theirs" plan={theirs.plan} />
          </div>
        )}
        <div className="d-flex flex-wrap gap-2">
          <Button onClick={() => settle(true)}>Keep mine</Button>
          <Button variant="outline-secondary" onClick={() => settle(false)}>
            Take theirs
          </Button>
          {!both && (
            <Button variant="link" onClick={() => setBoth(true)}>
              See both
            </Button>
          )}
        </div>
      </Modal.Body>
    </Modal>
  );
}

function Version({ name, plan }: { name: string; plan: Plan }) {
  return (
    <section>
      <h2 className="h3">{name}</h2>
      <p className="mb-1">{plan.name}</p>
      <ol>
        {rowsOf(plan).map(({ step, sets }) => (
          <li key={step.id}>
            {sets.map(({ reps }) => `${typeof reps === 'number' ? reps : reps.text} × `).join('')}
            {printLength(step.length)} at {printTarget(step.target)}
          </li>
        ))}
      </ol>
    </section>
  );
}
