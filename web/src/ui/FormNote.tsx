import type { Problem } from '@uphill/api';
import Button from 'react-bootstrap/Button';
import { ProblemNote, Wrong } from './messages.tsx';
import type { Theirs } from './useStoredForm.ts';

interface Props {
  readonly problem: Problem | null;
  readonly theirs: Theirs | null;
}

/** What stands in the way of a form over something stored: somebody else’s words in the same field, or a refusal. */
export function FormNote({ problem, theirs }: Props) {
  if (!theirs) return <ProblemNote problem={problem} />;
  return (
    <Wrong>
      Changed elsewhere in the meantime. Saving keeps yours.{' '}
      <Button size="sm" variant="outline-secondary" onClick={theirs.take}>
        Take theirs
      </Button>
    </Wrong>
  );
}
