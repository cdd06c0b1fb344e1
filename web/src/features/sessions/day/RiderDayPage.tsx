import type { Day, Rider } from '@uphill/api';
import { heatCaution, isHot, nameFor, roadZones, sessionNumbers } from '@uphill/core/sessions';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { daysApi } from '../../../shared/api/days.ts';
import { ridersApi } from '../../../shared/api/riders.ts';
import { inTheWay } from '../../../shared/api/problemOf.ts';
import { printDay, today } from '../../../shared/dates.ts';
import { ftpOnDay } from '../../../shared/riderOnDay.ts';
import { useAct } from '../../../shared/useAct.ts';
import { useRiderNumbers } from '../../../shared/useRiderNumbers.ts';
import { RoadSection } from '../../../charts/RoadSection.tsx';
import { Loading } from '../../../ui/Loading.tsx';
import { Caution, ProblemNote, Wrong } from '../../../ui/messages.tsx';
import { Asks } from '../Asks.tsx';
import { DayActions } from './DayActions.tsx';
import { Heat } from './Heat.tsx';
import { Mark } from './Mark.tsx';
import { RidesOfDay } from './RidesOfDay.tsx';
import { ShortOfTime } from './ShortOfTime.tsx';
import { Steps } from './Steps.tsx';
import { Heading } from '../../../ui/Heading.tsx';

/** One session on one day of one rider: what is asked in that day's watts, the card, and what became of it. */
export function RiderDayPage() {
  const { riderId = '', dayId = '' } = useParams();
  const { data: rider } = ridersApi.useRiderQuery(riderId);
  const { data: day, currentData, error } = daysApi.useDayQuery(dayId);
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  if (!rider || !day) return <Loading />;
  return <RiderDay key={day.id} rider={rider} day={day} />;
}

function RiderDay({ rider, day }: { rider: Rider; day: Day }) {
  const { act, problem } = useAct();
  const [chosen, setChosen] = useState<string | null>(null);
  const numbers = useRiderNumbers(rider, day.date, day);
  const asks = sessionNumbers(day.plan, numbers);
  const planned = day.state === 'planned';
  const heat = heatCaution(day.celsius, 'session');
  return (
    <>
      <div className="title-row">
        <Heading>{nameFor(day.plan, numbers)}</Heading>
        <span className="soft">
          {printDay(day.date)}
          {day.date === today() ? ', today' : ''} · {ftpWords(rider, day)}
        </span>
        <span className="ms-auto d-flex flex-wrap gap-2 align-items-center">
          {planned && <DayActions day={day} act={act} />}
          {day.state === 'missed' && (
            <Link className="btn btn-primary" to={`/riders/${rider.id}/season/now?day=${day.id}`}>
              What now?
            </Link>
          )}
          <Link
            className="btn btn-outline-secondary"
            to={`/riders/${rider.id}/days/${day.id}/card`}
          >
            Print card
          </Link>
        </span>
      </div>
      <ProblemNote problem={problem} />
      {!day.follows && planned && (
        <p className="soft">
          Changed for this day alone: later changes of the session are not offered to it.
        </p>
      )}
      <div className="sheet road-sheet">
        <RoadSection
          asks={asks}
          bands={roadZones(numbers)?.bands ?? null}
          chosen={chosen}
          choose={setChosen}
        />
      </div>
      <div className="columns columns-wide">
        <section className="sheet" aria-label="What to ride">
          {day.unreadable && <Wrong>{day.unreadable}</Wrong>}
          {day.plan.note && <p>{day.plan.note}</p>}
          <Steps plan={day.plan} rider={numbers} hot={isHot(day.celsius)} />
          <RidesOfDay rider={rider} day={day} />
        </section>
        <div>
          {heat && <Caution>{heat}</Caution>}
          {planned && day.date >= today() && (
            <ShortOfTime key={day.id} day={day} numbers={numbers} />
          )}
          <Mark day={day} />
          {planned && <Heat day={day} />}
          <Asks asks={asks} rider={numbers} zones={roadZones(numbers)} />
        </div>
      </div>
    </>
  );
}

function ftpWords(rider: Rider, day: Day): string {
  if (rider.powerSource === 'none') return 'by heart rate and RPE';
  if (day.state !== 'planned')
    return day.riddenFtpW === null ? 'ridden by feel' : `ridden with FTP ${day.riddenFtpW} W`;
  const entry = ftpOnDay(rider, day.date);
  return entry ? `FTP ${entry.usedW} W on that day` : 'no FTP: by RPE';
}
