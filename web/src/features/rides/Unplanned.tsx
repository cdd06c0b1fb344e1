import type { Rider, RideReading, RideWhole } from '@uphill/api';
import { nameFromSets, parseSentence } from '@uphill/core/sessions';
import Button from 'react-bootstrap/Button';
import { useNavigate } from 'react-router';
import { sessionsApi } from '../../shared/api/sessions.ts';
import { newId } from '../../shared/newId.ts';
import { KIND_WORDS, rpeOf } from '../../shared/rideWords.ts';
import { useAct } from '../../shared/useAct.ts';
import { ProblemNote } from '../../ui/messages.tsx';

interface Props {
  readonly rider: Rider;
  readonly ride: RideWhole;
  readonly reading: RideReading['reading'];
}

/** A ride that was nobody's plan: what it looks like, and that set to keep as a session. */
export function Unplanned({ rider, ride, reading }: Props) {
  const navigate = useNavigate();
  const [create] = sessionsApi.useAddSessionMutation();
  const { act, problem } = useAct();
  const { sentence, says } = reading;
  const keep = async (): Promise<void> => {
    const { items } = parseSentence(sentence ?? '', { hills: [], ftpW: null, newId });
    const plan = {
      ...{ name: '', nameFollows: true, purpose: '', system: 'threshold' as const },
      ...{ systemFollows: true, place: 'any' as const, note: '', items },
    };
    const kept = await act(
      () => create({ plan: { ...plan, name: nameFromSets(plan) } }),
      'Kept as a session.',
    );
    if (kept) void navigate(`/riders/${rider.id}/sessions/${kept.id}`);
  };
  return (
    <section className="sheet mb-3" aria-label="What it looks like">
      <h2>{says ?? firstLine(ride)}</h2>
      <p className="soft">
        Nothing was planned that day, so nothing is judged.
        {reading.heldBpm !== null && ` Highest heart rate held: ${reading.heldBpm} bpm.`}
      </p>
      <ProblemNote problem={problem} />
      {sentence && (
        <Button variant="outline-secondary" onClick={() => void keep()}>
          Keep it as a session
        </Button>
      )}
    </section>
  );
}

/** The most useful thing to say of a ride with nothing hard in it. */
function firstLine(ride: RideWhole): string {
  const rpe = rpeOf(ride);
  const kind = KIND_WORDS[ride.kind];
  if (rpe !== null) return `${kind}, RPE ${rpe}`;
  return ride.numbers?.meanW == null ? kind : `${kind}, nothing hard in it`;
}
