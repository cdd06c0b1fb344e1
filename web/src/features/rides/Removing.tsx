import type { Rider, RideWhole } from '@uphill/api';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useNavigate } from 'react-router';
import { ridesApi } from '../../shared/api/rides.ts';
import { useAct } from '../../shared/useAct.ts';
import { ProblemNote } from '../../ui/messages.tsx';
import { ReasonForm } from '../../ui/ReasonForm.tsx';

/** A ride that is not to count is withdrawn with its reason; one that should not be here is deleted. */
export function Removing({ rider, ride }: { rider: Rider; ride: RideWhole }) {
  const navigate = useNavigate();
  const [change] = ridesApi.useChangeRideMutation();
  const [remove] = ridesApi.useDeleteRideMutation();
  const { act, problem } = useAct();
  const [open, setOpen] = useState<'withdraw' | 'delete' | null>(null);
  const withdraw = async (withdrawn: string | null, done: string): Promise<void> => {
    if (await act(() => change({ id: ride.id, version: ride.version, withdrawn }), done))
      setOpen(null);
  };
  const deleteIt = async (): Promise<void> => {
    if (
      (await act(
        () => remove({ id: ride.id, version: ride.version, riderId: rider.id }),
        'The ride is deleted.',
      )) !== undefined
    )
      void navigate(`/riders/${rider.id}/rides`);
  };
  return (
    <section className="sheet" aria-label="Withdraw or delete">
      <ProblemNote problem={problem} />
      {open === 'withdraw' && (
        <ReasonForm
          label="Why it does not count"
          action="Withdraw"
          give={(reason) => void withdraw(reason, 'Withdrawn: it counts for nothing.')}
          cancel={() => setOpen(null)}
        />
      )}
      {open === 'delete' && (
        <div role="group" aria-label="Delete the ride">
          <p>
            Delete this ride{ride.recordings.length > 0 && ' with its recording'}? Undo brings it
            back for as long as it reaches; after that
            {ride.recordings.length > 0 ? ' the file goes' : ' it goes'} for good.
          </p>
          <Button autoFocus className="me-2" onClick={() => void deleteIt()}>
            Delete the ride
          </Button>
          <Button variant="link" onClick={() => setOpen(null)}>
            Cancel
          </Button>
        </div>
      )}
      {open === null && (
        <div className="d-flex flex-wrap gap-2">
          {ride.withdrawn === null ? (
            <Button variant="outline-secondary" onClick={() => setOpen('withdraw')}>
              Withdraw
            </Button>
          ) : (
            <Button
              variant="outline-secondary"
              onClick={() => void withdraw(null, 'The ride counts again.')}
            >
              Restore
            </Button>
          )}
          <Button variant="outline-secondary" onClick={() => setOpen('delete')}>
            Delete
          </Button>
        </div>
      )}
    </section>
  );
}
