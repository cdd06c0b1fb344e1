import type { ListedReading, Rider } from '@uphill/api';
import { type KeptReading, sayVerdict } from '@uphill/core/review';
import { roundHalfUp } from '@uphill/core/units';
import { readingsApi } from '../../../shared/api/readings.ts';
import { ridesApi } from '../../../shared/api/rides.ts';
import { plusDays, printDay, today } from '../../../shared/dates.ts';

/** So many days back a rider sees what their rides came to. */
const DAYS = 10;

/** What the rider's own last rides came to, in the second person, as far as the coach lets it be seen. */
export function OwnRides({ rider }: { rider: Rider }) {
  const skip = rider.verdictsShown === 'nothing';
  const span = { riderId: rider.id, from: plusDays(today(), -DAYS), to: today() };
  const { data: rides = [] } = ridesApi.useRidesQuery(span, { skip });
  const { data: listed = [] } = readingsApi.useReadingsQuery(span, { skip });
  const read = rides.flatMap((ride) => {
    const own = listed.find(({ rideId }) => rideId === ride.id);
    return own?.reading && told(own.reading).length > 0 ? [{ ride, own }] : [];
  });
  if (skip || read.length === 0) return null;
  return (
    <section aria-label="Your rides">
      <h2 className="h3">Your rides</h2>
      <ul className="history">
        {read.map(({ ride, own }) => (
          <li key={ride.id}>
            <span>
              <strong>{printDay(ride.date)}</strong>
              {own.asked && <span className="soft">, {own.asked.name}</span>}
              {told(own.reading as KeptReading).map((line) => (
                <span key={line} className="d-block">
                  {line}
                </span>
              ))}
              {rider.verdictsShown === 'watts' && <Watts own={own} />}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The headline first; what was, where there is none. */
function told({ headline, verdicts, says }: KeptReading): string[] {
  const lines = [...(headline ? [headline] : []), ...verdicts].map(
    (verdict) => sayVerdict(verdict).toRider,
  );
  return [...new Set(lines.length === 0 && says ? [`${says}.`] : lines)];
}

function Watts({ own: { reading } }: { own: ListedReading }) {
  const means = (reading?.reps ?? []).flatMap(({ meanW }) => meanW ?? []);
  if (means.length === 0) return null;
  return <span className="ridden d-block">{means.map(roundHalfUp).join(', ')} W</span>;
}
