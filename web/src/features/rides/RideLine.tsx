import type { ListedReading, Ride, Rider } from '@uphill/api';
import { rideFigures, sayVerdict } from '@uphill/core/review';
import { roundHalfUp } from '@uphill/core/units';
import { Link } from 'react-router';
import { riderOnDay } from '../../shared/riderOnDay.ts';
import { dateWords, idleWords, KIND_WORDS, lengthWords, rpeOf } from '../../shared/rideWords.ts';

interface Props {
  readonly rider: Rider;
  readonly ride: Ride;
  /** What it came to; undefined until that is there. */
  readonly listed: ListedReading | undefined;
}

/** One ride of the list: what was asked beside it, what it came to in words, its load. */
export function RideLine({ ride, rider, listed }: Props) {
  const { ftpW } = riderOnDay(rider, ride.date);
  const { load, loadFrom } = rideFigures(ride.numbers, {
    ...{ ftpW, minutes: ride.minutes, rpe: rpeOf(ride) },
  });
  const idle = idleWords(ride, rider.demo);
  const watts = ride.numbers?.meanW ?? null;
  const asked = ride.day && !ride.day.tried ? listed?.asked : null;
  const to = `/riders/${rider.id}/rides/${ride.id}`;
  return (
    <li className={ride.unread ? 'ride-line ride-unread' : 'ride-line'}>
      <span>
        <Link to={to}>{dateWords(ride)}</Link>
        {ride.unread && <span className="want ms-2">unread</span>}
        <span className="soft small d-block">
          {asked ? asked.name : KIND_WORDS[ride.kind]}
          {idle && ` · ${idle}`}
        </span>
      </span>
      <span className="ride-came">
        {cameTo(listed)}
        {rpeOf(ride) !== null && <span className="soft"> · RPE {rpeOf(ride)}</span>}
      </span>
      <span className="text-nowrap text-end">
        {lengthWords(ride)}
        {watts !== null && <span className="ridden"> · {roundHalfUp(watts)} W</span>}
        {load && idle === null && (
          <span className="small d-block">
            load {roundHalfUp(load.value)}
            {loadFrom === 'effort' && ' from effort'}
            {asked?.load != null && (
              <span className="asked"> of {roundHalfUp(asked.load)} asked</span>
            )}
          </span>
        )}
      </span>
    </li>
  );
}

/** What it came to, in words. */
function cameTo(listed: ListedReading | undefined): string {
  const reading = listed?.reading;
  if (!reading) return '';
  return reading.headline ? sayVerdict(reading.headline).name : (reading.says ?? '');
}
