import type { Day, Model, Rider } from '@uphill/api';
import { hangsOnModel, nameFor, sessionNumbers } from '@uphill/core/sessions';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { memo, useMemo } from 'react';
import { Link } from 'react-router';
import { printDay, today } from '../../../shared/dates.ts';
import { useModel, useNumbersBy } from '../../../shared/useRiderNumbers.ts';
import { MiniRoad } from '../../../charts/MiniRoad.tsx';
import { useSeen } from '../../../ui/useSeen.ts';
import { headline } from './headline.ts';
import { STATE_MARKS } from '../../../shared/dayStates.ts';

interface Props {
  readonly day: Day;
  readonly rider: Rider;
}

/** One day in a list: the day, what is asked in this rider's watts of that day, and what became of it. */
export function DayLine({ day, rider }: Props) {
  const model = useModel(rider.id, day.date, !hangsOnModel(day.plan));
  return <DayLineBy day={day} rider={rider} model={model} />;
}

/** The same in a list of several riders, each by name, with a model that came with all of theirs. */
export const DayLineBy = memo(function DayLineBy({
  day,
  rider,
  model,
  named = false,
}: Props & { readonly model: Model | null; readonly named?: boolean }) {
  const numbers = useNumbersBy(rider, day.date, model, day);
  const { ref, seen } = useSeen();
  const asks = useMemo(
    () => (seen ? sessionNumbers(day.plan, numbers) : null),
    [seen, day.plan, numbers],
  );
  const overdue = day.state === 'planned' && day.date < today();
  const wanted = day.rides.some(({ tried }) => !tried)
    ? `ridden ${printDay(day.date)}: confirm?`
    : 'to mark';
  const { icon: Mark, word } = STATE_MARKS[day.state];
  return (
    <li ref={ref} className={day.date === today() ? 'day-today' : ''}>
      <MiniRoad segments={asks?.segments ?? []} ftpW={numbers.ftpW} />
      <div className="flex-grow-1">
        <span className="small soft">
          {named ? rider.name : `${printDay(day.date)}${day.date === today() ? ', today' : ''}`}
        </span>
        <Link className="d-block" to={`/riders/${rider.id}/days/${day.id}`}>
          {nameFor(day.plan, numbers)}
        </Link>
        <span className="small soft">
          {asks &&
            `${headline(asks)} · ${printDuration(asks.totalS.value)} · load ${roundHalfUp(asks.load.value)}`}
          {/* As high as it will be. */ asks ? '' : '\u00a0'}
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
});
