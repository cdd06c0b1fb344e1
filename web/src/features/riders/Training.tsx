import type { Rider } from '@uphill/api';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Control } from 'react-hook-form';
import { ridersApi } from '../../shared/api/riders.ts';
import { schemesApi } from '../../shared/api/schemes.ts';
import { useAct } from '../../shared/useAct.ts';
import { useStoredForm } from '../../ui/useStoredForm.ts';
import { Part } from '../../ui/Part.tsx';
import { NumberPart } from '../../ui/NumberPart.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { FormNote } from '../../ui/FormNote.tsx';
import { SelectField } from '../../ui/SelectField.tsx';
import { TextField } from '../../ui/TextField.tsx';
import { TimeZone } from '../../ui/TimeZone.tsx';

const FIRST_YEAR = 1940;
const LONGEST_ADDRESS = 200;

type Typed = Pick<
  Rider,
  'trainsSince' | 'hardDays' | 'gutGramsPerHour' | 'timeZone' | 'address' | 'verdictsShown'
>;

const SHOWN = [
  ['nothing', 'nothing'],
  ['verdicts', 'verdicts'],
  ['watts', 'verdicts and watts'],
] as const;

/** How long the rider has trained, what they take, where they are and are reached. */
export function Training({ rider }: { rider: Rider }) {
  const [change] = ridersApi.useChangeRiderMutation();
  const { data: settings } = schemesApi.useSettingsQuery();
  const { act, problem } = useAct();
  const { trainsSince, hardDays, gutGramsPerHour, timeZone, address, verdictsShown } = rider;
  const { form, keep, theirs } = useStoredForm<Typed>({
    trainsSince,
    hardDays,
    gutGramsPerHour,
    timeZone,
    address,
    verdictsShown,
  });
  const { control, handleSubmit, formState } = form;
  const save = async (fields: Typed): Promise<void> => {
    const request = { id: rider.id, version: rider.version, ...fields };
    if (await act(() => change(request), 'Saved.')) keep(fields);
  };
  const year = new Date().getFullYear();
  return (
    <Form
      className="sheet mb-3"
      aria-label="Training"
      onSubmit={(event) => void handleSubmit(save)(event)}
    >
      <h2>Training</h2>
      <FormNote problem={problem} theirs={theirs} />
      <Part of={control} name="trainsSince">
        {(since, set) => (
          <NumberField
            label="Has trained since"
            hint={since === null ? 'a year' : `${year - since} years of training`}
            whole
            bounds={[FIRST_YEAR, year]}
            wrong={`A year from ${FIRST_YEAR} to ${year}.`}
            value={since}
            set={set}
          />
        )}
      </Part>
      <NumberPart
        of={control}
        name="hardDays"
        label="Usual hard days a week"
        hint="2 where nothing is said"
        whole
        bounds={[0, 4]}
        wrong="From 0 to 4."
      />
      <NumberPart
        of={control}
        name="gutGramsPerHour"
        label="Takes so far, g of carbohydrate an hour"
        whole
        bounds={[30, 150]}
        wrong="From 30 to 150 g an hour."
      />
      <Part of={control} name="timeZone">
        {(zone, set) => (
          <TimeZone value={zone} set={set} otherwise={`Yours: ${settings?.timeZone ?? ''}`} />
        )}
      </Part>
      <TextField
        of={control}
        name="address"
        label="Messages go to"
        hint="an address or a number"
        longest={LONGEST_ADDRESS}
      />
      <Shown control={control} />
      <Button type="submit" variant="outline-secondary" disabled={formState.isSubmitting}>
        Save the training
      </Button>
    </Form>
  );
}

/** How much the rider sees of what their rides came to. */
function Shown({ control }: { control: Control<Typed> }) {
  return (
    <Part of={control} name="verdictsShown">
      {(shown, set) => (
        <SelectField
          label="Of their rides the rider sees"
          options={SHOWN}
          value={shown}
          choose={set}
        />
      )}
    </Part>
  );
}
