import { availabilityChangeSchema, type Rider } from '@uphill/api';
import { roundTo } from '@uphill/core/units';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { riderFileApi } from '../../shared/api/riderFile.ts';
import { useAct } from '../../shared/useAct.ts';
import { useWatch } from 'react-hook-form';
import { Part } from '../../ui/Part.tsx';
import { readForm } from '../../ui/readForm.ts';
import { NumberField } from '../../ui/NumberField.tsx';
import { FormNote } from '../../ui/FormNote.tsx';
import { Wrong } from '../../ui/messages.tsx';
import { useStoredForm } from '../../ui/useStoredForm.ts';
import { WEEKDAYS } from './weekdays.ts';

interface Typed {
  readonly days: { hours: number | null; fixedRest: boolean }[];
}

/** The hours a rider has on each weekday, and the days that are always off. */
export function Week({ rider }: { rider: Rider }) {
  const [change] = riderFileApi.useChangeWeekMutation();
  const { act, problem } = useAct();
  const stored = rider.availability;
  const { form, keep, theirs } = useStoredForm<Typed>({
    days: stored?.days ?? WEEKDAYS.map(() => ({ hours: null, fixedRest: false })),
  });
  const { errors, isSubmitting } = form.formState;
  const save = async ({ days }: Typed): Promise<void> => {
    const data = readForm(form, availabilityChangeSchema, {
      version: stored?.version ?? 0,
      days: days.map(({ hours, fixedRest }) => ({ hours: hours ?? 0, fixedRest })),
    });
    if (!data) return;
    if (await act(() => change({ riderId: rider.id, ...data }), 'The hours are saved.'))
      keep({ days: data.days });
  };
  const total = useWatch({ control: form.control, name: 'days' }).reduce(
    (sum, { hours }) => sum + (hours ?? 0),
    0,
  );
  return (
    <section className="sheet mt-3" aria-label="Hours">
      <h2>
        Hours{' '}
        <span className="soft small">
          {stored ? `${roundTo(total, 1)} h a week` : 'not said yet'}
        </span>
      </h2>
      {errors.root?.message && <Wrong>{errors.root.message}</Wrong>}
      <FormNote problem={problem} theirs={theirs} />
      <Form onSubmit={(event) => void form.handleSubmit(save)(event)}>
        <div className="week-hours">
          {WEEKDAYS.map((name, index) => (
            <div key={name}>
              <Part of={form.control} name={`days.${index}.hours`}>
                {(hours, set) => (
                  <NumberField
                    label={name.slice(0, 3)}
                    bounds={[0, 24]}
                    wrong="From 0 to 24 h."
                    value={hours}
                    set={set}
                  />
                )}
              </Part>
              <Form.Check
                id={`rest-${index}`}
                label={
                  <>
                    rest<span className="visually-hidden"> day, {name}</span>
                  </>
                }
                {...form.register(`days.${index}.fixedRest`)}
              />
            </div>
          ))}
        </div>
        <Button type="submit" variant="outline-secondary" disabled={isSubmitting}>
          Save the hours
        </Button>
      </Form>
    </section>
  );
}
