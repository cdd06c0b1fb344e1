import type { Day } from '@uphill/api';
import { useParams } from 'react-router';
import { daysApi } from '../../../shared/api/days.ts';
import { ridersApi } from '../../../shared/api/riders.ts';
import { inTheWay } from '../../../shared/api/problemOf.ts';
import { Loading } from '../../../ui/Loading.tsx';
import { ProblemNote } from '../../../ui/messages.tsx';
import { useSessionPlan } from '../useSessionPlan.ts';
import { Card } from './Card.tsx';

/** The coach's card of a day or of a session, as it stands. The rider's is another page: as it was handed over. */
export function CardPage() {
  const { riderId = '', dayId, sessionId } = useParams();
  const { data: rider } = ridersApi.useRiderQuery(riderId);
  const { data: day, currentData, error } = daysApi.useDayQuery(dayId ?? '', { skip: !dayId });
  const { plan, error: sessionError } = useSessionPlan(sessionId ?? '');
  const failed = error ?? sessionError;
  const barred = inTheWay(failed, currentData ?? plan ?? undefined);
  if (barred) return <ProblemNote problem={barred} />;
  if (!rider) return <Loading />;
  if (day)
    return (
      <Card
        rider={rider}
        plan={day.plan}
        day={day}
        back={`/riders/${rider.id}/days/${day.id}`}
        says={notAsHanded(day)}
      />
    );
  if (plan)
    return (
      <Card
        rider={rider}
        plan={plan}
        day={null}
        back={`/riders/${rider.id}/sessions/${sessionId ?? ''}`}
      />
    );
  return <Loading />;
}

/** That the rider does not have this card. */
function notAsHanded({ handedOver }: Day): string | null {
  if (handedOver === null) return 'As it stands, not handed over.';
  return handedOver.asItStands
    ? null
    : 'As it stands, not handed over: the rider still has the one before.';
}
