import type { Rider, RideReading, RideWhole } from '@uphill/api';
import { type RideFigures, rideFigures } from '@uphill/core/review';
import { nameFromSets, parseSentence } from '@uphill/core/sessions';
import { roundHalfUp } from '@uphill/core/units';
import Button from 'react-bootstrap/Button';
import { newId } from '../../shared/newId.ts';
import { KIND_WORDS, lengthWords, rpeOf } from '../../shared/rideWords.ts';
import { healthOnDay, riderOnDay } from '../../shared/riderOnDay.ts';
import { useKeepSession } from '../../shared/useKeepSession.ts';
import { ProblemNote } from '../../ui/messages.tsx';

interface Props {
  readonly rider: Rider;
  readonly ride: RideWhole;
  readonly reading: RideReading['reading'];
}

/** A ride that was nobody's plan: what it looks like, and that set to keep as a session. */
export function Unplanned({ rider, ride, reading }: Props) {
  const { keep, problem } = useKeepSession(rider.id);
  const { sentence, says } = reading;
  const keepIt = (): void => {
    const { items } = parseSentence(sentence ?? '', { hills: [], ftpW: null, newId });
    const plan = {
      ...{ name: '', nameFollows: true, purpose: '', system: 'threshold' as const },
      ...{ systemFollows: true, place: 'any' as const, note: '', items },
    };
    void keep({ ...plan, name: nameFromSets(plan) });
  };
  const { ftpW } = riderOnDay(rider, ride.date);
  const figures = rideFigures(ride.numbers, { ftpW, minutes: ride.minutes, rpe: rpeOf(ride) });
  const whole = isWhole(ride) || says === null;
  return (
    <section className="sheet mb-3" aria-label="What it looks like">
      <h2>{whole ? firstLine(ride, figures, healthOnDay(rider, ride.date).heartRate) : says}</h2>
      <p className="soft">
        {whole && says !== null && `${says}. `}
        Nothing was planned that day, so nothing is judged.
        {reading.heldBpm !== null && ` Highest heart rate held: ${reading.heldBpm} bpm.`}
      </p>
      <ProblemNote problem={problem} />
      {sentence && (
        <Button variant="outline-secondary" onClick={keepIt}>
          Keep it as a session
        </Button>
      )}
    </section>
  );
}

/** A race and a ride in a group are one whole: what they cost comes first, what was hard in them after it. */
function isWhole({ kind }: RideWhole): boolean {
  return kind === 'race' || kind === 'group';
}

/** The most useful thing to say of a ride as a whole: what it cost, how long it was, how hard. */
function firstLine(
  ride: RideWhole,
  { load, loadFrom, intensityRatio }: RideFigures,
  withHeart: boolean,
): string {
  const [kind, length, rpe] = [KIND_WORDS[ride.kind], lengthWords(ride), rpeOf(ride)];
  const hard =
    loadFrom === 'power' && intensityRatio
      ? `${roundHalfUp(100 * intensityRatio.value)} % of FTP`
      : rpe !== null && `RPE ${rpe}`;
  if (load !== null && hard)
    return `${kind}: load ${roundHalfUp(load.value)} in ${length}, ${hard}`;
  const { meanBpm = null } = ride.numbers ?? {};
  const bpm = meanBpm === null || !withHeart ? '' : `, ${roundHalfUp(meanBpm)} bpm`;
  return `${kind}: ${length}${rpe === null ? '' : `, RPE ${rpe}`}${bpm}`;
}
