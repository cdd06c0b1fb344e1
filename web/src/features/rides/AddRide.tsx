import { newRideSchema, type Rider } from '@uphill/api';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { ridesApi } from '../../shared/api/rides.ts';
import { today } from '../../shared/dates.ts';
import { useAct } from '../../shared/useAct.ts';
import { DateField } from '../../ui/DateField.tsx';
import { Part } from '../../ui/Part.tsx';
import { readForm } from '../../ui/readForm.ts';
import { SaveForm } from '../../ui/SaveForm.tsx';
import { Kind, Minutes, Note, Rpe, type TypedRide } from './rideFields.tsx';

/** A ride that nothing recorded: how long, of what kind, how hard it felt. */
export function AddRide({ rider, close }: { rider: Rider; close: () => void }) {
  const navigate = useNavigate();
  const [add] = ridesApi.useAddRideMutation();
  const { act, problem } = useAct();
  const form = useForm<TypedRide>({
    defaultValues: { date: today(), kind: 'free', minutes: null, rpe: null, note: '' },
  });
  const { control } = form;
  const save = async ({ minutes, ...typed }: TypedRide): Promise<void> => {
    const data = readForm(form, newRideSchema, { ...typed, minutes: minutes ?? undefined });
    if (!data) return;
    const ride = await act(() => add({ riderId: rider.id, ...data }), 'The ride is added.');
    if (ride) void navigate(`/riders/${rider.id}/rides/${ride.id}`);
  };
  return (
    <section className="sheet mb-3" aria-label="A ride without a recording">
      <SaveForm form={form} label="Add the ride" save={save} close={close} problem={problem}>
        <div className="entry-row">
          <Part of={control} name="date">
            {(date, set) => <DateField label="Date" use="past" value={date} change={set} />}
          </Part>
          <Kind control={control} />
          <Minutes control={control} />
          <Rpe control={control} />
        </div>
        <Note control={control} rows={2} />
      </SaveForm>
    </section>
  );
}
