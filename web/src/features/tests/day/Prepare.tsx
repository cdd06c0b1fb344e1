import {
  checklistFor,
  POSITION_NAMES,
  POSITIONS,
  type Setup,
  setupDifferences,
} from '@uphill/core';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { api } from '../../../api/client.ts';
import { printDay } from '../../../app/dates.ts';
import { Field } from '../../../ui/Field.tsx';
import { TestCaution } from '../TestCaution.tsx';
import { numberTyped } from '../typed.ts';
import type { StageProps } from './Expect.tsx';

/** The preparation checklist: stored with the result, and held against last time's. */
export function Prepare({ rider, protocol, draft, change, next }: StageProps) {
  const { data: tests = [] } = api.useTestsQuery(rider.id);
  const { data: hard = [] } = api.useHardDaysQuery({ riderId: rider.id, before: draft.date });
  const { setup } = draft;
  const last =
    tests.find((test) => test.setup !== null && test.protocol === protocol.id) ??
    tests.find((test) => test.setup !== null);
  const differences = last?.setup ? setupDifferences(setup, last.setup) : [];
  const set = (part: Partial<Setup>): void => change({ setup: { ...setup, ...part } });
  return (
    <div className="columns">
      <section className="sheet" aria-label="Preparation">
        <h2>As last time, or as next time</h2>
        <div className="entry-row">
          <Field label="Where">
            {(control) => (
              <Form.Select
                {...control}
                value={setup.place}
                onChange={({ target }) => set({ place: target.value as Setup['place'] })}
              >
                <option value="trainer">On the trainer</option>
                <option value="road">On the road</option>
              </Form.Select>
            )}
          </Field>
          <Field label="Position">
            {(control) => (
              <Form.Select
                {...control}
                value={setup.position}
                onChange={({ target }) => set({ position: target.value as Setup['position'] })}
              >
                {POSITIONS.map((position) => (
                  <option key={position} value={position}>
                    {POSITION_NAMES[position]}
                  </option>
                ))}
              </Form.Select>
            )}
          </Field>
          <Field label="Bike">
            {(control) => (
              <Form.Control
                {...control}
                maxLength={80}
                value={setup.bike}
                onChange={({ target }) => set({ bike: target.value })}
              />
            )}
          </Field>
          {setup.place === 'trainer' && (
            <Field label="Trainer">
              {(control) => (
                <Form.Control
                  {...control}
                  maxLength={80}
                  value={setup.trainer}
                  onChange={({ target }) => set({ trainer: target.value })}
                />
              )}
            </Field>
          )}
          <TyrePressure value={setup.tyreBar} set={(tyreBar) => set({ tyreBar })} />
        </div>
        <fieldset className="checklist">
          <legend className="h3">Checklist</legend>
          {checklistFor(setup.place).map(({ id, ask }) => (
            <div key={id} className="checklist-line">
              <span id={`ask-${id}`}>{ask}</span>
              <span role="radiogroup" aria-labelledby={`ask-${id}`} className="text-nowrap">
                {[true, false].map((answer) => (
                  <Form.Check
                    inline
                    key={String(answer)}
                    type="radio"
                    id={`${id}-${String(answer)}`}
                    name={id}
                    label={answer ? 'Yes' : 'No'}
                    checked={setup.answers[id] === answer}
                    onChange={() => set({ answers: { ...setup.answers, [id]: answer } })}
                  />
                ))}
              </span>
            </div>
          ))}
        </fieldset>
        <Button className="mt-3" onClick={next}>
          Next: ride
        </Button>
      </section>
      <div>
        <section className="sheet mb-3" aria-live="polite">
          <h2>Against last time</h2>
          {!last ? (
            <p className="mb-0 soft">
              No earlier test has its preparation stored. This one will be there for the next.
            </p>
          ) : differences.length === 0 ? (
            <p className="mb-0">As on {printDay(last.date)}, as far as it is filled in.</p>
          ) : (
            <>
              <p className="mb-1">Different from {printDay(last.date)}:</p>
              <ul className="mb-0">
                {differences.map((difference) => (
                  <li key={difference}>{difference}</li>
                ))}
              </ul>
            </>
          )}
        </section>
        {hard.length > 0 && (
          <section className="sheet mb-3">
            <h2>Not fresh</h2>
            <p className="mb-0">
              In the 48 hours before: {hard.join('; ')}. The result may read low.
            </p>
          </section>
        )}
        <TestCaution protocol={protocol} />
      </div>
    </div>
  );
}

function TyrePressure({ value, set }: { value: number | null; set: (bar: number | null) => void }) {
  const [typed, setTyped] = useState(value === null ? '' : String(value));
  const read = numberTyped(typed);
  const wrong = read === 'letters' || (read !== null && (read < 1 || read > 12));
  return (
    <Field label="Tyres, bar" error={wrong ? 'Between 1 and 12 bar.' : undefined}>
      {(control) => (
        <Form.Control
          {...control}
          inputMode="decimal"
          maxLength={10}
          value={typed}
          onChange={({ target }) => {
            setTyped(target.value);
            const bar = numberTyped(target.value);
            if (bar === null || (bar !== 'letters' && bar >= 1 && bar <= 12)) set(bar);
          }}
        />
      )}
    </Field>
  );
}
