import type { Day } from '@uphill/api';
import { HOT_C } from '@uphill/core/sessions';
import { HEAT_BOUNDS } from '@uphill/core/testing';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useStoredForm } from '../../../ui/useStoredForm.ts';
import { daysApi } from '../../../shared/api/days.ts';
import { useAct } from '../../../shared/useAct.ts';
import { FormNote } from '../../../ui/FormNote.tsx';
import { NumberPart } from '../../../ui/NumberPart.tsx';

/** The heat that is expected on the day. */
export function Heat({ day }: { day: Day }) {
  const [change] = daysApi.useChangeDayMutation();
  const { act, problem } = useAct();
  const { form, keep, theirs } = useStoredForm({ celsius: day.celsius });
  const save = async ({ celsius }: Pick<Day, 'celsius'>): Promise<void> => {
    const says = celsius === null ? 'No heat expected.' : `${celsius} °C expected.`;
    if (await act(() => change({ id: day.id, version: day.version, celsius }), says))
      keep({ celsius });
  };
  return (
    <Form
      noValidate
      className="sheet mb-3 entry-row"
      aria-label="Heat"
      onSubmit={(event) => void form.handleSubmit(save)(event)}
    >
      <NumberPart
        of={form.control}
        name="celsius"
        label="Heat expected, °C"
        hint={`over ${HOT_C} °C the watts are upper limits`}
        bounds={[HEAT_BOUNDS.low, HEAT_BOUNDS.high]}
        wrong={`Between ${HEAT_BOUNDS.low} and ${HEAT_BOUNDS.high} °C.`}
      />
      <Button type="submit" variant="outline-secondary" disabled={!form.formState.isDirty}>
        Save
      </Button>
      <FormNote problem={problem} theirs={theirs} />
    </Form>
  );
}
