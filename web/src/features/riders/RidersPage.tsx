import type { Rider, SquadWeek } from '@uphill/api';
import { goalOn } from '@uphill/core/rider';
import { mondayOf } from '@uphill/core/season';
import { printSigned, roundHalfUp, roundTo, plural } from '@uphill/core/units';
import { memo, useMemo } from 'react';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import type { ListedDay } from '../../shared/api/listedDay.ts';
import { ridersApi } from '../../shared/api/riders.ts';
import { trendsApi } from '../../shared/api/trends.ts';
import { seasonApi } from '../../shared/api/season.ts';
import { inTheWay } from '../../shared/api/problemOf.ts';
import { daysBetween, plusDays, printAge, printDay, today } from '../../shared/dates.ts';
import { ftpOnDay, healthOnDay, retestIn, shownMass } from '../../shared/riderOnDay.ts';
import { useSquadDays } from '../../shared/useSquadDays.ts';
import { Loading } from '../../ui/Loading.tsx';
import { Empty, ProblemNote } from '../../ui/messages.tsx';
import { useFirstFew } from '../../ui/useFirstFew.ts';
import { useArchive } from './useArchive.ts';
import { Heading } from '../../ui/Heading.tsx';
import { WideTable } from '../../ui/WideTable.tsx';

/** Something that needs the coach: a link to the very thing. */
interface Need {
  readonly text: string;
  readonly to: string;
}

/** Days to mark that are named one by one; the others are one link. */
const MOST_DAYS = 3;

/** Every rider on one line, those who need the coach first. */
export function RidersPage() {
  const { data: riders, currentData, error } = ridersApi.useRidersQuery();
  const days = useSquadDays({ from: plusDays(today(), -14), to: plusDays(today(), 14) });
  const active = useMemo(() => riders?.filter(({ archived }) => !archived) ?? [], [riders]);
  const lines = useMemo(() => linesOf(active, days), [active, days]);
  const drawn = useFirstFew(lines);
  const { data: squad } = seasonApi.useSquadWeekQuery(mondayOf(today()));
  const weeks = useMemo(() => new Map((squad ?? []).map((row) => [row.riderId, row])), [squad]);
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  if (!riders) return <Loading />;
  const archived = riders.filter((rider) => rider.archived);
  if (riders.length === 0) return <FirstRider />;
  return (
    <>
      <div className="title-row">
        <Heading>Riders</Heading>
        <span className="soft">
          {active.length === 0
            ? 'everybody is archived'
            : `${active.length === 1 ? 'one rider' : `${active.length} riders`}, those who need you first`}
        </span>
        <Link to="/riders/new" className="btn btn-outline-secondary ms-auto">
          New rider
        </Link>
      </div>
      {active.length > 0 && (
        <div className="sheet">
          <WideTable of="Riders" className="riders">
            <thead>
              <tr>
                <th scope="col">Rider</th>
                <th scope="col">FTP</th>
                <th scope="col">Goal</th>
                <th scope="col">This week</th>
                <th scope="col">Next session</th>
                <th scope="col">Last marked</th>
                <th scope="col">Needs you</th>
              </tr>
            </thead>
            <tbody>
              {drawn.map((line) => (
                <RiderLine key={line.rider.id} {...line} week={weeks.get(line.rider.id)} />
              ))}
            </tbody>
          </WideTable>
        </div>
      )}
      {archived.length > 0 && <Archived riders={archived} />}
    </>
  );
}

interface Line {
  readonly rider: Rider;
  readonly days: readonly ListedDay[];
  readonly needs: readonly Need[];
}

/** Those who need the coach first. */
function linesOf(riders: readonly Rider[], days: ReturnType<typeof useSquadDays>): Line[] {
  return riders
    .map((rider) => {
      const own = days.get(rider.id) ?? [];
      return { rider, days: own, needs: needsOf(rider, own) };
    })
    .sort((a, b) => b.needs.length - a.needs.length || a.rider.name.localeCompare(b.rider.name));
}

