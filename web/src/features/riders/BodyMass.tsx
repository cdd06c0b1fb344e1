import { newBodyMass, type Rider } from '@uphill/api';
import { hidesMass } from '@uphill/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { api } from '../../api/client.ts';
import { printDay, today } from '../../app/dates.ts';
import { useAct } from '../../app/useAct.ts';
import { EntryForm } from '../../ui/EntryForm.tsx';
import { DateField } from '../../ui/DateField.tsx';
import { Field } from '../../ui/Field.tsx';
import { Refused } from '../../ui/messages.tsx';

/** Body mass with its history; the newest line counts from its date. */
export function BodyMass({ rider }: { rider: Rider }) {
  const [add] = api.useAddBodyMassMutation();
  const { act, problem } = useAct();
  const [kg, setKg] = useState('');
  const [date, setDate] = useState(today());
  const [error, setError] = useState<string | undefined>();

  const save = async (): Promise<void> => {
    const entry = newBodyMass.safeParse({
      date,
      kg: kg.trim() === '' ? undefined : Number(kg.replace(',', '.')),
    });
    setError(entry.success ? undefined : entry.error.issues[0]?.message);
    if (
      entry.success &&
      (await act(() => add({ id: rider.id, ...entry.data }), `Body mass ${entry.data.kg} kg.`))
    )
      setKg('');
  };
  return (
    <section className="sheet mb-3">
      <h2>Body mass</h2>
      <Refused problem={problem} />
      <EntryForm add={save}>
        <Field label="kg" error={error}>
          {(control) => (
            <Form.Control
              {...control}
              inputMode="decimal"
              value={kg}
              onChange={({ target }) => setKg(target.value)}
            />
          )}
        </Field>
        <DateField label="From" use="past" value={date} change={setDate} />
      </EntryForm>
      {hidesMass(rider.hideMass, rider.birthYear, today()) && (
        <p className="soft mb-0">Hidden, with W/kg: by the setting of this rider, or under 18.</p>
      )}
      <ul className="history">
        {(hidesMass(rider.hideMass, rider.birthYear, today()) ? [] : [...rider.bodyMass])
          .reverse()
          .slice(0, 6)
          .map((entry) => (
            <li key={entry.id}>
              <span>{printDay(entry.date)}</span>
              <strong>{entry.kg} kg</strong>
            </li>
          ))}
      </ul>
    </section>
  );
}
