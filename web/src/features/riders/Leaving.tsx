import type { Rider } from '@uphill/api';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { firstName } from '../../shared/riderOnDay.ts';
import { ProblemNote } from '../../ui/messages.tsx';
import { DeleteDialog } from './DeleteDialog.tsx';
import { useArchive } from './useArchive.ts';

/** A rider who leaves: archived, with everything kept, or deleted for good. */
export function Leaving({ rider }: { rider: Rider }) {
  const { toggle, problem } = useArchive();
  const [deleting, setDeleting] = useState(false);
  const first = firstName(rider.name);
  return (
    <section className="sheet mt-3" aria-label="Leaving">
      <h2>When {first} leaves</h2>
      <ProblemNote problem={problem} />
      <p className="soft mb-2">
        {rider.archived
          ? `${first} is archived: out of the lists, with everything kept.`
          : `Archiving takes ${first} out of the lists and keeps everything. Deleting is final.`}
      </p>
      <Button variant="outline-secondary" onClick={() => toggle(rider)}>
        {rider.archived ? `Restore ${first}` : `Archive ${first}`}
      </Button>{' '}
      <Button variant="link" onClick={() => setDeleting(true)}>
        Delete {first}…
      </Button>
      {deleting && <DeleteDialog rider={rider} close={() => setDeleting(false)} />}
    </section>
  );
}
