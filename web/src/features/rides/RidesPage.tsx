import type { MonthOfDays, Ride, Rider } from '@uphill/api';
import { rideFigures } from '@uphill/core/review';
import { roundHalfUp } from '@uphill/core/units';
import { useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { problemOf } from '../../shared/api/problemOf.ts';
import { ridesApi } from '../../shared/api/rides.ts';
import { monthDays, plusDays, printMonth, today } from '../../shared/dates.ts';
import { firstName, riderOnDay } from '../../shared/riderOnDay.ts';
import { WithRider } from '../../ui/WithRider.tsx';
import { Arrivals } from '../../ui/Arrivals.tsx';
import { Answer } from '../../ui/Answer.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Empty, ProblemNote } from '../../ui/messages.tsx';
import { AddRide } from './AddRide.tsx';
import { ImportRides } from './ImportRides.tsx';
import { dateWords, idleWords, KIND_WORDS, lengthWords, rpeOf } from '../../shared/rideWords.ts';
import { Heading } from '../../ui/Heading.tsx';
import { useFirstFew } from '../../ui/useFirstFew.ts';

/** Rides of the last weeks are on show; earlier ones are reached by month. */
const SHOWN_DAYS = 42;

/** Everything a rider rode, the latest first. */
export function RidesPage() {
  return <WithRider>{(rider) => <Rides key={rider.id} rider={rider} />}</WithRider>;
}

function Rides({ rider }: { rider: Rider }) {
  const from = plusDays(today(), -SHOWN_DAYS);
  const { data: rides, error } = ridesApi.useRidesQuery({
    riderId: rider.id,
    from,
    to: plusDays(today(), 1),
  });
  const { data: months = [] } = ridesApi.useRideMonthsQuery(rider.id);
  const [adding, setAdding] = useState(false);
  if (error) return <ProblemNote problem={problemOf(error)} />;
  if (!rides) return <Loading />;
  const all = months.reduce((sum, { days }) => sum + days, 0);
  return (
    <>
      <div className="title-row">
        <Heading>Rides</Heading>
        <span className="soft">
          {all === 1 ? '1 ride' : `${all} rides`}, every recording kept as received
        </span>
        <Button variant="outline-secondary" className="ms-auto" onClick={() => setAdding(true)}>
          Add a ride without a recording
        </Button>
      </div>
      {adding && <AddRide rider={rider} close={() => setAdding(false)} />}
      <div className="columns columns-top">
        <div>
          <ImportRides rider={rider} />
          <EveryRide rider={rider} rides={rides} months={months} from={from} all={all} />
        </div>
        <Arrivals rider={rider} />
      </div>
    </>
  );
}

interface EveryProps {
  readonly rider: Rider;
  readonly rides: readonly Ride[];
  readonly months: readonly MonthOfDays[];
  /** Rides of before are reached by month. */
  readonly from: string;
  readonly all: number;
}

function EveryRide({ rider, rides, months, from, all }: EveryProps) {
  const earlier = useMemo(
    () => months.filter(({ first }) => first < from).reverse(),
    [months, from],
  );
  const drawn = useFirstFew(earlier);
  return (
    <section className="sheet" aria-label="Rides">
      {all === 0 ? (
        <Empty title={`No rides of ${firstName(rider.name)} yet.`} />
      ) : (
        <>
          {rides.length === 0 && <p className="soft">None in the last six weeks.</p>}
          <ul className="history">
            {rides.map((ride) => (
              <RideLine key={ride.id} ride={ride} rider={rider} />
            ))}
          </ul>
        </>
      )}
      {earlier.length > 0 && (
        <section className="months" aria-label="Earlier">
          <h2 className="h3">Earlier</h2>
          {drawn.map(({ month, days }) => (
            <Month key={month} rider={rider} month={month} many={days} before={from} />
          ))}
        </section>
      )}
    </section>
  );
}

/** One month, asked for when it is opened. */
function Month({
  rider,
  month,
  many,
  before,
}: {
  rider: Rider;
  month: string;
  many: number;
  before: string;
}) {
  const [open, setOpen] = useState(false);
  const { data, error } = ridesApi.useRidesQuery(
    { riderId: rider.id, ...monthDays(month) },
    { skip: !open },
  );
  return (
    <details onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary>
        {printMonth(month)} ({many})
      </summary>
      {open && (
        <Answer data={data} error={error}>
          {(rides) => (
            <ul className="history">
              {rides
                .filter(({ date }) => date < before)
                .map((ride) => (
                  <RideLine key={ride.id} ride={ride} rider={rider} />
                ))}
            </ul>
          )}
        </Answer>
      )}
    </details>
  );
}

function RideLine({ ride, rider }: { ride: Ride; rider: Rider }) {
  const { ftpW } = riderOnDay(rider, ride.date);
  const { load, loadFrom } = rideFigures(ride.numbers, {
    ftpW,
    minutes: ride.minutes,
    rpe: rpeOf(ride),
  });
  const idle = idleWords(ride, rider.demo);
  const watts = ride.numbers?.meanW ?? null;
  return (
    <li>
      <span>
        <Link to={`/riders/${rider.id}/rides/${ride.id}`}>{dateWords(ride)}</Link>
        <span className="soft small d-block">
          {ride.day && !ride.day.tried ? ride.day.name : KIND_WORDS[ride.kind]}
          {idle && ` · ${idle}`}
        </span>
      </span>
      <span className="text-nowrap">
        {lengthWords(ride)}
        {watts !== null && <span className="ridden"> · {roundHalfUp(watts)} W</span>}
        {load &&
          idle === null &&
          ` · load ${roundHalfUp(load.value)}${loadFrom === 'effort' ? ' from effort' : ''}`}
      </span>
    </li>
  );
}
