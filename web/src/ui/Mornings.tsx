import { morningChangeSchema, type MorningSaid, type Rider } from '@uphill/api';
import { MORNING_NUMBERS, type MorningNumber, sayMornings } from '@uphill/core/review';
import { numberTyped, roundTo } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { morningsApi } from '../shared/api/mornings.ts';
import { massFigure, massTyped, massUnit, printMass } from '../shared/choices.ts';
import { printDay, today } from '../shared/dates.ts';
import { massHidden } from '../shared/riderOnDay.ts';
import { useAct } from '../shared/useAct.ts';
import { useMornings } from '../shared/useMornings.ts';
import { DateField } from './DateField.tsx';
import { FactLine } from './FactLine.tsx';
import { FormNote } from './FormNote.tsx';
import { TextField } from './TextField.tsx';
import { useStoredForm } from './useStoredForm.ts';

const IDS = Object.keys(MORNING_NUMBERS) as MorningNumber[];

/** What a rider writes down in the morning, if at all, and the week beside what is usual. It suggests nothing. */
export function Mornings({ rider, ofDay = false }: { rider: Rider; ofDay?: boolean }) {
  const [date, setDate] = useState(today());
  const { mornings, again } = useMornings(rider, date);
  const { week } = useMornings(rider, today());
  const off = sayMornings(week, massUnit());
  return (
    <section className="sheet mb-3" aria-label="Morning numbers">
      <h2>Morning numbers</h2>
      {ofDay && <DateField label="Morning of" use="past" value={date} change={setDate} />}
      {mornings && (
        <MorningForm
          key={date}
          rider={rider}
          date={date}
          again={again}
          stored={mornings.find((each) => each.date === date) ?? null}
        />
      )}
      {week.length > 0 && (
        <dl className="ride-numbers mt-3 mb-0">
          {week.map(({ id, week: median }) => (
            <FactLine
              key={id}
              name={`${MORNING_NUMBERS[id].name}, seven days`}
              text={printed(id, median.value)}
              working={median}
            />
          ))}
        </dl>
      )}
      {off.length > 0 && <p className="mt-2 mb-0">Off: {off.join('; ')}.</p>}
    </section>
  );
}

function printed(id: MorningNumber, value: number): string {
  if (id === 'massKg') return printMass(value);
  const { unit, digits } = MORNING_NUMBERS[id];
  return `${roundTo(value, Math.max(1, digits))} ${unit}`.trim();
}

type Typed = Record<MorningNumber, string>;

interface FormProps {
  readonly rider: Rider;
  readonly date: string;
  readonly stored: MorningSaid | null;
  readonly again: () => void;
}

function MorningForm({ rider, date, stored, again }: FormProps) {
  const [write, { isLoading }] = morningsApi.useWriteMorningMutation();
  const { act, problem } = useAct();
  const { form, keep, theirs } = useStoredForm<Typed>(typedOf(stored));
  const [kept, setKept] = useState(false);
  const shown = IDS.filter((id) => id !== 'massKg' || !massHidden(rider, date));
  const save = async (typed: Typed): Promise<void> => {
    const said = Object.fromEntries(
      IDS.map((id) => {
        if (!shown.includes(id)) return [id, stored?.[id] ?? null];
        const read = id === 'massKg' ? massTyped(typed[id]) : numberTyped(typed[id]);
        return [id, read ?? null];
      }),
    );
    const change = morningChangeSchema.safeParse({ ...said, version: stored?.version ?? 0 });
    if (!change.success) {
      for (const { path, message } of change.error.issues)
        form.setError(path[0] as MorningNumber, { message });
      return;
    }
    const done = await act(
      () => write({ riderId: rider.id, date, ...change.data }),
      `The morning of ${printDay(date)} is kept.`,
    );
    // Written elsewhere meanwhile: what was typed stays, and saving once more is meant.
    if (done === undefined) return again();
    keep(typed);
    setKept(true);
  };
  return (
    <Form noValidate onSubmit={(event) => void form.handleSubmit(save)(event)}>
      <FormNote problem={problem} theirs={theirs} />
      <div className="morning-fields">
        {shown.map((id) => {
          const { name, unit, scale } = MORNING_NUMBERS[id];
          const told = id === 'massKg' ? massUnit() : unit || scale;
          return (
            <TextField
              key={id}
              of={form.control}
              name={id}
              label={`${name}, ${told}`}
              inputMode="decimal"
            />
          );
        })}
      </div>
      <Button type="submit" variant="outline-secondary" disabled={isLoading}>
        Save the morning
      </Button>{' '}
      <span role="status" className="soft">
        {kept && !form.formState.isDirty && 'Kept.'}
      </span>
    </Form>
  );
}

function typedOf(stored: MorningSaid | null): Typed {
  const text = (id: MorningNumber): string => {
    const value = stored?.[id] ?? null;
    if (value === null) return '';
    return id === 'massKg' ? massFigure(value) : String(value);
  };
  return Object.fromEntries(IDS.map((id) => [id, text(id)])) as Typed;
}
