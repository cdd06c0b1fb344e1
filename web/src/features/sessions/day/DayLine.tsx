import type { Day, Rider } from '@uphill/api';
import { nameFor, sessionNumbers } from '@uphill/core/sessions';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { Link } from 'react-router';
import { printDay, today } from '../../../shared/dates.ts';
import { useRiderNumbers } from '../../../shared/useRiderNumbers.ts';
import { MiniRoad } from '../../../charts/MiniRoad.tsx';
import { headline } from './headline.ts';
import { STATE_MARKS } from '../../../shared/dayStates.ts';

/** One day in a list: the day, what is asked in this rider's watts of that day, and what became of it. */
export function DayLine({
  day,
  rider,
  named = false,
}: {
  day: Day;
  rider: Rider;
  named?: boolean;
}) {
  const numbers = useRiderNumbers(rider, day.date, day);
  const asks = sessionNumbers(day.plan, numbers);
  const overdue = day.state === 'planned' && day.date < today();
  const wanted = day.rides.some(({ tried }) => !tried) ? 'ridden, not marked' : 'to mark';
  const { icon: Mark, word } = STATE_MARKS[day.state];
  return (
    <li className={day.date === today() ? 'day-today' : ''}>
      <MiniRoad segments={asks.segments} ftpW={numbers.ftpW} />
      <div className="flex-grow-1">
        <span className="small soft">
          {named ? rider.name : `${printDay(day.date)}${day.date === today() ? ', today' : ''}`}
        </span>
        <Link className="d-block" to={`/riders/${rider.id}/days/${day.id}`}>
          {nameFor(day.plan, numbers)}
        </Link>
        <span className="small soft">
          {headline(asks)} · {printDuration(asks.totalS.value)} · load{' '}
          {roundHalfUp(asks.load.value)}
        </span>
      </div>
      <span className={overdue ? 'want' : 'text-nowrap'}>
        {overdue ? (
          wanted
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
