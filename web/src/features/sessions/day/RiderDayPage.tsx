import type { Day, Rider } from '@uphill/api';
import { bandsFor, SEVEN_STEPS } from '@uphill/core/zones';
import { HEAT_BOUNDS } from '@uphill/core/testing';
import { heatCaution, HOT_C, isHot, nameFor, sessionNumbers } from '@uphill/core/sessions';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate, useParams } from 'react-router';
import { daysApi } from '../../../shared/api/days.ts';
import { ridersApi } from '../../../shared/api/riders.ts';
import { problemOf } from '../../../shared/api/problemOf.ts';
import { printDay, today } from '../../../shared/dates.ts';
import { ftpOnDay } from '../../../shared/riderOnDay.ts';
import { useAct } from '../../../shared/useAct.ts';
import { useRiderNumbers } from '../../../shared/useRiderNumbers.ts';
import { RoadSection } from '../../../charts/RoadSection.tsx';
import { DateField } from '../../../ui/DateField.tsx';
import { Loading } from '../../../ui/Loading.tsx';
import { Caution, ProblemNote, Wrong } from '../../../ui/messages.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { Asks } from '../Asks.tsx';
import { Mark } from './Mark.tsx';
import { RidesOfDay } from './RidesOfDay.tsx';
import { Steps } from './Steps.tsx';

/** One session on one day of one rider: what is asked in that day's watts, the card, and what became of it. */
export function RiderDayPage() {
  const { riderId = '', dayId = '' } = useParams();
  const { data: rider } = ridersApi.useRiderQuery(riderId);
  const { data: day, error } = daysApi.useDayQuery(dayId);
  if (error) return <ProblemNote problem={problemOf(error)} />;
  if (!rider || !day) return <Loading />;
  return <RiderDay key={day.id} rider={rider} day={day} />;
}

function RiderDay({ rider, day }: { rider: Rider; day: Day }) {
  const navigate = useNavigate();
  const [remove] = daysApi.useRemoveDayMutation();
  const [change] = daysApi.useChangeDayMutation();
  const { act, problem } = useAct();
  const [chosen, setChosen] = useState<string | null>(null);
  const numbers = useRiderNumbers(rider, day.date, day);
  const asks = sessionNumbers(day.plan, numbers);
  const removeIt = async (): Promise<void> => {
    if ((await act(() => remove(day), `Removed from ${printDay(day.date)}.`)) !== undefined)
      void navigate(`/riders/${rider.id}/sessions`);
  };
  const planned = day.state === 'planned';
  const heat = heatCaution(day.celsius, 'session');
  return (
    <>
      <div className="title-row">
        <h1>{nameFor(day.plan, numbers)}</h1>
        <span className="soft">
          {printDay(day.date)}
          {day.date === today() ? ', today' : ''} · {ftpWords(rider, day)}
        </span>
        <span className="ms-auto d-flex flex-wrap gap-2 align-items-center">
          {planned && (
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
              <Link className="btn btn-primary" to={`/riders/${rider.id}/days/${day.id}/ride`}>
                Ride it
              </Link>
              <Link
                className="btn btn-outline-secondary"
                to={`/riders/${rider.id}/days/${day.id}/plan`}
              >
                Change this day
              </Link>
              {day.sessionId && (
                <Link
                  className="btn btn-outline-secondary"
                  to={`/riders/${rider.id}/sessions/${day.sessionId}`}
                >
                  Edit the session
                </Link>
              )}
            </>
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
          bands={numbers.ftpW === null ? null : bandsFor(SEVEN_STEPS, { ftp: numbers.ftpW })}
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
          <Mark key={day.id} day={day} />
          {planned && <Heat key={day.version} day={day} />}
          <Asks asks={asks} rider={numbers} />
        </div>
      </div>
    </>
  );
}

/** The heat that is expected on the day. */
function Heat({ day }: { day: Day }) {
  const [change] = daysApi.useChangeDayMutation();
  const { act, problem } = useAct();
  const [celsius, setCelsius] = useState(day.celsius);
  return (
    <form
      className="sheet mb-3 entry-row"
      aria-label="Heat"
      onSubmit={(event) => {
        event.preventDefault();
        void act(
          () => change({ id: day.id, version: day.version, celsius }),
          celsius === null ? 'No heat expected.' : `${celsius} °C expected.`,
        );
      }}
    >
      <NumberField
        label="Heat expected, °C"
        hint={`over ${HOT_C} °C the watts are upper limits`}
        bounds={[HEAT_BOUNDS.low, HEAT_BOUNDS.high]}
        wrong={`Between ${HEAT_BOUNDS.low} and ${HEAT_BOUNDS.high} °C.`}
        value={celsius}
        set={setCelsius}
      />
      <Button type="submit" variant="outline-secondary" disabled={celsius === day.celsius}>
        Save
      </Button>
      <ProblemNote problem={problem} />
    </form>
  );
}

function ftpWords(rider: Rider, day: Day): string {
  if (rider.powerSource === 'none') return 'by heart rate and RPE';
  if (day.state !== 'planned')
    return day.riddenFtpW === null ? 'ridden by feel' : `ridden with FTP ${day.riddenFtpW} W`;
  const entry = ftpOnDay(rider, day.date);
  return entry ? `FTP ${entry.usedW} W on that day` : 'no FTP: by RPE';
}