/** Riders who have left, with everything they had. */
function Archived({ riders }: { riders: readonly Rider[] }) {
  const { toggle, problem } = useArchive();
  return (
    <details className="sheet mt-3">
      <summary>Archived ({riders.length})</summary>
      <ProblemNote problem={problem} />
      <ul className="history">
        {riders.map((rider) => (
          <li key={rider.id}>
            <Link to={`/riders/${rider.id}`}>{rider.name}</Link>
            <Button size="sm" variant="link" onClick={() => toggle(rider)}>
              Restore<span className="visually-hidden"> {rider.name}</span>
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}

const RiderLine = memo(function RiderLine({
  rider,
  days,
  needs,
  week,
}: Line & { readonly week: SquadWeek[number] | undefined }) {
  const next = days.find(({ state, date }) => state === 'planned' && date >= today());
  const last = days.findLast(({ state }) => state !== 'planned');
  const goal = goalOn(rider.goals, today());
  return (
    <tr>
      <th scope="row">
        <Link to={`/riders/${rider.id}/tests`}>{rider.name}</Link>
      </th>
      <td>
        <Measured rider={rider} />
      </td>
      <td>
        {goal ? (
          `${goal.name}, ${goal.date >= today() ? plural(daysBetween(today(), goal.date), 'day') : 'past'}`
        ) : (
          <span className="soft">none yet</span>
        )}
      </td>
      <td className="text-nowrap">
        {week && (
          <Link to={`/riders/${rider.id}/season/${mondayOf(today())}`}>
            {week.goal === null
              ? `${roundHalfUp(week.load)} planned, no goal yet`
              : `${roundHalfUp(week.load)} of ${roundHalfUp(week.goal)}`}
          </Link>
        )}
      </td>
      <td>
        {next ? (
          <Link to={`/riders/${rider.id}/days/${next.id}`}>
            {printDay(next.date)}: {next.name}
          </Link>
        ) : (
          <span className="soft">nothing assigned</span>
        )}
      </td>
      <td>
        <LastRide rider={rider} last={last} />
        <HeartWord riderId={rider.id} />
      </td>
      <td>
        {needs.length > 0 ? (
          needs.map(({ text, to }) => (
            <Link key={to + text} className="want" to={to}>
              {text}
            </Link>
          ))
        ) : (
          <span className="soft">nothing</span>
        )}
      </td>
    </tr>
  );
});

/** A word for whose heart was not as usual on the last ride of the week. */
function HeartWord({ riderId }: { riderId: string }) {
  const { data = [] } = trendsApi.useHeartsQuery();
  const off = data.find((each) => each.riderId === riderId);
  if (!off) return null;
  return (
    <Link to={`/riders/${riderId}/rides/${off.rideId}`} className="d-block small pulse">
      Heart {printSigned(off.offPercent, 0)} %: {off.word}
    </Link>
  );
}

/** What the last ride came to; where none was judged, how the last day was marked. */
function LastRide({ rider, last }: { rider: Rider; last: ListedDay | undefined }) {
  const { lastVerdict } = rider;
  if (lastVerdict)
    return (
      <Link to={`/riders/${rider.id}/rides/${lastVerdict.rideId}`}>
        {lastVerdict.says}, {printDay(lastVerdict.date)}
      </Link>
    );
  if (!last) return <span className="soft">nothing yet</span>;
  return `${last.state}, ${printDay(last.date)}${last.rpe === null ? '' : `, RPE ${last.rpe}`}`;
}

function Measured({ rider }: { rider: Rider }) {
  const massKg = shownMass(rider, today());
  const ftp = ftpOnDay(rider, today());
  if (rider.powerSource === 'none') {
    const heart = rider.heartRates.findLast(({ kind }) => kind === 'threshold');
    return heart ? (
      `${heart.bpm} bpm, ${printAge(heart.date)}`
    ) : (
      <span className="soft">not measured</span>
    );
  }
  if (!ftp) return <span className="soft">no FTP</span>;
  return (
    <>
      <strong>{ftp.usedW} W</strong>
      <span className="soft">
        {massKg === null ? '' : ` ${roundTo(ftp.usedW / massKg, 2).toFixed(2)} W/kg`}, from{' '}
        {printDay(ftp.countsFrom)}
      </span>
    </>
  );
}

/** A health screen is asked again after a year. Source: handbook section 14. */
const HEALTH_DAYS = 365;

function needsOf(rider: Rider, days: readonly ListedDay[]): Need[] {
  const base = `/riders/${rider.id}`;
  const needs: Need[] = [];
  const retest = retestIn(rider);
  if (retest === null) needs.push({ text: 'first test', to: `${base}/tests/choose` });
  else if (retest <= 0) needs.push({ text: 'retest', to: `${base}/tests/choose` });
  if (!healthOnDay(rider, today()).maximal)
    needs.push(
      rider.health === null
        ? { text: 'health screen', to: `${base}#health` }
        : { text: 'clearance', to: `${base}#clearance` },
    );
  else if (rider.health && daysBetween(rider.health.date, today()) > HEALTH_DAYS)
    needs.push({ text: 'health screen over a year old', to: `${base}#health` });
  if (rider.toRead > 0) needs.push({ text: `${rider.toRead} to read`, to: `${base}/rides` });
  const ridden = new Set(rider.unmarked.map(({ dayId }) => dayId));
  needs.push(
    ...rider.unmarked.slice(-MOST_DAYS).map(({ dayId, date }) => ({
      text: `ridden ${printDay(date)}: confirm?`,
      to: `${base}/days/${dayId}`,
    })),
  );
  const unmarked = days.filter(
    ({ id, state, date }) => state === 'planned' && date < today() && !ridden.has(id),
  );
  needs.push(
    ...unmarked
      .slice(-MOST_DAYS)
      .map(({ id, date }) => ({ text: `mark ${printDay(date)}`, to: `${base}/days/${id}` })),
  );
  if (unmarked.length > MOST_DAYS)
    needs.push({ text: `${unmarked.length - MOST_DAYS} more to mark`, to: `${base}/sessions` });
  return needs;
}

function FirstRider() {
  return (
    <>
      <Heading>Riders</Heading>
      <Empty title="No riders yet. Add the first: a name is enough, and a test comes next.">
        <Link to="/riders/new" className="btn btn-primary">
          Add the first rider
        </Link>
      </Empty>
      <p className="soft mt-3">
        To look round the demo club first, with its tests, sessions and days, stop the program and
        start it with npm run demo. Your own data stays apart from it.
      </p>
    </>
  );
}
