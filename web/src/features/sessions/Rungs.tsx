import type { Rider } from '@uphill/api';
import {
  BOOK,
  type CeilingSchool,
  climb,
  type Climbing,
  type Lever,
  leversOf,
  type Plan,
} from '@uphill/core/sessions';
import { useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { ridersApi } from '../../shared/api/riders.ts';
import { useKey } from '../../shared/keys/useKey.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { ProblemNote, Wrong } from '../../ui/messages.tsx';
import type { EditPlan } from './draftSlice.ts';

interface Props {
  readonly plan: Plan;
  readonly rider: Rider;
  readonly climbing: Climbing;
  readonly edit: EditPlan;
}

const LEVER_WORDS: Readonly<Record<Lever, string>> = {
  time: 'time',
  watts: 'watts',
  rest: 'a shorter rest',
};

/** What the rungs of a session do: a rung up or down by key or button, and what the next one is. */
export function useRungs({ plan, climbing, edit }: Omit<Props, 'rider'>) {
  const [refusal, setRefusal] = useState<string | null>(null);
  const levers = useMemo(() => leversOf(plan, climbing), [plan, climbing]);
  const next = useMemo(() => climb(plan, 1, climbing), [plan, climbing]);
  const move = (by: 1 | -1, lever?: Lever): void => {
    const moved = climb(plan, by, { ...climbing, lever });
    setRefusal(moved.ok ? null : moved.reason);
    if (moved.ok)
      edit(moved.value.plan, {
        done: moved.value.says,
        undone: `${moved.value.says}: as it was`,
      });
  };
  useKey('easierRung', () => move(-1));
  useKey('harderRung', () => move(1));
  return { refusal, levers, next, move };
}

type Rungs = ReturnType<typeof useRungs>;

/** A rung easier, a rung harder. */
export function RungButtons({ move }: Pick<Rungs, 'move'>) {
  return (
    <span className="text-nowrap ms-auto">
      <Button size="sm" variant="outline-secondary" title="Key: [" onClick={() => move(-1)}>
        One rung easier
      </Button>{' '}
      <Button size="sm" variant="outline-secondary" title="Key: ]" onClick={() => move(1)}>
        One rung harder
      </Button>
    </span>
  );
}

/** The session's ladder: which family it climbs, what the next rung is, and the levers that a coach may choose. */
export function RungLine({ plan, rider, climbing, rungs }: Omit<Props, 'edit'> & { rungs: Rungs }) {
  const { levers, next, refusal, move } = rungs;
  const family = BOOK.find(({ id }) => id === levers.familyId)?.name ?? null;
  if (plan.items.length === 0) return null;
  return (
    <section className="rungs" aria-label="Ladder">
      <span className="rungs-says">
        {family && <strong>{family}: </strong>}
        {next.ok ? `next ${next.value.says}` : next.reason}
      </span>
      {levers.offered.map((lever) => (
        <span key={lever} className="text-nowrap">
          {lever !== 'rest' && (
            <Button size="sm" variant="outline-secondary" onClick={() => move(-1, lever)}>
              Easier by {LEVER_WORDS[lever]}
            </Button>
          )}{' '}
          <Button size="sm" variant="outline-secondary" onClick={() => move(1, lever)}>
            Harder by {LEVER_WORDS[lever]}
          </Button>
        </span>
      ))}
      {levers.familyId === 'ceiling' && <School rider={rider} climbing={climbing} />}
      {refusal && refusal !== (next.ok ? null : next.reason) && <Wrong>{refusal}</Wrong>}
    </section>
  );
}

/** Which of two schools moves this rider's ceiling work. */
function School({ rider, climbing }: Pick<Props, 'rider' | 'climbing'>) {
  const [change] = ridersApi.useChangeRiderMutation();
  const { act, problem } = useAct();
  const { id, version, name } = rider;
  return (
    <>
      <Form.Select
        size="sm"
        className="w-auto"
        aria-label={`What moves ceiling work for ${firstName(name)}`}
        value={climbing.school ?? 'watts'}
        onChange={({ target }) =>
          void act(
            () => change({ id, version, ceilingSchool: target.value as CeilingSchool }),
            'Changed.',
          )
        }
      >
        <option value="watts">15 minutes, then watts</option>
        <option value="minutes">10 to 30 minutes, same watts</option>
      </Form.Select>
      <ProblemNote problem={problem} />
    </>
  );
}
