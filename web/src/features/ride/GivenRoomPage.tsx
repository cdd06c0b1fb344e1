import { useParams } from 'react-router';
import { givenApi } from '../../shared/api/given.ts';
import { inTheWay } from '../../shared/api/problemOf.ts';
import { Loading } from '../../ui/Loading.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { RoomDoor } from './RoomDoor.tsx';

/** The rider's own way into the ride room: the day as it was handed over. */
export function GivenRoomPage() {
  const { dayId = '' } = useParams();
  const { data: day, currentData, error } = givenApi.useGivenDayQuery(dayId);
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  if (!day) return <Loading />;
  const own = `/riders/${day.riderId}/today`;
  return (
    <RoomDoor
      key={day.id}
      day={day}
      ways={{ back: own, saved: () => own, whose: 'your figures' }}
    />
  );
}
