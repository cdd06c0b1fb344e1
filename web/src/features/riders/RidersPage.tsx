import type { Rider, Placed } from '@uphill/api';
import { roundTo } from '@uphill/core';
import Table from 'react-bootstrap/Table';
import { Link } from 'react-router';
import { api, problemOf } from '../../api/client.ts';
import { daysBetween, plusDays, printAge, printDay, today } from '../../app/dates.ts';
import { ftpOnDay, healthOnDay, retestIn, shownMass } from '../../app/riderOnDay.ts';
import { Loading } from '../../ui/Loading.tsx';
import { Empty, Refused } from '../../ui/messages.tsx';

/** Every rider on one line, those who want the coach first. */
export function RidersPage() {
  const { data: riders, error } = api.useRidersQuery();
  const { data: days = [] } = api.useDaysQuery({
    from: plusDays(today(), -14),
    to: plusDays(today(), 14),
  });
  if (error) return <Refused problem={problemOf(error)} />;
  if (!riders) return <Loading />;
  if (riders.length === 0) return <FirstRider />;

  const lines = riders.map((rider) => ({
    rider,
    days: days.filter(({ riderId }) => riderId === rider.id),
    wants: wantsOf(rider, days),
  }));
  lines.sort((a, b) => b.wants.length - a.wants.length || a.rider.name.localeCompare(b.rider.name));
  return (
    <>
      <div className="title-row">
        <h1>Riders</h1>
        <span className="soft">
          {riders.length === 1 ? 'one rider' : `${riders.length} riders`}, those who want you first
        </span>
        <Link to="/riders/new" className="btn btn-outline-secondary ms-auto">
          New rider
        </Link>
      </div>
      <div className="sheet">
        <Table responsive className="riders">
          <thead>
            <tr>
              <th scope="col">Rider</th>
              <th scope="col">FTP</th>
              <th scope="col">Goal</th>
              <th scope="col">Next session</th>
              <th scope="col">Last marked</th>
              <th scope="col">Wants you for</th>
            </tr>
          </thead>
          <tbody>
            {lines.map(({ rider, days: own, wants }) => (
              <RiderLine key={rider.id} rider={rider} days={own} wants={wants} />
            ))}
          </tbody>
        </Table>
      </div>
    </>
  );
}

function RiderLine({
  rider,
  days,
  wants,
}: {
  rider: Rider;
  days: readonly Placed[];
  wants: readonly string[];
}) {
  const next = days.find(({ state, date }) => state === 'planned' && date >= today());
  const last = days.findLast(({ state }) => state !== 'planned');
  return (
    <tr>
      <th scope="row">
        <Link to={`/riders/${rider.id}/tests`}>{rider.name}</Link>
      </th>
      <td>
        <Measured rider={rider} />
      </td>
      <td>
        {rider.goal ? (
          `${rider.goal.name}, ${daysBetween(today(), rider.goal.date) >= 0 ? `${daysBetween(today(), rider.goal.date)} days` : 'past'}`
        ) : (
          <span className="soft">none yet</span>
        )}
      </td>
      <td>
        {next ? (
          <Link to={`/riders/${rider.id}/days/${next.id}`}>
            {printDay(next.date)}: {next.plan.name}
          </Link>
        ) : (
          <span className="soft">nothing placed</span>
        )}
      </td>
      <td>
        {last ? (
          `${last.state}, ${printDay(last.date)}${last.rpe === null ? '' : `, RPE ${last.rpe}`}`
        ) : (
          <span className="soft">nothing yet</span>
        )}
      </td>
      <td>
        {wants.length > 0 ? (
          wants.map((want) => (
            <span key={want} className="want">
              {want}
            </span>
          ))
        ) : (
          <span className="soft">nothing</span>
        )}
      </td>
    </tr>
  );
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

function wantsOf(rider: Rider, days: readonly Placed[]): string[] {
  const wants: string[] = [];
  const retest = retestIn(rider);
  if (retest === null) wants.push('a first test');
  else if (retest <= 0) wants.push('a retest');
  if (!healthOnDay(rider, today()).maximal)
    wants.push(rider.health === null ? 'a health screen' : 'a clearance');
  const unmarked = days.filter(
    ({ riderId, state, date }) => riderId === rider.id && state === 'planned' && date < today(),
  ).length;
  if (unmarked > 0) wants.push(unmarked === 1 ? 'a day to mark' : `${unmarked} days to mark`);
  return wants;
}

function FirstRider() {
  return (
    <>
      <h1>Riders</h1>
      <Empty title="No riders yet. Add the first: a name is enough, and a test comes next.">
        <Link to="/riders/new" className="btn btn-primary">
          Add the first rider
        </Link>
      </Empty>
      <p className="soft mt-3">
        To look round a club with its tests, sessions and days first, stop the program and start it
        with npm run demo; your own data stays apart from it.
      </p>
    </>
  );
}
