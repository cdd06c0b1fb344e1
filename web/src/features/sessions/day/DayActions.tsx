import type { Day } from '@uphill/api';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate } from 'react-router';
import { daysApi } from '../../../shared/api/days.ts';
import { seasonApi } from '../../../shared/api/season.ts';
import { printDay } from '../../../shared/dates.ts';
import type { useAct } from '../../../shared/useAct.ts';
import { DateField } from '../../../ui/DateField.tsx';

interface Props {
  readonly day: Day;
  readonly act: ReturnType<typeof useAct>['act'];
}

/** What can be done with a day that is still to come. */
export function DayActions({ day, act }: Props) {
  const navigate = useNavigate();
  const [remove] = daysApi.useRemoveDayMutation();
  const [change] = daysApi.useChangeDayMutation();
  const [handOver] = seasonApi.useHandOverMutation();
  const station = `/riders/${day.riderId}`;
  const removeIt = async (): Promise<void> => {
    if ((await act(() => remove(day), `Removed from ${printDay(day.date)}.`)) !== undefined)
      void navigate(`${station}/sessions`);
  };
  return (
    <>
      <span className="soft small" aria-hidden>
        Move to
      </span>
      <DateField
        quiet
        label="Move to"
        use="day"
        value={day.date}
        change={(date) =>
          void act(
            () => change({ id: day.id, version: day.version, date }),
            `Moved to ${printDay(date)}.`,
          )
        }
      />
      <Button variant="outline-secondary" onClick={() => void removeIt()}>
        Remove
      </Button>
      {!day.handedOver?.asItStands && (
        <Button
          onClick={() =>
            void act(
              () => handOver({ riderId: day.riderId, from: day.date, to: day.date }),
              ({ handed, left }) =>
                handed > 0 ? 'Handed over.' : `Not handed over. ${left[0]?.reason ?? ''}`.trim(),
            )
          }
        >
          {day.handedOver ? 'Hand over the change' : 'Hand over'}
        </Button>
      )}
      <Link className="btn btn-outline-secondary" to={`${station}/days/${day.id}/ride`}>
        Ride it
      </Link>
      <Link className="btn btn-outline-secondary" to={`${station}/days/${day.id}/plan`}>
        Change this day
      </Link>
      {day.sessionId && (
        <Link className="btn btn-outline-secondary" to={`${station}/sessions/${day.sessionId}`}>
          Edit the session
        </Link>
      )}
    </>
  );
}
