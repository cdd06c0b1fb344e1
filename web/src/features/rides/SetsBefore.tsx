import type { Rider, SetBefore } from '@uphill/api';
import { type KeptReading, sayVerdict } from '@uphill/core/review';
import { roundHalfUp } from '@uphill/core/units';
import { useState } from 'react';
import { Link } from 'react-router';
import { printDay } from '../../shared/dates.ts';

interface Props {
  readonly rider: Rider;
  readonly now: KeptReading;
  readonly before: readonly SetBefore[];
}

/** The same family then and now: means beside each other, and rep on rep where one is chosen. */
export function SetsBefore({ rider, now, before }: Props) {
  const [chosen, setChosen] = useState<string | null>(null);
  if (before.length === 0) return null;
  const other = before.find(({ rideId }) => rideId === chosen);
  return (
    <section className="sheet mb-3" aria-label="This set before">
      <h2>This set before</h2>
      <BesideThem now={now} before={before} />
      <ul className="history">
        {before.map(({ rideId, date, name, reading }) => (
          <li key={rideId}>
            <span>
              <Link to={`/riders/${rider.id}/rides/${rideId}`}>{printDay(date)}</Link>
              <span className="soft small d-block">
                {name}
                {reading.headline && `, ${lower(sayVerdict(reading.headline).name)}`}
              </span>
            </span>
            <span className="text-nowrap text-end">
              {reading.mean !== null && (
                <span className="ridden d-block">{meanWords(reading)}</span>
              )}
              {reading.reps.length > 0 && (
                <button
                  type="button"
                  className="btn btn-link btn-sm p-0"
                  aria-pressed={rideId === chosen}
                  aria-label={`Rep on rep with ${printDay(date)}`}
                  onClick={() => setChosen(rideId === chosen ? null : rideId)}
                >
                  rep on rep
                </button>
              )}
            </span>
          </li>
        ))}
      </ul>
      {other && <RepOnRep now={now} then={other} />}
    </section>
  );
}

function lower(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}

function unitOf({ reps }: KeptReading): string {
  return reps[0] && reps[0].mean !== reps[0].meanW ? 'bpm' : 'W';
}

function meanWords(reading: KeptReading): string {
  return `${roundHalfUp(reading.mean ?? 0)} ${unitOf(reading)}`;
}

/** The mean of the set beside the mean of those before it, of the same unit. Handbook section 9.2. */
function BesideThem({ now, before }: Pick<Props, 'now' | 'before'>) {
  const means = before.flatMap(({ reading }) =>
    reading.mean !== null && unitOf(reading) === unitOf(now) ? [reading.mean] : [],
  );
  if (now.mean === null || means.length === 0) return null;
  const mean = roundHalfUp(means.reduce((sum, each) => sum + each, 0) / means.length);
  const last = means.length === 1 ? 'the last one' : `the last ${means.length}`;
  return (
    <p className="mb-2">
      <span className="ridden">{meanWords(now)}</span> in the mean, {last} {mean} {unitOf(now)}.
    </p>
  );
}

function RepOnRep({ now, then }: { now: KeptReading; then: SetBefore }) {
  const rows = Array.from({ length: Math.max(now.reps.length, then.reading.reps.length) });
  const cell = (reading: KeptReading, place: number): string => {
    const mean = reading.reps[place]?.mean ?? null;
    return mean === null ? '' : String(roundHalfUp(mean));
  };
  return (
    <table className="table table-sm mt-2 mb-0">
      <thead>
        <tr>
          <th scope="col">Rep</th>
          <th scope="col" className="text-end">
            {printDay(then.date)}
          </th>
          <th scope="col" className="text-end">
            This ride
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((_, place) => (
          <tr key={place}>
            <th scope="row">{place + 1}</th>
            <td className="text-end">{cell(then.reading, place)}</td>
            <td className="text-end ridden">{cell(now, place)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
