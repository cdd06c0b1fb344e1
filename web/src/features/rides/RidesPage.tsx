import type { MonthOfDays, Ride, Rider } from '@uphill/api';
import { type ReactNode, useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { inTheWay } from '../../shared/api/problemOf.ts';
import { readingsApi } from '../../shared/api/readings.ts';
import { ridesApi } from '../../shared/api/rides.ts';
import { monthDays, plusDays, printDay, printMonth, today, weekOf } from '../../shared/dates.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { Answer } from '../../ui/Answer.tsx';
import { Arrivals } from '../../ui/Arrivals.tsx';
import { Heading } from '../../ui/Heading.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Empty, ProblemNote } from '../../ui/messages.tsx';
import { useFirstFew } from '../../ui/useFirstFew.ts';
import { WithRider } from '../../ui/WithRider.tsx';
import { AddRide } from './AddRide.tsx';
import { ALL_RIDES, Filter, passes, type RideFilter } from './Filter.tsx';
import { ImportRides } from './ImportRides.tsx';
import { ReadingJobLine } from '../../ui/ReadingJobLine.tsx';
import { RideLine } from './RideLine.tsx';
import { useImportRides } from './useImportRides.ts';

/** Rides of the last weeks are on show; earlier ones are reached by month. */
const SHOWN_DAYS = 42;

/** Everything a rider rode, the latest first. */
export function RidesPage() {
  return <WithRider>{(rider) => <Rides key={rider.id} rider={rider} />}</WithRider>;
}

function Rides({ rider }: { rider: Rider }) {
  const from = weekOf(plusDays(today(), -SHOWN_DAYS));
  const to = plusDays(today(), 1);
  const {
    data: rides,
    currentData,
    error,
  } = ridesApi.useRidesQuery({ riderId: rider.id, from, to });
  const { data: months = [] } = ridesApi.useRideMonthsQuery(rider.id);
  const importing = useImportRides(rider.id);
  const [adding, setAdding] = useState(false);
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  if (!rides) return <Loading />;
  const all = months.reduce((sum, { days }) => sum + days, 0);
  return (
    <DropFiles take={importing.take}>
      <div className="title-row">
        <Heading>Rides</Heading>
        <span className="soft">
          {all === 1 ? '1 ride' : `${all} rides`}, every recording kept as received
        </span>
        <span className="ms-auto d-flex flex-wrap gap-3 align-items-center">
          <Link to={`/riders/${rider.id}/trends`}>Trends</Link>
          <Button variant="outline-secondary" onClick={() => setAdding(true)}>
            Add a ride without a recording
          </Button>
        </span>
      </div>
      <ReadingJobLine riderId={rider.id} />
      {adding && <AddRide rider={rider} close={() => setAdding(false)} />}
      <div className="columns columns-top">
        <div>
          <EveryRide rider={rider} rides={rides} months={months} from={from} all={all} />
        </div>
        <div>
          <ImportRides importing={importing} />
          <Arrivals rider={rider} />
        </div>
      </div>
    </DropFiles>
  );
}

/** Files can be let go of anywhere on the page. */
function DropFiles({
  take,
  children,
}: {
  take: (files: readonly File[]) => void;
  children: ReactNode;
}) {
  const [over, setOver] = useState(false);
  return (
    <div
      className={over ? 'drop-here' : undefined}
      onDragOver={(event) => {
        if (![...event.dataTransfer.types].includes('Files')) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setOver(false);
      }}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const files = [...event.dataTransfer.files];
        if (files.length > 0) take(files);
      }}
    >
      {children}
    </div>
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
  const { data: listed = [] } = readingsApi.useReadingsQuery({
    riderId: rider.id,
    from,
    to: plusDays(today(), 1),
  });
  const [filter, setFilter] = useState<RideFilter>(ALL_RIDES);
  const earlier = useMemo(
    () => months.filter(({ first }) => first < from).reverse(),
    [months, from],
  );
  const drawn = useFirstFew(earlier);
  const byId = useMemo(() => new Map(listed.map((each) => [each.rideId, each])), [listed]);
  const shown = rides.filter((ride) => passes(ride, byId.get(ride.id), filter));
  const unread = shown.filter(({ unread: isUnread, withdrawn }) => isUnread && withdrawn === null);
  const weeks = weeksOf(shown.filter((ride) => !unread.includes(ride)));
  const line = (ride: Ride) => (
    <RideLine key={ride.id} ride={ride} rider={rider} listed={byId.get(ride.id)} />
  );
  if (all === 0)
    return (
      <section className="sheet" aria-label="Rides">
        <Empty title={`No rides of ${firstName(rider.name)} yet. Drop recordings here.`} />
      </section>
    );
  return (
    <section className="sheet" aria-label="Rides">
      <Filter filter={filter} rides={rides} listed={listed} set={setFilter} />
      {rides.length === 0 && <p className="soft">None in the last six weeks.</p>}
      {rides.length > 0 && shown.length === 0 && <p className="soft">None of that kind.</p>}
      {unread.length > 0 && (
        <section aria-label="To read" className="mb-3">
          <h2 className="h3">To read</h2>
          <ul className="rides-list">{unread.map(line)}</ul>
        </section>
      )}
      {weeks.map(([monday, own]) => (
        <section key={monday} aria-label={`Week of ${printDay(monday)}`} className="mb-3">
          <h2 className="h3">{weekWords(monday)}</h2>
          <ul className="rides-list">{own.map(line)}</ul>
        </section>
      ))}
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

/** Rides by the week they lie in, the latest first. */
function weeksOf(rides: readonly Ride[]): (readonly [monday: string, rides: Ride[]])[] {
  const weeks = new Map<string, Ride[]>();
  for (const ride of rides) {
    const monday = weekOf(ride.date);
    weeks.set(monday, [...(weeks.get(monday) ?? []), ride]);
  }
  return [...weeks].sort(([one], [other]) => other.localeCompare(one));
}

function weekWords(monday: string): string {
  return monday === weekOf(today()) ? 'This week' : `Week of ${printDay(monday)}`;
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
  const asked = { riderId: rider.id, ...monthDays(month) };
  const { data, error } = ridesApi.useRidesQuery(asked, { skip: !open });
  const { data: listed = [] } = readingsApi.useReadingsQuery(asked, { skip: !open });
  return (
    <details onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary>
        {printMonth(month)} ({many})
      </summary>
      {open && (
        <Answer data={data} error={error}>
          {(rides) => (
            <ul className="rides-list">
              {rides
                .filter(({ date }) => date < before)
                .map((ride) => (
                  <RideLine
                    key={ride.id}
                    ride={ride}
                    rider={rider}
                    listed={listed.find(({ rideId }) => rideId === ride.id)}
                  />
                ))}
            </ul>
          )}
        </Answer>
      )}
    </details>
  );
}
