import type { Placed, Rider } from '@uphill/api';
import { printDuration, roundHalfUp, sessionNumbers } from '@uphill/core';
import { Link } from 'react-router';
import { printDay, today } from '../../app/dates.ts';
import { useRiderNumbers } from '../../app/useRiderNumbers.ts';
import { MiniRoad } from '../../charts/MiniRoad.tsx';
import { headline } from './headline.ts';
import { STATE_MARKS } from './states.ts';

/** One placed session in a list: the day, what is asked in this rider's watts of that day, and what became of it. */
export function DayLine({
  day,
  rider,
  named = false,
}: {
  day: Placed;
  rider: Rider;
  named?: boolean;
}) {
  const numbers = useRiderNumbers(rider, day.date, day);
  const asks = sessionNumbers(day.plan, numbers);
  const overdue = day.state === 'planned' && day.date < today();
  const { icon: Mark, word } = STATE_MARKS[day.state];
  return (
    <li className={day.date === today() ? 'day-today' : ''}>
      <MiniRoad segments={asks.segments} ftpW={numbers.ftpW} />
      <div className="flex-grow-1">
        <span className="small soft">
          {named ? rider.name : `${printDay(day.date)}${day.date === today() ? ', today' : ''}`}
        </span>
        <Link className="d-block" to={`/riders/${rider.id}/days/${day.id}`}>
          {day.plan.name}
        </Link>
        <span className="small soft">
          {headline(asks)} · {printDuration(asks.totalS.value)} · load{' '}
          {roundHalfUp(asks.load.value)}
        </span>
      </div>
      <span className={overdue ? 'want' : 'text-nowrap'}>
        {overdue ? (
          'to mark'
        ) : (
          <>
            <Mark size={15} aria-hidden /> {word}
            {day.rpe !== null && `, RPE ${day.rpe}`}
          </>
        )}
      </span>
    </li>
  );
}
