import type { MarkedEffortEntry, Rider } from '@uphill/api';
import { printClock, printDuration, roundHalfUp } from '@uphill/core';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { markedEffortsApi } from '../../api/markedEfforts.ts';
import { printDay } from '../../app/dates.ts';
import { useAct } from '../../app/useAct.ts';
import { Field } from '../../ui/Field.tsx';
import { Refused } from '../../ui/messages.tsx';

/** Efforts that were marked maximal, each to be withdrawn with its reason or brought back. */
export function MarkedList({ rider, recordingId }: { rider: Rider; recordingId?: string }) {
  const { data = [] } = markedEffortsApi.useMarkedEffortsQuery(rider.id);
  const shown = data.filter(
    (mark) => recordingId === undefined || mark.recordingId === recordingId,
  );
  if (shown.length === 0) return null;
  return (
    <ul className="history" aria-label="Efforts marked maximal">
      {shown.map((mark) => (
        <Mark key={mark.id} mark={mark} linked={recordingId === undefined} />
      ))}
    </ul>
  );
}

function Mark({ mark, linked }: { mark: MarkedEffortEntry; linked: boolean }) {
  const [withdraw] = markedEffortsApi.useWithdrawMarkMutation();
  const { act, problem } = useAct();
  const [asking, setAsking] = useState(false);
  const [reason, setReason] = useState('');
  const name = `${printDuration(mark.seconds)} at ${roundHalfUp(mark.meanW)} W`;
  const change = async (withdrawn: string | null, done: string): Promise<void> => {
    if (await act(() => withdraw({ ...mark, withdrawn }), done)) setAsking(false);
  };
  return (
    <li className="flex-wrap">
      <span>
        {name}
        <span className="soft small d-block">
          {linked && (
            <Link to={`/riders/${mark.riderId}/tests/import?recording=${mark.recordingId}`}>
              {printDay(mark.date)}
            </Link>
          )}
          {linked ? ', from ' : 'from '}
          {printClock(mark.startS)}
          {mark.note && ` · ${mark.note}`}
          {mark.withdrawn !== null && ` · withdrawn: ${mark.withdrawn}`}
        </span>
      </span>
      {mark.withdrawn !== null ? (
        <Button size="sm" variant="link" onClick={() => void change(null, `${name} counts again.`)}>
          Bring back<span className="visually-hidden"> {name}</span>
        </Button>
      ) : (
        !asking && (
          <Button size="sm" variant="link" onClick={() => setAsking(true)}>
            Withdraw<span className="visually-hidden"> {name}</span>
          </Button>
        )
      )}
      {asking && (
        <Form
          className="entry-row w-100"
          onSubmit={(event) => {
            event.preventDefault();
            void change(reason, `${name} withdrawn.`);
          }}
        >
          <Field label="Why it does not count" wide>
            {(control) => (
              <Form.Control
                {...control}
                autoFocus
                value={reason}
                maxLength={300}
                onChange={({ target }) => setReason(target.value)}
              />
            )}
          </Field>
          <Button type="submit" size="sm" variant="outline-secondary">
            Withdraw
          </Button>
          <Button size="sm" variant="link" onClick={() => setAsking(false)}>
            Cancel
          </Button>
        </Form>
      )}
      <Refused problem={problem} />
    </li>
  );
}
