import type { Rider, StoredWeek } from '@uphill/api';
import type { Reckoned, WeekPlan } from '@uphill/core/season';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { seasonApi } from '../../../shared/api/season.ts';
import { firstName } from '../../../shared/riderOnDay.ts';
import { useAct } from '../../../shared/useAct.ts';
import { ProblemNote } from '../../../ui/messages.tsx';

interface Props {
  readonly rider: Rider;
  readonly monday: string;
  readonly season: Reckoned;
  readonly plan: WeekPlan;
  readonly stored: StoredWeek | null;
}

/** Five lines for the rider: the first draft follows the plan until the coach writes it over. */
export function Briefing({ rider, monday, plan, stored }: Props) {
  const [writing, setWriting] = useState<string | null>(null);
  const [change] = seasonApi.useChangeWeekSaidMutation();
  const { act, problem } = useAct();
  const lines = stored?.briefing ?? plan.briefing;
  const save = async (briefing: string[] | null, says: string): Promise<void> => {
    const done = await act(
      () => change({ riderId: rider.id, monday, version: stored?.version ?? 0, briefing }),
      says,
    );
    if (done !== undefined) setWriting(null);
  };
  return (
    <section className="sheet" aria-labelledby="briefing-title">
      <h2 id="briefing-title">For {firstName(rider.name)}</h2>
      {writing === null ? (
        <>
          <ul className="briefing">
            {lines.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          <Button
            size="sm"
            variant="outline-secondary"
            onClick={() => setWriting(lines.join('\n'))}
          >
            Change the briefing
          </Button>{' '}
          {stored?.briefing && (
            <Button
              size="sm"
              variant="outline-secondary"
              onClick={() => void save(null, 'The briefing follows the plan again.')}
            >
              Follow the plan again
            </Button>
          )}
        </>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            const typed = writing
              .split('\n')
              .map((line) => line.trim())
              .filter((line) => line !== '');
            void save(typed, 'The briefing is saved.');
          }}
        >
          <Form.Control
            as="textarea"
            rows={7}
            maxLength={3000}
            aria-label="Briefing, a line each"
            value={writing}
            onChange={({ target }) => setWriting(target.value)}
          />
          <div className="mt-2 d-flex gap-2">
            <Button type="submit">Save the briefing</Button>
            <Button variant="outline-secondary" onClick={() => setWriting(null)}>
              Cancel
            </Button>
          </div>
        </form>
      )}
      <ProblemNote problem={problem} />
    </section>
  );
}
