import type { MarkedEffortEntry, Rider } from '@uphill/api';
import { printClock, printDuration, roundHalfUp } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { markedEffortsApi } from '../../shared/api/markedEfforts.ts';
import { printDay } from '../../shared/dates.ts';
import { useAct } from '../../shared/useAct.ts';
import { ProblemNote } from '../messages.tsx';
import { ReasonForm } from '../ReasonForm.tsx';

/** Efforts that were marked maximal, each to be withdrawn with its reason or brought back. */
export function MarkedList({ rider, rideId }: { rider: Rider; rideId?: string }) {
  const { data = [] } = markedEffortsApi.useMarkedEffortsQuery(rider.id);
  const shown = data.filter((mark) => rideId === undefined || mark.rideId === rideId);
  if (shown.length === 0) return null;
  return (
    <ul className="history" aria-label="Efforts marked maximal">
      {shown.map((mark) => (
        <Mark key={mark.id} mark={mark} linked={rideId === undefined} />
      ))}
    </ul>
  );
}

function Mark({ mark, linked }: { mark: MarkedEffortEntry; linked: boolean }) {
  const [withdraw] = markedEffortsApi.useWithdrawMarkMutation();
  const { act, problem } = useAct();
  const [asking, setAsking] = useState(false);
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
            <Link to={`/riders/${mark.riderId}/rides/${mark.rideId}`}>{printDay(mark.date)}</Link>
          )}
          {linked ? ', from ' : 'from '}
          {printClock(mark.startS)}
          {mark.note && ` · ${mark.note}`}
          {mark.withdrawn !== null && ` · withdrawn: ${mark.withdrawn}`}
          {mark.withdrawn === null && mark.idle !== null && ` · does not count: ${mark.idle}`}
        </span>
      </span>
      {mark.withdrawn !== null && (
        <Button size="sm" variant="link" onClick={() => void change(null, `${name} counts again.`)}>
          Restore<span className="visually-hidden"> {name}</span>
        </Button>
      )}
      {mark.withdrawn === null && !asking && (
        <Button size="sm" variant="link" onClick={() => setAsking(true)}>
          Withdraw<span className="visually-hidden"> {name}</span>
        </Button>
      )}
      {asking && (
        <ReasonForm
          label="Why it does not count"
          action="Withdraw"
          give={(reason) => void change(reason, `${name} withdrawn.`)}
          cancel={() => setAsking(false)}
        />
      )}
      <ProblemNote problem={problem} />
    </li>
  );
}
