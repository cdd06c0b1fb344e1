import type { Day, GivenDay, Rider } from '@uphill/api';
import { cautionsOf, heatCaution, isHot, nameFor, sessionNumbers } from '@uphill/core/sessions';
import { maySee } from '@uphill/core/rider';
import { printDuration } from '@uphill/core/units';
import { sessionCarbohydrate } from '@uphill/core/fuel';
import { type ChangeEvent, Fragment, useState } from 'react';
import { Link, useParams } from 'react-router';
import { givenApi } from '../../../shared/api/given.ts';
import { ridersApi } from '../../../shared/api/riders.ts';
import { inTheWay } from '../../../shared/api/problemOf.ts';
import { dayOf, plusDays, printDay, today, weekdayOf } from '../../../shared/dates.ts';
import { firstName } from '../../../shared/riderOnDay.ts';
import { useUpload } from '../../../shared/useUpload.ts';
import { useRiderNumbers } from '../../../shared/useRiderNumbers.ts';
import { MiniRoad } from '../../../charts/MiniRoad.tsx';
import { Loading } from '../../../ui/Loading.tsx';
import { Caution, ProblemNote } from '../../../ui/messages.tsx';
import { Mornings } from '../../../ui/Mornings.tsx';
import { WhichColumn } from '../../../ui/WhichColumn.tsx';
import { Beside } from './Beside.tsx';
import { Choice } from './Choice.tsx';
import { Mark } from './Mark.tsx';
import { OwnRides } from './OwnRides.tsx';
import { Steps } from './Steps.tsx';
import { Heading } from '../../../ui/Heading.tsx';

/** The rider's own page, for a phone: today, the watts, the card; tomorrow as the coach has set it. */
export function TodayPage() {
  const { riderId = '' } = useParams();
  const { data: rider, currentData, error } = ridersApi.useRiderQuery(riderId);
  const { data: days } = givenApi.useGivenQuery({
    riderId,
    from: today(),
    to: plusDays(today(), 1),
  });
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  if (!rider || !days) return <Loading />;
  const todays = days.filter(({ date }) => date === today());
  return (
    <main className={todays.length === 1 ? 'rider-today rider-today-one' : 'rider-today'}>
      <header>
        <Heading name="Today">{firstName(rider.name)}</Heading>
        <span className="soft">{printDay(today())}, today</span>
      </header>
      <Today rider={rider} free={todays.length === 0} />
      {todays.map((day) => (
        <TodaySession key={day.id} rider={rider} day={day} />
      ))}
      <Tomorrow rider={rider} days={days.filter(({ date }) => date > today())} />
      <SendRecording riderId={rider.id} />
      <Mornings rider={rider} />
      <OwnRides rider={rider} />
    </main>
  );
}

/** What the day of the week allows, and what is fixed on it. */
function Today({ rider, free }: { rider: Rider; free: boolean }) {
  const weekday = weekdayOf(today());
  const day = rider.availability?.days[weekday - 1];
  const fixed = rider.fixtures.filter(
    (each) =>
      each.weekday === weekday && each.from <= today() && (each.to === null || each.to >= today()),
  );
  const time =
    day && day.hours > 0
      ? `${printDuration(Math.round(day.hours * 3600))} for riding today.`
      : null;
  const words = [
    day?.fixedRest ? 'A rest day.' : time,
    ...fixed.map(({ name, minutes }) => `${name}, ${printDuration(minutes * 60)}.`),
    free ? 'Nothing is planned today.' : null,
  ].filter((each) => each !== null);
  return words.length === 0 ? null : <p>{words.join(' ')}</p>;
}

function TodaySession({ rider, day }: { rider: Rider; day: GivenDay }) {
  return (
    <>
      <Changed day={day} />
      <Choice rider={rider} day={day} />
      <WhatToRide rider={rider} day={day} />
      <div className="rider-links">
        <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/today/${day.id}/card`}>
          Card
        </Link>
        <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/today/${day.id}/ride`}>
          Ride room
        </Link>
      </div>
      <Mark key={day.id} day={day} own />
    </>
  );
}

