import type { Rider } from '@uphill/api';
import { useForm } from 'react-hook-form';
import { ridersApi } from '../../shared/api/riders.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { Part } from '../Part.tsx';
import { SaveForm } from '../SaveForm.tsx';
import { Clearance, type ClearanceFields, NO_CLEARANCE, readClearance } from './Clearance.tsx';

interface Props {
  readonly rider: Rider;
  readonly screen: NonNullable<Rider['health']>;
  readonly close: () => void;
}

/** Records who cleared the rider, with the answers as they were given. */
export function ClearanceForm({ rider, screen, close }: Props) {
  const [add] = ridersApi.useAddHealthMutation();
  const { act, problem } = useAct();
  const form = useForm({ defaultValues: { cleared: NO_CLEARANCE } });
  const save = async (typed: { cleared: ClearanceFields }): Promise<void> => {
    const { value, error } = readClearance(typed.cleared);
    if (!value)
      return form.setError('root', { message: error ?? 'Write down who cleared it, and when.' });
    const { date, answers, note } = screen;
    const kept = { date, answers, note, answeredBy: screen.answeredBy || rider.name };
    if (
      await act(
        () => add({ id: rider.id, ...kept, ...value }),
        `Clearance of ${firstName(rider.name)} recorded.`,
      )
    )
      close();
  };
  return (
    <SaveForm form={form} label="Save the clearance" save={save} close={close} problem={problem}>
      <Part of={form.control} name="cleared">
        {(cleared, change) => <Clearance value={cleared} change={change} />}
      </Part>
    </SaveForm>
  );
}
