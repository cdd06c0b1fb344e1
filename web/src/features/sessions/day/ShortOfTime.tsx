import type { Day } from '@uphill/api';
import { shortOfTime } from '@uphill/core/season';
import { enduranceRide, type RiderOnDay, sessionNumbers } from '@uphill/core/sessions';
import { printDuration } from '@uphill/core/units';
import { useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { seasonApi } from '../../../shared/api/season.ts';
import { newId } from '../../../shared/newId.ts';
import { useAct } from '../../../shared/useAct.ts';
import { NumberField } from '../../../ui/NumberField.tsx';
import { ProblemNote } from '../../../ui/messages.tsx';

/** So much less time is proposed at first, min. */
const LESS_MIN = 15;
const LEAST_MIN = 10;

/** A day that is short of time: what is cut from its session, in the order in which it can be spared. */
export function ShortOfTime({ day, numbers }: { day: Day; numbers: RiderOnDay }) {
  const whole = Math.round(sessionNumbers(day.plan, numbers).totalS.value / 60);
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState<number | null>(null);
  const minutes = typed ?? Math.max(LEAST_MIN, whole - LESS_MIN);
  const [changePlan] = seasonApi.useChangePlanMutation();
  const { act, problem } = useAct();
  const shorter = useMemo(
    () => shortOfTime(day.plan, minutes, numbers),
    [day.plan, minutes, numbers],
  );
  const plan = shorter.ok ? shorter.plan : enduranceRide(minutes, newId);
  const take = (): void =>
    void act(
      () =>
        changePlan({
          ...{ riderId: day.riderId, did: 're-planned' },
          changes: [{ kind: 'plan', id: day.id, version: day.version, plan }],
        }),
      `Shortened to ${printDuration(minutes * 60)}.`,
    ).then((done) => {
      if (done === undefined) return;
      setOpen(false);
      setTyped(null);
    });
  if (whole <= LEAST_MIN) return null;
  if (!open)
    return (
      <Button size="sm" variant="outline-secondary" onClick={() => setOpen(true)}>
        Short of time
      </Button>
    );
  return (
    <section className="sheet mb-3" aria-labelledby="short-title">
      <h2 id="short-title">Short of time</h2>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          take();
        }}
      >
        <NumberField
          needed
          whole
          label="Minutes there are"
          hint={`${whole} as it stands`}
          bounds={[LEAST_MIN, whole]}
          wrong={`From ${LEAST_MIN} to ${whole} minutes.`}
          value={minutes}
          set={setTyped}
        />
        <p role="status">
          {shorter.ok
            ? shorter.cuts.join(', ') || 'It fits as it stands.'
            : `${shorter.why} Instead: ${printDuration(minutes * 60)} of Endurance.`}
        </p>
        <Button type="submit" disabled={shorter.ok && shorter.cuts.length === 0}>
          {shorter.ok ? 'Shorten it' : 'Make it Endurance'}
        </Button>
        <Button variant="link" onClick={() => setOpen(false)}>
          Cancel
        </Button>
      </form>
      <ProblemNote problem={problem} />
    </section>
  );
}
