import { newBodyMassSchema, type Rider } from '@uphill/api';
import { useForm } from 'react-hook-form';
import { ridersApi } from '../../shared/api/riders.ts';
import { massFigure, massTyped, massUnit, printMass } from '../../shared/choices.ts';
import { today } from '../../shared/dates.ts';
import { massHidden } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { EntryForm } from '../../ui/EntryForm.tsx';
import { DateField } from '../../ui/DateField.tsx';
import { Part } from '../../ui/Part.tsx';
import { firstIssue } from '../../ui/readForm.ts';
import { TextField } from '../../ui/TextField.tsx';
import { History } from '../../ui/History.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { EntryLine } from './EntryLine.tsx';

const SHOWN = 6;

/** Body mass with its history; the newest line counts from its date. */
export function BodyMass({ rider }: { rider: Rider }) {
  const hidden = massHidden(rider, today());
  const entries = hidden ? [] : [...rider.bodyMass].reverse();
  const [add] = ridersApi.useAddBodyMassMutation();
  const { act, problem } = useAct();
  const form = useForm({ defaultValues: { kg: '', date: today() } });
  const save = async ({ kg, date }: { kg: string; date: string }): Promise<void> => {
    const entry = newBodyMassSchema.safeParse({ date, kg: massTyped(kg) });
    if (!entry.success) return form.setError('kg', firstIssue(entry.error));
    if (
      await act(
        () => add({ id: rider.id, ...entry.data }),
        `Body mass ${printMass(entry.data.kg)}.`,
      )
    )
      form.reset({ kg: '', date });
  };
  return (
    <section className="sheet mb-3">
      <h2>Body mass</h2>
      <ProblemNote problem={problem} />
      <EntryForm form={form} add={save}>
        <TextField of={form.control} name="kg" label={massUnit()} inputMode="decimal" />
        <Part of={form.control} name="date">
          {(date, set) => <DateField label="From" use="past" value={date} change={set} />}
        </Part>
      </EntryForm>
      {hidden && (
        <p className="soft mb-0">
          Hidden, with W/kg: by this rider’s setting, or because the rider is under 18.
        </p>
      )}
      <History of={entries} most={SHOWN}>
        {(entry) => (
          <EntryLine
            key={entry.id}
            rider={rider}
            kind="body-mass"
            entry={entry}
            name=""
            unit={massUnit()}
            value={massFigure(entry.kg)}
            read={(typed, day) => {
              const read = newBodyMassSchema.safeParse({
                date: day,
                kg: massTyped(typed),
              });
              return read.success
                ? { figure: { kg: read.data.kg } }
                : { error: read.error.issues[0]?.message ?? '' };
            }}
          />
        )}
      </History>
    </section>
  );
}