/** What of a day is not as it was first handed over, or will not stay as it is. */
function Changed({ day: { given } }: { day: GivenDay }) {
  if (given.behind)
    return (
      <p className="want">Changed by your coach since; you will see it once it is handed over.</p>
    );
  return given.again ? <p className="want">Changed {printDay(dayOf(given.at))}.</p> : null;
}

function WhatToRide({ rider, day }: { rider: Rider; day: Day }) {
  const numbers = useRiderNumbers(rider, day.date, day);
  const asks = sessionNumbers(day.plan, numbers);
  const cautions = [heatCaution(day.celsius, 'session'), ...cautionsOf(day.plan)].filter(
    (each) => each !== null,
  );
  return (
    <section className="sheet mb-3" aria-label={nameFor(day.plan, numbers)}>
      <h2>{nameFor(day.plan, numbers)}</h2>
      <p className="soft">
        {printDuration(asks.totalS.value)}
        {asks.timeAtTargetS.value > 0 && `, ${printDuration(asks.timeAtTargetS.value)} at target`}
      </p>
      <MiniRoad segments={asks.segments} ftpW={numbers.ftpW} wide />
      {day.plan.purpose && <p>{day.plan.purpose}</p>}
      <Steps plan={day.plan} rider={numbers} hot={isHot(day.celsius)} />
      <Beside plan={day.plan} carbs={sessionCarbohydrate(asks, numbers.massKg)} />
      {cautions.length > 0 && <Caution>{cautions.join(' ')}</Caution>}
    </section>
  );
}

/** Tomorrow's session, or only that it shows in the morning: then not even whether there is one. */
function Tomorrow({ rider, days }: { rider: Rider; days: readonly GivenDay[] }) {
  const seen = maySee(rider.sessionShown, plusDays(today(), 1), today());
  return (
    <section aria-label="Tomorrow">
      <h2 className="h3">{printDay(plusDays(today(), 1))}, tomorrow</h2>
      {!seen && <p className="soft">Visible in the morning.</p>}
      {seen && days.length === 0 && <p className="soft">Nothing is planned.</p>}
      {seen &&
        days.map((day) => (
          <Fragment key={day.id}>
            <Changed day={day} />
            <WhatToRide rider={rider} day={day} />
          </Fragment>
        ))}
    </section>
  );
}

function SendRecording({ riderId }: { riderId: string }) {
  const [says, setSays] = useState('');
  const { send, isLoading, asking, problem } = useUpload(
    riderId,
    ({ recording, duplicate, ride }) =>
      setSays(
        [
          duplicate
            ? 'Sent before, so not added twice.'
            : `${printDuration(recording.seconds)} received.`,
          ride.day && !duplicate ? `It is with ${ride.day.name}, ${printDay(ride.day.date)}.` : '',
          ride.datedBy === 'assumed'
            ? 'The file does not say of which day it is; your coach will date it.'
            : '',
          ...recording.notes,
        ]
          .filter(Boolean)
          .join(' '),
      ),
  );
  const take = ({ target }: ChangeEvent<HTMLInputElement>): void => {
    const [file] = target.files ?? [];
    target.value = '';
    setSays('');
    if (file) void send(file);
  };
  return (
    <section aria-label="The ride">
      <label className="btn btn-outline-secondary">
        {isLoading ? 'Sending…' : 'Send the recording'}
        <input type="file" className="visually-hidden" disabled={isLoading} onChange={take} />
      </label>
      <ProblemNote problem={problem} />
      {asking && (
        <WhichColumn
          fileName={asking.file.name}
          question={asking.question}
          answer={asking.answer}
          cancel={asking.cancel}
        />
      )}
      <p role="status">{says}</p>
    </section>
  );
}
