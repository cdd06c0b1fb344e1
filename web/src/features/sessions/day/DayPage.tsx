import type { Day } from '@uphill/api';
import { dayRefusal } from '@uphill/core/units';
import { Link, useNavigate, useParams } from 'react-router';
import { daysApi } from '../../../shared/api/days.ts';
import { ridersApi } from '../../../shared/api/riders.ts';
import { plusDays, printDay, today } from '../../../shared/dates.ts';
import { DateField } from '../../../ui/DateField.tsx';
import { Answer } from '../../../ui/Answer.tsx';
import { Empty } from '../../../ui/messages.tsx';
import { DayLine } from './DayLine.tsx';
import { Heading } from '../../../ui/Heading.tsx';

/** One day of the whole squad: who rides what, in each one's own watts. */
export function DayPage() {
  const { date = today() } = useParams();
  const navigate = useNavigate();
  // An address can be typed, too.
  const refusal = dayRefusal(date, 'any', today());
  const day = refusal === null ? date : today();
  const { data: days, error } = daysApi.useDaysQuery({ from: day, to: day });
  if (refusal !== null)
    return (
      <>
        <Heading>No such day</Heading>
        <Empty title={refusal}>
          <Link className="btn btn-primary" to={`/days/${today()}`}>
            Go to today
          </Link>
        </Empty>
      </>
    );
  return (
    <>
      <div className="title-row">
        <Heading>{printDay(day)}</Heading>
        <span className="soft">{day === today() ? 'today' : ''}</span>
        <span className="ms-auto d-flex gap-2 align-items-center">
          <Link className="btn btn-outline-secondary" to={`/days/${plusDays(day, -1)}`}>
            Day before
          </Link>
          <DateField
            quiet
            label="Day"
            use="any"
            value={day}
            change={(next) => void navigate(`/days/${next}`)}
          />
          <Link className="btn btn-outline-secondary" to={`/days/${plusDays(day, 1)}`}>
            Day after
          </Link>
        </span>
      </div>
      <Answer data={days} error={error}>
        {(all) => <Everybody days={all} />}
      </Answer>
    </>
  );
}

function Everybody({ days }: { days: readonly Day[] }) {
  if (days.length === 0) return <Empty title="Nobody has a session on this day." />;
  return (
    <section className="sheet" aria-label="Sessions of the day">
      <ul className="days">
        {days.map((day) => (
          <NamedDay key={day.id} day={day} />
        ))}
      </ul>
    </section>
  );
}

/** A day of one rider in the list of all: their own bests count where a step is flat out. */
function NamedDay({ day }: { day: Day }) {
  const { data: rider } = ridersApi.useRiderQuery(day.riderId);
  return rider ? <DayLine day={day} rider={rider} named /> : null;
}
