import { type Away, awayFieldsSchema, type Rider } from '@uphill/api';
import { plus } from '@uphill/core/season';
import { numberTyped, printDuration } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { seasonApi } from '../../shared/api/season.ts';
import { printDay, today } from '../../shared/dates.ts';
import { useAct } from '../../shared/useAct.ts';
import { DateField } from '../../ui/DateField.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { Part } from '../../ui/Part.tsx';
import { readForm } from '../../ui/readForm.ts';
import { SaveForm } from '../../ui/SaveForm.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { useStoredForm } from '../../ui/useStoredForm.ts';

/** Days with other hours than usual: a holiday, travel, a camp. Filling obeys them. */
export function OtherHours({ rider, away }: { rider: Rider; away: readonly Away[] }) {
  /** The id of the entry that is corrected, or none of those there are: a new one. */
  const [open, setOpen] = useState<string | null>(null);
  const [remove] = seasonApi.useRemoveAwayMutation();
  const { act, problem } = useAct();
  const toCome = away.filter(({ to }) => to >= today());
  return (
    <section className="sheet" aria-labelledby="away-title">
      <h2 id="away-title">Away and other hours</h2>
      {toCome.length === 0 && <p className="soft">No exceptions entered.</p>}
      <ul className="plain-list">
        {toCome.map((entry) => (
          <li key={entry.id} className="entry-line">
            <span>{wordsOf(entry)}</span>{' '}
            <Button size="sm" variant="outline-secondary" onClick={() => setOpen(entry.id)}>
              Correct<span className="visually-hidden"> {entry.why}</span>
            </Button>{' '}
            <Button
              size="sm"
              variant="outline-secondary"
              onClick={() =>
                void act(
                  () => remove({ riderId: rider.id, id: entry.id, version: entry.version }),
                  'The usual hours again.',
                )
              }
            >
              Remove<span className="visually-hidden"> {entry.why}</span>
            </Button>
          </li>
        ))}
      </ul>
      <ProblemNote problem={problem} />
      {open ? (
        <AwayForm
          key={open}
          rider={rider}
          entry={away.find(({ id }) => id === open) ?? null}
          close={() => setOpen(null)}
        />
      ) : (
        <Button variant="outline-secondary" onClick={() => setOpen('new')}>
          Add other hours
        </Button>
      )}
    </section>
  );
}

function wordsOf({ from, to, hours, why }: Away): string {
  const days = from === to ? printDay(from) : `${printDay(from)} – ${printDay(to)}`;
  return `${days}: ${why}, ${hours === 0 ? 'no riding' : `${printDuration(Math.round(hours * 3600))} a day`}`;
}

interface Typed {
  readonly from: string;
  readonly to: string;
  readonly hours: string;
  readonly why: string;
}

interface FormProps {
  readonly rider: Rider;
  /** What is corrected; null for new hours. */
  readonly entry: Away | null;
  readonly close: () => void;
}

function AwayForm({ rider, entry, close }: FormProps) {
  const [add] = seasonApi.useAddAwayMutation();
  const [change] = seasonApi.useChangeAwayMutation();
  const { act, problem } = useAct();
  const { form, theirs } = useStoredForm<Typed>(
    entry
      ? { from: entry.from, to: entry.to, hours: String(entry.hours), why: entry.why }
      : { from: plus(today(), 1), to: plus(today(), 7), hours: '0', why: '' },
  );
  const save = async (typed: Typed): Promise<void> => {
    const fields = readForm(form, awayFieldsSchema, {
      ...typed,
      hours: numberTyped(typed.hours) ?? 0,
    });
    if (!fields) return;
    const done = await act(
      () =>
        entry
          ? change({ riderId: rider.id, id: entry.id, version: entry.version, ...fields })
          : add({ riderId: rider.id, ...fields }),
      'The hours of those days are changed.',
    );
    if (done !== undefined) close();
  };
  return (
    <SaveForm label="Save these hours" {...{ form, save, close, problem, theirs }}>
      <div className="field-row">
        <Part of={form.control} name="from">
          {(value, set) => <DateField label="From" use="day" value={value} change={set} />}
        </Part>
        <Part of={form.control} name="to">
          {(value, set) => <DateField label="To" use="day" value={value} change={set} />}
        </Part>
        <TextField of={form.control} name="hours" label="Hours a day" inputMode="decimal" />
        <TextField
          of={form.control}
          name="why"
          label="Why"
          hint="holiday, travel, camp"
          longest={80}
        />
      </div>
    </SaveForm>
  );
}
