import type { Placed, Rider } from '@uphill/api';
import {
  cautionsOf,
  maySee,
  printDuration,
  sessionCarbohydrate,
  sessionNumbers,
} from '@uphill/core';
import { type ChangeEvent, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, problemOf } from '../../api/client.ts';
import { plusDays, printDay, today } from '../../app/dates.ts';
import { firstName } from '../../app/riderOnDay.ts';
import { useAct } from '../../app/useAct.ts';
import { useRiderNumbers } from '../../app/useRiderNumbers.ts';
import { MiniRoad } from '../../charts/MiniRoad.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Caution, Refused } from '../../ui/messages.tsx';
import { Beside } from './Beside.tsx';
import { Mark } from './Mark.tsx';
import { Steps } from './Steps.tsx';

/** The rider's own page, for a phone: today, the watts, the card; tomorrow as the coach has set it. */
export function TodayPage() {
  const { riderId = '' } = useParams();
  const { data: rider, error } = api.useRiderQuery(riderId);
  const { data: days } = api.useDaysQuery({ riderId, from: today(), to: plusDays(today(), 1) });
  if (error) return <Refused problem={problemOf(error)} />;
  if (!rider || !days) return <Loading />;
  const todays = days.filter(({ date }) => date === today());
  return (
    <main className={todays.length === 1 ? 'rider-today rider-today-one' : 'rider-today'}>
      <header>
        <h1>{firstName(rider.name)}</h1>
        <span className="soft">{printDay(today())}, today</span>
      </header>
      {todays.length === 0 && <p>Nothing is planned today.</p>}
      {todays.map((day) => (
        <TodaySession key={day.id} rider={rider} day={day} />
      ))}
      <Tomorrow rider={rider} days={days.filter(({ date }) => date > today())} />
      <SendRecording riderId={rider.id} />
    </main>
  );
}

function TodaySession({ rider, day }: { rider: Rider; day: Placed }) {
  return (
    <>
      <WhatToRide rider={rider} day={day} />
      <div className="rider-links">
        <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/days/${day.id}/card`}>
          Card
        </Link>
        <Link className="btn btn-outline-secondary" to={`/riders/${rider.id}/days/${day.id}/ride`}>
          Ride room
        </Link>
      </div>
      <Mark key={day.version} day={day} />
    </>
  );
}

function WhatToRide({ rider, day }: { rider: Rider; day: Placed }) {
  const numbers = useRiderNumbers(rider, day.date, day);
  const asks = sessionNumbers(day.plan, numbers);
  const cautions = cautionsOf(day.plan);
  return (
    <section className="sheet mb-3" aria-label={day.plan.name}>
      <h2>{day.plan.name}</h2>
      <p className="soft">
        {printDuration(asks.totalS.value)}
        {asks.timeAtTargetS.value > 0 && `, ${printDuration(asks.timeAtTargetS.value)} at target`}
      </p>
      <MiniRoad segments={asks.segments} ftpW={numbers.ftpW} wide />
      {day.plan.purpose && <p>{day.plan.purpose}</p>}
      <Steps plan={day.plan} rider={numbers} />
      <Beside plan={day.plan} carbs={sessionCarbohydrate(asks)} />
      {cautions.length > 0 && <Caution>{cautions.join(' ')}</Caution>}
    </section>
  );
}

/** Tomorrow's session, or only that it shows in the morning: then not even whether there is one. */
function Tomorrow({ rider, days }: { rider: Rider; days: readonly Placed[] }) {
  const seen = maySee(rider.sessionShown, plusDays(today(), 1), today());
  return (
    <section aria-label="Tomorrow">
      <h2 className="h3">{printDay(plusDays(today(), 1))}, tomorrow</h2>
      {!seen ? (
        <p className="soft">It shows in the morning.</p>
      ) : days.length === 0 ? (
        <p className="soft">Nothing is planned.</p>
      ) : (
        days.map((day) => <WhatToRide key={day.id} rider={rider} day={day} />)
      )}
    </section>
  );
}

function SendRecording({ riderId }: { riderId: string }) {
  const [upload, { isLoading }] = api.useUploadRecordingMutation();
  const { act, problem } = useAct();
  const [says, setSays] = useState('');
  const send = async ({ target }: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const [file] = target.files ?? [];
    target.value = '';
    if (!file) return;
    setSays('');
    const sent = await act(() => upload({ riderId, file }));
    if (!sent) return;
    const { recording, duplicate } = sent;
    setSays(
      [
        duplicate
          ? 'It was sent before. Not added twice.'
          : `${printDuration(recording.seconds)} received.`,
        ...recording.notes,
      ].join(' '),
    );
  };
  return (
    <section aria-label="The ride">
      <label className="btn btn-outline-secondary">
        {isLoading ? 'Sending…' : 'Send the recording'}
        <input
          type="file"
          className="visually-hidden"
          disabled={isLoading}
          onChange={(event) => void send(event)}
        />
      </label>
      <Refused problem={problem} />
      <p role="status">{says}</p>
    </section>
  );
}
