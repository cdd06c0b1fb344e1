import {
  type Fitted,
  fitToBalance,
  fitToHill,
  fitToLoad,
  fitToTotal,
  type Plan,
  progress,
  type RiderOnDay,
} from '@uphill/core/sessions';
import { numberTyped, parseDuration, type Refused, type Understood } from '@uphill/core/units';
import { useEffect, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { hillsApi } from '../../shared/api/hills.ts';
import { inField } from '../../shared/keys.ts';
import { Wrong } from '../../ui/messages.tsx';
import type { EditPlan } from './draftSlice.ts';

/** Fits the session in one action: to a total, a load, 10 % of W′ left, a hill; and a rung up or down its ladder. */
export function FitIt({ plan, rider, edit }: { plan: Plan; rider: RiderOnDay; edit: EditPlan }) {
  const { data: hills = [] } = hillsApi.useHillsQuery();
  const [minutes, setMinutes] = useState('');
  const [load, setLoad] = useState('');
  const [refusal, setRefusal] = useState<string | null>(null);
  const apply = (fitted: Understood<Fitted> | Refused): void => {
    setRefusal(fitted.ok ? null : fitted.reason);
    if (fitted.ok)
      edit(fitted.value.plan, {
        done: fitted.value.says,
        undone: `${fitted.value.says}: as it was`,
      });
  };
  const rung = useRef((by: 1 | -1) => apply(progress(plan, by)));
  useEffect(() => {
    rung.current = (by) => apply(progress(plan, by));
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      let by: 1 | -1 | null;
      if (event.key === ']') by = 1;
      else if (event.key === '[') by = -1;
      else by = null;
      if (
        by === null ||
        event.ctrlKey ||
        event.metaKey ||
        inField(event.target) ||
        document.querySelector('[role="dialog"]')
      )
        return;
      event.preventDefault();
      rung.current(by);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  const toTotal = (): void => {
    const read = parseDuration(minutes);
    if (read.ok) apply(fitToTotal(plan, read.value));
    else setRefusal(read.reason);
  };
  const toLoad = (): void => {
    const points = numberTyped(load);
    if (typeof points === 'number' && points > 0 && points < 1000)
      apply(fitToLoad(plan, rider, points));
    else setRefusal(`"${load.slice(0, 20)}" is not a load. Try 80.`);
  };
  return (
    <section className="fit-it" aria-label="Fit it">
      <div className="fit-row">
        <form
          onSubmit={(event) => {
            event.preventDefault();
            toTotal();
          }}
        >
          <Form.Control
            size="sm"
            aria-label="Total time to fit to"
            placeholder="1 h 30"
            value={minutes}
            onChange={({ target }) => setMinutes(target.value)}
          />
          <Button size="sm" type="submit" variant="outline-secondary">
            Fit to time
          </Button>
        </form>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            toLoad();
          }}
        >
          <Form.Control
            size="sm"
            inputMode="numeric"
            aria-label="Load to fit to"
            placeholder="80"
            value={load}
            onChange={({ target }) => setLoad(target.value)}
          />
          <Button size="sm" type="submit" variant="outline-secondary">
            Fit to load
          </Button>
        </form>
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
          <Form.Select
            size="sm"
            className="w-auto"
            aria-label="Fit the reps to a hill"
            value=""
            onChange={({ target }) => {
              const hill = hills.find(({ id }) => id === target.value);
              if (hill) apply(fitToHill(plan, hill));
            }}
          >
            <option value="">Fit to a hill…</option>
            {hills.map(({ id, name, metres, gradientPercent }) => (
              <option key={id} value={id}>
                {name}, {(metres / 1000).toFixed(1)} km at {gradientPercent} %
              </option>
            ))}
          </Form.Select>
        )}
        <span className="text-nowrap ms-auto">
          <Button
            size="sm"
            variant="outline-secondary"
            title="Key: ["
            onClick={() => apply(progress(plan, -1))}
          >
            One rung easier
          </Button>{' '}
          <Button
            size="sm"
            variant="outline-secondary"
            title="Key: ]"
            onClick={() => apply(progress(plan, 1))}
          >
            One rung harder
          </Button>
        </span>
      </div>
      {refusal && <Wrong>{refusal}</Wrong>}
    </section>
  );
}
