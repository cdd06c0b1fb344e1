import type { Rider, RideWhole } from '@uphill/api';
import {
  lateEffortsOf,
  sayMornings,
  type TrendRide,
  type TrendsShown,
  workedCadence,
  workedOff,
} from '@uphill/core/review';
import { THREE_CADENCES } from '@uphill/core/sessions';
import { printDuration, printSigned, roundHalfUp, roundTo } from '@uphill/core/units';
import { Link } from 'react-router';
import { massUnit } from '../../shared/choices.ts';
import { plusDays } from '../../shared/dates.ts';
import { useMornings } from '../../shared/useMornings.ts';
import { Figure } from '../../ui/Figure.tsx';
import { useTrends } from '../../workers/useTrends.ts';

/** Lines look back 42 days, tired legs to the best of a year. */
const LOOKS_BACK_DAYS = 365;
const ASKS = {
  'hot, dry, ill or nervous':
    'Hot, dry, ill or nervous? Look at temperature, mass and sleep, or whether it was a first time.',
  tired: 'A low heart and a high RPE: tired.',
  fitter: 'A low heart that felt no harder, twice in 14 days: fitter.',
  'two signals look alike': 'Fitter and tired look alike: how did it feel?',
  'as usual': 'As usual.',
} as const;

/** The ride's heart beside the usual line, and what was left late in it. */
export function HeartLine({ rider, ride }: { rider: Rider; ride: RideWhole }) {
  const { read } = useTrends({
    ...{ riderId: rider.id, rideId: ride.id, span: { from: ride.date, to: ride.date } },
    from: plusDays(ride.date, -LOOKS_BACK_DAYS),
  });
  // A line of some of them would be another line.
  const whole = read && read.waiting === 0 && read.own?.rideId === ride.id ? read : null;
  const heart = whole?.shown.heart.find(({ rideId }) => rideId === ride.id);
  const legs = whole?.own ? lateIn(whole.own, whole.shown) : [];
  const mornings = sayMornings(useMornings(rider, ride.date).week, massUnit());
  const cadence = whole?.own?.family === THREE_CADENCES ? workedCadence(whole.own) : null;
  if (!heart && legs.length === 0 && mornings.length === 0 && !cadence) return null;
  return (
    <section className="sheet mt-3" aria-label="Beside the weeks before">
      <h2>Beside the weeks before</h2>
      {heart && (
        <p className="mb-1">
          Heart rate{' '}
          <span className="pulse">
            <Figure label="Heart rate off the usual line" working={workedOff(heart)}>
              {`${printSigned(heart.offPercent, 1)} %`}
            </Figure>
          </span>{' '}
          off the usual line, noise ± {roundTo(heart.noisePercent, 1)} %. {ASKS[heart.word]}
          {heart.beside.length > 0 && ` Beside it: ${heart.beside.join('; ')}.`}
          {heart.beside.includes('first time') &&
            ' What its verdicts say by heart rate is said of a first time.'}
        </p>
      )}
      {cadence && <CadenceLine cadence={cadence} />}
      {legs.map((line) => (
        <p key={line} className="mb-1">
          {line}
        </p>
      ))}
      {mornings.length > 0 && <p className="mb-1">That week’s mornings: {mornings.join('; ')}.</p>}
      <Link to={`/riders/${rider.id}/trends`}>Trends</Link>
    </section>
  );
}

/** What a ride at three cadences was ridden for. */
function CadenceLine({ cadence }: { cadence: ReturnType<typeof workedCadence> }) {
  if (!cadence.ok) return <p className="mb-1">No cadence slope from it: {cadence.reason}.</p>;
  const { value } = cadence.value;
  return (
    <p className="mb-1">
      Cadence slope:{' '}
      <Figure label="Cadence slope" working={cadence.value}>
        {`${printSigned(value, 1)} bpm for 10 rpm`}
      </Figure>
      . The heart is read by it for half a year.
    </p>
  );
}

/** Efforts that were meant and begun late in the ride, beside the year's best. */
function lateIn({ kind, trend: { legs, meant } }: TrendRide, shown: TrendsShown): string[] {
  if (!legs) return [];
  return lateEffortsOf({ legs, meant, race: kind === 'race' }, shown.legs).map(
    ({ seconds, fromKjPerKg, watts, percent }) =>
      `Best ${printDuration(seconds)} after ${fromKjPerKg} kJ/kg: ${roundHalfUp(watts)} W, ${roundHalfUp(percent)} % of the year’s best.`,
  );
}
