import { type Away, awayFieldsSchema, type Rider } from '@uphill/api';
import { plus } from '@uphill/core/season';
import { numberTyped, printDuration } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useForm } from 'react-hook-form';
import { seasonApi } from '../../shared/api/season.ts';
import { printDay, today } from '../../shared/dates.ts';
import { useAct } from '../../shared/useAct.ts';
import { DateField } from '../../ui/DateField.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { Part } from '../../ui/Part.tsx';
import { readForm } from '../../ui/readForm.ts';
import { SaveForm } from '../../ui/SaveForm.tsx';
import { TextField } from '../../ui/TextField.tsx';

/** Days with other hours than usual: a holiday, travel, a camp. Filling obeys them. */
export function OtherHours({ rider, away }: { rider: Rider; away: readonly Away[] }) {
  const [adding, setAdding] = useState(false);
  const [remove] = seasonApi.useRemoveAwayMutation();
  const { act, problem } = useAct();
  const toCome = away.filter(({ to }) => to >= today());
  return (
    <section className="sheet" aria-labelledby="away-title">
      <h2 id="away-title">Away and other hours</h2>
      {toCome.length === 0 && <p className="soft">The usual hours, as far as anybody said.</p>}
      <ul className="plain-list">
        {toCome.map(({ id, from, to, hours, why, version }) => (
          <li key={id} className="entry-line">
            <span>
              {printDay(from)}
              {from !== to && ` – ${printDay(to)}`}: {why},{' '}
              {hours === 0 ? 'no riding' : `${printDuration(Math.round(hours * 3600))} a day`}
            </span>{' '}
            <Button
              size="sm"
              variant="outline-secondary"
              onClick={() =>
                void act(() => remove({ riderId: rider.id, id, version }), 'The usual hours again.')
              }
            >
              Remove<span className="visually-hidden"> {why}</span>
            </Button>
          </li>
        ))}
      </ul>
      <ProblemNote problem={problem} />
      {adding ? (
        <AddAway rider={rider} close={() => setAdding(false)} />
      ) : (
        <Button variant="outline-secondary" onClick={() => setAdding(true)}>
          Add other hours
        </Button>
      )}
    </section>
  );
}

interface Typed {
  readonly from: string;
  readonly to: string;
  readonly hours: string;
  readonly why: string;
}

function AddAway({ rider, close }: { rider: Rider; close: () => void }) {
  const [add] = seasonApi.useAddAwayMutation();
  const { act, problem } = useAct();
  const form = useForm<Typed>({
    defaultValues: { from: plus(today(), 1), to: plus(today(), 7), hours: '0', why: '' },
  });
  const save = async (typed: Typed): Promise<void> => {
    const fields = readForm(form, awayFieldsSchema, {
      ...typed,
      hours: numberTyped(typed.hours) ?? 0,
    });
    if (!fields) return;
    const done = await act(
      () => add({ riderId: rider.id, ...fields }),
      'The hours of those days are changed.',
    );
    if (done !== undefined) close();
  };
  return (
    <SaveForm form={form} label="Save these hours" save={save} close={close} problem={problem}>
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
