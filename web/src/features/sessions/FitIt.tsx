import type { Hill, Rider } from '@uphill/api';
import {
  type Climbing,
  type Fitted,
  fitToBalance,
  fitToHill,
  fitToLoad,
  fitToTotal,
  type Plan,
} from '@uphill/core/sessions';
import { numberTyped, parseDuration, type Refused, type Understood } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { hillsApi } from '../../shared/api/hills.ts';
import { printDistance } from '../../shared/choices.ts';
import { Wrong } from '../../ui/messages.tsx';
import { ShortForm } from '../../ui/ShortForm.tsx';
import type { EditPlan } from './draftSlice.ts';
import { RungButtons, RungLine, useRungs } from './Rungs.tsx';

interface Props {
  readonly plan: Plan;
  readonly of: Rider;
  readonly climbing: Climbing;
  readonly edit: EditPlan;
}

/** Fits the session in one action: to a total, a load, 10 % of W′ left, a hill; and a rung up or down its ladder. */
export function FitIt({ plan, of, climbing, edit }: Props) {
  const { rider } = climbing;
  const rungs = useRungs({ plan, climbing, edit });
  const { data: hills = [] } = hillsApi.useHillsQuery();
  const [refusal, setRefusal] = useState<string | null>(null);
  const apply = (fitted: Understood<Fitted> | Refused): void => {
    setRefusal(fitted.ok ? null : fitted.reason);
    if (fitted.ok)
      edit(fitted.value.plan, {
        done: fitted.value.says,
        undone: `${fitted.value.says}: as it was`,
      });
  };
  const toTotal = (typed: string): void => {
    const read = parseDuration(typed);
    if (read.ok) apply(fitToTotal(plan, read.value));
    else setRefusal(read.reason);
  };
  const toLoad = (typed: string): void => {
    const points = numberTyped(typed);
    if (typeof points === 'number' && points > 0 && points < 1000)
      apply(fitToLoad(plan, rider, points));
    else setRefusal(`"${typed.slice(0, 20)}" is not a load. Try 80.`);
  };
  return (
    <section className="fit-it" aria-label="Fit it">
      <div className="fit-row">
        <ShortForm label="Total time to fit to" placeholder="1 h 30" send={toTotal}>
          Fit to time
        </ShortForm>
        <ShortForm label="Load to fit to" placeholder="80" send={toLoad}>
          Fit to load
        </ShortForm>
        {rider.hasPower && (
          <Button
            size="sm"
            variant="outline-secondary"
            onClick={() => apply(fitToBalance(plan, rider))}
          >
            Fit to 10 % of W′ left
          </Button>
        )}
        {hills.length > 0 && (
          <HillChoice hills={hills} choose={(hill) => apply(fitToHill(plan, hill))} />
        )}
        <RungButtons move={rungs.move} />
      </div>
      {refusal && <Wrong>{refusal}</Wrong>}
      <RungLine plan={plan} rider={of} climbing={climbing} rungs={rungs} />
    </section>
  );
}

function HillChoice({ hills, choose }: { hills: readonly Hill[]; choose: (hill: Hill) => void }) {
  return (
    <Form.Select
      size="sm"
      className="w-auto"
      aria-label="Fit the reps to a hill"
      value=""
      onChange={({ target }) => {
        const hill = hills.find(({ id }) => id === target.value);
        if (hill) choose(hill);
      }}
    >
      <option value="">Fit to a hill…</option>
      {hills.map(({ id, name, metres, gradientPercent }) => (
        <option key={id} value={id}>
          {name}, {printDistance(metres / 1000)} at {gradientPercent} %
        </option>
      ))}
    </Form.Select>
  );
}
