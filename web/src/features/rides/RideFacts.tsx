import type { RideWhole } from '@uphill/api';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useStoredForm } from '../../ui/useStoredForm.ts';
import { ridesApi } from '../../shared/api/rides.ts';
import { printDay } from '../../shared/dates.ts';
import { useAct } from '../../shared/useAct.ts';
import { DateField } from '../../ui/DateField.tsx';
import { FormNote } from '../../ui/FormNote.tsx';
import { Part } from '../../ui/Part.tsx';
import { Eaten, Kind, Minutes, Note, Rpe, type TypedRide } from './rideFields.tsx';

const ASSUMED = 'assumed: type the day it was ridden, or say that it is this one';

/** What is said of a ride: when, of what kind, how hard it felt, a note. */
export function RideFacts({ ride }: { ride: RideWhole }) {
  const [change, { isLoading }] = ridesApi.useChangeRideMutation();
  const { act, problem } = useAct();
  const { date, kind, minutes, rpe, note } = ride;
  const stored = { date, kind, minutes, rpe, note, eatenG: ride.log.eatenG ?? null };
  const { form, keep, theirs } = useStoredForm<TypedRide>(stored);
  const { control, handleSubmit } = form;
  const assumed = ride.datedBy === 'assumed';
  const save = async (typed: TypedRide): Promise<void> => {
    const changed = Object.entries(typed).filter(
      ([field, value]) => stored[field as keyof TypedRide] !== value,
    );
    if (changed.length === 0) return;
    const { eatenG, ...said } = Object.fromEntries(changed) as Partial<TypedRide>;
    const request = {
      ...{ id: ride.id, version: ride.version, ...said },
      ...(eatenG === undefined ? {} : { log: { eatenG } }),
    };
    if (await act(() => change(request), 'The ride is changed.')) keep(typed);
  };
  const itWas = (): void =>
    void act(
      () => change({ id: ride.id, version: ride.version, date }),
      `Dated ${printDay(date)}.`,
    );
  const ofDay = ride.day?.rpe != null && !ride.day.tried ? ride.day.rpe : null;
  return (
    <Form
      noValidate
      className="sheet mb-3"
      aria-label="What is said of it"
      onSubmit={(event) => void handleSubmit(save)(event)}
    >
      <FormNote problem={problem} theirs={theirs} />
      <Part of={control} name="date">
        {(day, set) => (
          <DateField
            label="Date"
            use="past"
            value={day}
            change={set}
            {...(assumed ? { hint: ASSUMED } : {})}
          />
        )}
      </Part>
      {assumed && (
        <Button size="sm" variant="outline-secondary" className="mb-3" onClick={itWas}>
          It was {printDay(date)}
        </Button>
      )}
      <Kind control={control} />
      {ride.origin === 'hand' && <Minutes control={control} />}
      <Rpe
        control={control}
        {...(ofDay === null ? {} : { hint: `left empty, the RPE ${ofDay} of its day counts` })}
      />
      <Eaten control={control} />
      <Note control={control} rows={3} />
      <Button type="submit" disabled={isLoading}>
        Save
      </Button>
    </Form>
  );
}
