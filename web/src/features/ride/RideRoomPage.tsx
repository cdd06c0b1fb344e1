import { useParams } from 'react-router';
import { daysApi } from '../../shared/api/days.ts';
import { inTheWay } from '../../shared/api/problemOf.ts';
import { Loading } from '../../ui/Loading.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { RoomDoor } from './RoomDoor.tsx';

/** The coach's way into the ride room: the day as it stands. */
export function RideRoomPage() {
  const { dayId = '' } = useParams();
  const { data: day, currentData, error } = daysApi.useDayQuery(dayId);
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  if (!day) return <Loading />;
  const rider = `/riders/${day.riderId}`;
  const ways = {
    back: `${rider}/days/${day.id}`,
    // What it came to is read on its own page.
    saved: (rideId: string) => `${rider}/rides/${rideId}`,
    whose: 'this rider’s figures',
  };
  return <RoomDoor key={day.id} day={day} ways={ways} />;
}
