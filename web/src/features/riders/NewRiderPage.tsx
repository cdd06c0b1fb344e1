import { useNavigate } from 'react-router';
import { api } from '../../api/client.ts';
import { useAct } from '../../app/useAct.ts';
import { Refused } from '../../ui/messages.tsx';
import { NEW_RIDER, RiderForm } from './RiderForm.tsx';

/** A new rider: a name is enough; what follows is a test. */
export function NewRiderPage() {
  const navigate = useNavigate();
  const [add] = api.useAddRiderMutation();
  const { act, problem } = useAct();
  return (
    <>
      <h1>New rider</h1>
      <div className="sheet narrow">
        <Refused problem={problem} />
        <RiderForm
          isNew
          rider={NEW_RIDER}
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
