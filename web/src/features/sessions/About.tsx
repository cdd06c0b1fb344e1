import { type Plan, PLACES, SYSTEMS, systemName } from '@uphill/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Field } from '../../ui/Field.tsx';
import { useLastWords } from '../../ui/useLastWords.ts';
import type { EditPlan } from './draftSlice.ts';

/** What the session trains, where it is ridden, and what to tell the rider beforehand. */
export function About({ plan, edit }: { plan: Plan; edit: EditPlan }) {
  return (
    <details className="about mt-3">
      <summary>About this session</summary>
      <div className="entry-row mt-2">
        <Field label="Trains">
          {(control) => (
            <Form.Select
              {...control}
              value={plan.system}
              onChange={({ target }) =>
                edit((now) => ({ ...now, system: target.value as Plan['system'] }), { done: `trains ${target.value}`, undone: `trains ${plan.system} again` })
              }
            >
              {SYSTEMS.map((system) => (
                <option key={system} value={system}>
                  {systemName(system)}
                </option>
              ))}
            </Form.Select>
          )}
        </Field>
        <Field label="Where">
          {(control) => (
            <Form.Select
              {...control}
              value={plan.place}
              onChange={({ target }) =>
                edit((now) => ({ ...now, place: target.value as Plan['place'] }), { done: `place: ${target.value}`, undone: `place: ${plan.place}` })
              }
            >
              {PLACES.map((place) => (
                <option key={place}>{place}</option>
              ))}
            </Form.Select>
          )}
        </Field>
      </div>
      <Words
        label="Purpose"
        most={500}
        value={plan.purpose}
        commit={(purpose) => edit((now) => ({ ...now, purpose }), { done: 'purpose', undone: 'the purpose as it was' })}
      />
      <Words
        label="Note for the rider"
        most={2000}
        value={plan.note}
        commit={(note) => edit((now) => ({ ...now, note }), { done: 'note', undone: 'the note as it was' })}
      />
    </details>
  );
}

function Words({ label, most, value, commit }: { label: string; most: number; value: string; commit: (text: string) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const finish = (): void => {
    if (typed !== null && typed !== value) commit(typed);
    setTyped(null);
  };
  useLastWords(finish);
  return (
    <Field label={label}>
      {(control) => (
        <Form.Control
          {...control}
          as="textarea"
          rows={2}
          maxLength={most}
          value={typed ?? value}
          onChange={({ target }) => setTyped(target.value)}
          onBlur={finish}
        />
      )}
    </Field>
  );
}
