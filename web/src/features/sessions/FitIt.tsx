import {
  fitToBalance,
  fitToHill,
  fitToLoad,
  fitToTotal,
  type Fitted,
  parseDuration,
  type Plan,
  progress,
  type Reading,
  type RiderOnDay,
} from '@uphill/core';
import { useEffect, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { api } from '../../api/client.ts';
import { inField } from '../../app/keys.ts';
import { Wrong } from '../../ui/messages.tsx';
import type { EditPlan } from './draftSlice.ts';

/** Fits the session in one action: to a total, a load, 10 % of W′ left, a hill; and a rung up or down its ladder. */
export function FitIt({ plan, rider, edit }: { plan: Plan; rider: RiderOnDay; edit: EditPlan }) {
  const { data: hills = [] } = api.useHillsQuery();
  const [minutes, setMinutes] = useState('');
  const [load, setLoad] = useState('');
  const [refusal, setRefusal] = useState<string | null>(null);
  const apply = (fitted: Reading<Fitted>): void => {
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
      const by = event.key === ']' ? 1 : event.key === '[' ? -1 : null;
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
    const points = Number(load);
    if (points > 0 && points < 1000) apply(fitToLoad(plan, rider, points));
    else setRefusal(`"${load.slice(0, 20)}" is no load. Try 80.`);
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
            maxLength={40}
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
            maxLength={6}
            value={load}
            onChange={({ target }) => setLoad(target.value)}
          />
          <Button size="sm" type="submit" variant="outline-secondary">
            Fit to load
          </Button>
        </form>
        <Button
          size="sm"
          variant="outline-secondary"
          onClick={() => apply(fitToBalance(plan, rider))}
        >
          Fit to 10 % of W′ left
        </Button>
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
            A rung down
          </Button>{' '}
          <Button
            size="sm"
            variant="outline-secondary"
            title="Key: ]"
            onClick={() => apply(progress(plan, 1))}
          >
            A rung up
          </Button>
        </span>
      </div>
      {refusal && <Wrong>{refusal}</Wrong>}
    </section>
  );
}
