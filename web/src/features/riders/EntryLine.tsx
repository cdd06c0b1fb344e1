import type { Rider } from '@uphill/api';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { ridersApi } from '../../shared/api/riders.ts';
import { printDay } from '../../shared/dates.ts';
import { useAct } from '../../shared/useAct.ts';
import { DateField } from '../../ui/DateField.tsx';
import { Part } from '../../ui/Part.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { FormNote } from '../../ui/FormNote.tsx';
import { useStoredForm } from '../../ui/useStoredForm.ts';

type Figure = { kg: number } | { kind: string; bpm: number };

interface Props {
  readonly rider: Rider;
  readonly kind: 'body-mass' | 'heart-rates';
  readonly entry: { readonly id: string; readonly date: string; readonly version: number };
  /** What it is, before its day: "Maximal". */
  readonly name: string;
  readonly unit: 'kg' | 'lb' | 'bpm';
  readonly value: number | string;
  /** Reads what was typed; the sentence where it cannot be used. */
  readonly read: (
    typed: string,
    date: string,
  ) => { readonly figure: Figure } | { readonly error: string };
}

/** One dated figure of a rider; a slip in it can be put right, and all of it removed. */
export function EntryLine(props: Props) {
  const { entry, name, unit, value } = props;
  const [open, setOpen] = useState(false);
  const what = `${name === '' ? '' : `${name}, `}${printDay(entry.date)}`;
  if (open) return <Correct {...props} what={what} close={() => setOpen(false)} />;
  return (
    <li>
      <span>{what}</span>
      <span className="text-nowrap">
        <strong>
          {value} {unit}
        </strong>
        <Button size="sm" variant="link" className="py-0 pe-0" onClick={() => setOpen(true)}>
          Correct
          <span className="visually-hidden">
            {' '}
            {what}, {value} {unit}
          </span>
        </Button>
      </span>
    </li>
  );
}

interface CorrectProps extends Props {
  readonly what: string;
  readonly close: () => void;
}

function Correct({ rider, kind, entry, name, unit, value, read, what, close }: CorrectProps) {
  const [correct] = ridersApi.useCorrectEntryMutation();
  const [remove] = ridersApi.useRemoveEntryMutation();
  const { act, problem } = useAct();
  const { form, theirs } = useStoredForm({ figure: String(value), date: entry.date });
  const at = { riderId: rider.id, kind, id: entry.id, version: entry.version };
  const save = async (typed: { figure: string; date: string }): Promise<void> => {
    const result = read(typed.figure, typed.date);
    if ('error' in result) return form.setError('figure', { message: result.error });
    const { figure } = result;
    const done = `Corrected to ${typed.figure.trim()} ${unit}.`;
    if (await act(() => correct({ ...at, date: typed.date, figure }), done)) close();
  };
  const removeIt = (): void =>
    void act(() => remove(at), `Removed ${value} ${unit} of ${printDay(entry.date)}.`);
  return (
    <li className="d-block">
      <Form
        noValidate
        aria-label={`Correct ${what}`}
        className="entry-row"
        onSubmit={(event) => void form.handleSubmit(save)(event)}
        onKeyDown={({ key }) => key === 'Escape' && close()}
      >
        <TextField
          of={form.control}
          name="figure"
          label={`${name === '' ? 'Body mass' : name}, ${unit}`}
          autoFocus
          inputMode="decimal"
        />
        <Part of={form.control} name="date">
          {(date, set) => <DateField label="From" use="past" value={date} change={set} />}
        </Part>
        <Button type="submit">Save</Button>
        <Button variant="outline-secondary" onClick={removeIt}>
          Remove
        </Button>
        <Button variant="link" onClick={close}>
          Cancel
        </Button>
      </Form>
      <FormNote problem={problem} theirs={theirs} />
    </li>
  );
}
