import { HEART_KINDS, newHeartRate, type Rider } from '@uphill/api';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { api } from '../../api/client.ts';
import { printDay, today } from '../../app/dates.ts';
import { useAct } from '../../app/useAct.ts';
import { EntryForm } from '../../ui/EntryForm.tsx';
import { DateField } from '../../ui/DateField.tsx';
import { Field } from '../../ui/Field.tsx';
import { Refused } from '../../ui/messages.tsx';

const KIND_NAMES = { resting: 'Resting', threshold: 'Threshold', maximal: 'Maximal' } as const;

/** Resting, threshold and maximal heart rate, each with its dates. */
export function HeartRates({ rider }: { rider: Rider }) {
  const [add] = api.useAddHeartRateMutation();
  const { act, problem } = useAct();
  const [kind, setKind] = useState<(typeof HEART_KINDS)[number]>('maximal');
  const [bpm, setBpm] = useState('');
  const [date, setDate] = useState(today());
  const [error, setError] = useState<string | undefined>();

  const save = async (): Promise<void> => {
    const entry = newHeartRate.safeParse({
      date,
      kind,
      bpm: bpm.trim() === '' ? undefined : Number(bpm),
    });
    setError(entry.success ? undefined : entry.error.issues[0]?.message);
    if (
      entry.success &&
      (await act(
        () => add({ id: rider.id, ...entry.data }),
        `${KIND_NAMES[kind]} heart rate ${entry.data.bpm} bpm.`,
      ))
    )
      setBpm('');
  };
  return (
    <section className="sheet">
      <h2>Heart rates</h2>
      <Refused problem={problem} />
      <EntryForm add={save}>
        <Field label="Which">
          {(control) => (
            <Form.Select
              {...control}
              value={kind}
              onChange={({ target }) => setKind(target.value as typeof kind)}
            >
              {HEART_KINDS.map((each) => (
                <option key={each} value={each}>
                  {KIND_NAMES[each]}
                </option>
              ))}
            </Form.Select>
          )}
        </Field>
        <Field label="bpm" error={error}>
          {(control) => (
            <Form.Control
              {...control}
              inputMode="numeric"
              value={bpm}
              onChange={({ target }) => setBpm(target.value)}
            />
          )}
        </Field>
        <DateField label="From" use="past" value={date} change={setDate} />
      </EntryForm>
      <ul className="history">
        {[...rider.heartRates]
          .reverse()
          .slice(0, 8)
          .map((entry) => (
            <li key={entry.id}>
              <span>
                {KIND_NAMES[entry.kind]}, {printDay(entry.date)}
              </span>
              <strong>{entry.bpm} bpm</strong>
            </li>
          ))}
      </ul>
    </section>
  );
}
