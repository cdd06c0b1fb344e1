import type { Day } from '@uphill/api';
import { hangsOnModel } from '@uphill/core/sessions';
import { dayRefusal } from '@uphill/core/units';
import { Link, useNavigate, useParams } from 'react-router';
import { daysApi } from '../../../shared/api/days.ts';
import { ridersApi } from '../../../shared/api/riders.ts';
import { plusDays, printDay, today } from '../../../shared/dates.ts';
import { useModels } from '../../../shared/useRiderNumbers.ts';
import { DateField } from '../../../ui/DateField.tsx';
import { Answer } from '../../../ui/Answer.tsx';
import { Empty } from '../../../ui/messages.tsx';
import { useFirstFew } from '../../../ui/useFirstFew.ts';
import { DayLineBy } from './DayLine.tsx';
import { Heading } from '../../../ui/Heading.tsx';

/** One day of the whole squad: who rides what, in each one's own watts. */
export function DayPage() {
  const { date = today() } = useParams();
  const navigate = useNavigate();
  // An address can be typed, too.
  const refusal = dayRefusal(date, 'any', today());
  const day = refusal === null ? date : today();
  const { data: days, error } = daysApi.useDaysOnQuery(day, { skip: refusal !== null });
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
        {(all) => <Everybody date={day} days={all} />}
      </Answer>
    </>
  );
}

/** Everybody's day: their own bests count where a step is flat out. */
function Everybody({ date, days }: { date: string; days: readonly Day[] }) {
  const { data: riders = [] } = ridersApi.useRidersOnQuery(date);
  const models = useModels(date, !days.some(({ plan }) => hangsOnModel(plan)));
  const drawn = useFirstFew(days);
  if (days.length === 0) return <Empty title="Nobody has a session on this day." />;
  const byId = new Map(riders.map((rider) => [rider.id, rider]));
  return (
    <section className="sheet" aria-label="Sessions of the day">
      <ul className="days">
        {drawn.map((day) => {
          const rider = byId.get(day.riderId);
          const model = models.get(day.riderId) ?? null;
          return rider && <DayLineBy key={day.id} day={day} rider={rider} model={model} named />;
        })}
      </ul>
    </section>
  );
}
