import { Wrong } from '../../ui/messages.tsx';
import { Heading } from '../../ui/Heading.tsx';

/** A stored plan that no longer fits: it is shown as such, and nothing is written over it. */
export function Unreadable({ name, says }: { name: string; says: string }) {
  return (
    <>
      <Heading>{name}</Heading>
      <Wrong>
        {says} Nothing is saved over it. Make a new session in its place, or put back a backup from
        before.
      </Wrong>
    </>
  );
}
