import { useParams } from 'react-router';
import { givenApi } from '../../../shared/api/given.ts';
import { ridersApi } from '../../../shared/api/riders.ts';
import { inTheWay } from '../../../shared/api/problemOf.ts';
import { Loading } from '../../../ui/Loading.tsx';
import { ProblemNote } from '../../../ui/messages.tsx';
import { Card } from './Card.tsx';

/** The rider's own card: the day as it was handed over, whatever the coach changed since. */
export function GivenCardPage() {
  const { riderId = '', dayId = '' } = useParams();
  const { data: rider } = ridersApi.useRiderQuery(riderId);
  const { data: day, currentData, error } = givenApi.useGivenDayQuery(dayId);
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  if (!rider || !day) return <Loading />;
  return <Card rider={rider} plan={day.plan} day={day} back={`/riders/${rider.id}/today`} />;
}
