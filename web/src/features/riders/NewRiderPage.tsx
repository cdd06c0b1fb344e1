import { useNavigate } from 'react-router';
import { ridersApi } from '../../shared/api/riders.ts';
import { choices } from '../../shared/choices.ts';
import { useAct } from '../../shared/useAct.ts';
import { NEW_RIDER, RiderForm } from './RiderForm.tsx';
import { Heading } from '../../ui/Heading.tsx';

/** A new rider: a name is enough; what follows is a test. */
export function NewRiderPage() {
  const navigate = useNavigate();
  const [add] = ridersApi.useAddRiderMutation();
  const { act, problem } = useAct();
  return (
    <>
      <Heading>New rider</Heading>
      <div className="sheet narrow">
        <RiderForm
          isNew
          problem={problem}
          rider={{ ...NEW_RIDER, retestWeeks: choices().retestWeeks }}
          submitLabel="Add the rider"
          save={async (fields) => {
            const rider = await act(() => add(fields), `Added ${fields.name}.`);
            if (rider) void navigate(`/riders/${rider.id}/tests`);
            return rider !== undefined;
          }}
        />
      </div>
    </>
  );
}
