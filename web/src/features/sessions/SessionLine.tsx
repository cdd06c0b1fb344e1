import type { Session } from '@uphill/api';
import { nameFor, type RiderOnDay, sessionNumbers, systemName } from '@uphill/core/sessions';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { memo, useMemo } from 'react';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { sessionsApi } from '../../shared/api/sessions.ts';
import { useAct } from '../../shared/useAct.ts';
import { MiniRoad } from '../../charts/MiniRoad.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { useSeen } from '../../ui/useSeen.ts';

interface Props {
  readonly session: Session;
  readonly riderId: string;
  readonly numbers: RiderOnDay;
  readonly assign: (sessionId: string) => void;
}

/** A session to choose from, with what it asks of this rider today. */
export const SessionLine = memo(function SessionLine({ session, riderId, numbers, assign }: Props) {
  const [retire] = sessionsApi.useRetireSessionMutation();
  const { act, problem } = useAct();
  const { ref, seen } = useSeen();
  const { plan } = session;
  const asks = useMemo(() => (seen ? sessionNumbers(plan, numbers) : null), [seen, plan, numbers]);
  const name = nameFor(plan, numbers) || 'New session';
  return (
    <li ref={ref}>
      <MiniRoad segments={asks?.segments ?? []} ftpW={numbers.ftpW} />
      <div className="flex-grow-1">
        <Link to={`/riders/${riderId}/sessions/${session.id}`}>{name}</Link>
        <span className="soft d-block small">
          {systemName(plan.system)}
          {asks && ` · ${printDuration(asks.totalS.value)} · load ${roundHalfUp(asks.load.value)}`}
        </span>
        <ProblemNote problem={problem} />
      </div>
      <div className="text-nowrap">
        <Button size="sm" variant="outline-secondary" onClick={() => assign(session.id)}>
          Assign<span className="visually-hidden">: {name}</span>
        </Button>
        <Button
          size="sm"
          variant="link"
          onClick={() =>
            void act(() => retire(session), `${name} archived. Days it stands on keep it.`)
          }
        >
          Archive<span className="visually-hidden"> {name}</span>
        </Button>
      </div>
    </li>
  );
});
