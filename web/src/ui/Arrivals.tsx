import type { Arrivals as Came, Ride, Rider } from '@uphill/api';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { ridesApi } from '../shared/api/rides.ts';
import { dayOf, printAge, printTimeOfDay, today } from '../shared/dates.ts';
import { dateWords, KIND_WORDS, lengthWords } from '../shared/rideWords.ts';
import { firstName } from '../shared/riderOnDay.ts';

interface Props {
  readonly rider: Rider;
  /** What can be done with a recording that came in, beside its line. */
  readonly act?: (came: Came['lately'][number]) => ReactNode;
}

/** Beside a place where files come in: what came lately, and what waits for somebody to say what it belongs to. */
export function Arrivals({ rider, act }: Props) {
  const { data } = ridesApi.useArrivalsQuery(rider.id);
  if (!data) return null;
  const { lately, waiting } = data;
  return (
    <div>
      {waiting.length > 0 && (
        <section className="sheet mb-3" aria-labelledby="waiting-title">
          <h2 id="waiting-title">Waits for you</h2>
          <ul className="history">
            {waiting.map((ride) => (
              <li key={ride.id}>
                <RideName rider={rider} ride={ride} />
                <span className="want text-nowrap">
                  {ride.datedBy === 'assumed' ? 'of which day?' : 'link it to its day'}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section className="sheet" aria-labelledby="lately-title">
        <h2 id="lately-title">Came in lately</h2>
        {lately.length === 0 && (
          <p className="soft mb-0">No recording of {firstName(rider.name)} yet.</p>
        )}
        <ul className="history">
          {lately.map((came) => (
            <li key={came.recordingId}>
              <span className="text-truncate text-start">
                <RideName rider={rider} ride={came.ride} />
                <span className="soft small d-block text-truncate">
                  {came.fileName}, {arrived(came.receivedAt)}
                </span>
              </span>
              {act?.(came)}
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

function RideName({ rider, ride }: { rider: Rider; ride: Ride }) {
  return (
    <span>
      <Link to={`/riders/${rider.id}/rides/${ride.id}`}>{dateWords(ride)}</Link>{' '}
      <span className="soft small">
        {ride.day && !ride.day.tried ? ride.day.name : KIND_WORDS[ride.kind]}, {lengthWords(ride)}
      </span>
    </span>
  );
}

function arrived(moment: string): string {
  const day = dayOf(moment);
  return day === today() ? `today at ${printTimeOfDay(moment)}` : printAge(day);
}
