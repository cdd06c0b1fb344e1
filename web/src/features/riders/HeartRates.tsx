import { HEART_KINDS, newHeartRateSchema, type Rider } from '@uphill/api';
import { numberTyped } from '@uphill/core/units';
import { useForm } from 'react-hook-form';
import { ridersApi } from '../../shared/api/riders.ts';
import { today } from '../../shared/dates.ts';
import { useAct } from '../../shared/useAct.ts';
import { EntryForm } from '../../ui/EntryForm.tsx';
import { DateField } from '../../ui/DateField.tsx';
import { Part } from '../../ui/Part.tsx';
import { firstIssue } from '../../ui/readForm.ts';
import { SelectField } from '../../ui/SelectField.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { History } from '../../ui/History.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { EntryLine } from './EntryLine.tsx';

const KIND_NAMES = { resting: 'Resting', threshold: 'Threshold', maximal: 'Maximal' } as const;

const SHOWN = 8;

interface Typed {
  readonly kind: (typeof HEART_KINDS)[number];
  readonly bpm: string;
  readonly date: string;
}

/** Resting, threshold and maximal heart rate, each with its dates. */
export function HeartRates({ rider }: { rider: Rider }) {
  const entries = [...rider.heartRates].reverse();
  const [add] = ridersApi.useAddHeartRateMutation();
  const { act, problem } = useAct();
  const form = useForm<Typed>({ defaultValues: { kind: 'maximal', bpm: '', date: today() } });
  const save = async ({ kind, bpm, date }: Typed): Promise<void> => {
    const entry = newHeartRateSchema.safeParse({ date, kind, bpm: numberTyped(bpm) ?? undefined });
    if (!entry.success) return form.setError('bpm', firstIssue(entry.error));
    const done = `${KIND_NAMES[kind]} heart rate ${entry.data.bpm} bpm.`;
    if (await act(() => add({ id: rider.id, ...entry.data }), done))
      form.reset({ kind, bpm: '', date });
  };
  return (
    <section className="sheet mb-3">
      <h2>Heart rates</h2>
      <ProblemNote problem={problem} />
      <EntryForm form={form} add={save}>
        <Part of={form.control} name="kind">
          {(kind, set) => (
            <SelectField
              label="Which"
              options={HEART_KINDS.map((each) => [each, KIND_NAMES[each]] as const)}
              value={kind}
              choose={set}
            />
          )}
        </Part>
        <TextField of={form.control} name="bpm" label="bpm" inputMode="numeric" />
        <Part of={form.control} name="date">
          {(date, set) => <DateField label="From" use="past" value={date} change={set} />}
        </Part>
      </EntryForm>
      <History of={entries} most={SHOWN}>
        {(entry) => (
          <EntryLine
            key={entry.id}
            rider={rider}
            kind="heart-rates"
            entry={entry}
            name={KIND_NAMES[entry.kind]}
            unit="bpm"
            value={entry.bpm}
            read={(typed, day) => {
              const read = newHeartRateSchema.safeParse({
                date: day,
                kind: entry.kind,
                bpm: numberTyped(typed) ?? undefined,
              });
              return read.success
                ? { figure: { kind: entry.kind, bpm: read.data.bpm } }
                : { error: read.error.issues[0]?.message ?? '' };
            }}
          />
        )}
      </History>
    </section>
  );
}
