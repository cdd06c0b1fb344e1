import type { Problem } from '@uphill/api';
import { X } from 'lucide-react';
import type { ReactNode } from 'react';

/** One sentence of care, in a full amber-edged frame. */
export function Caution({ children }: { children: ReactNode }) {
  return (
    <div className="caution" role="note">
      <h2 className="h3 mb-1">Caution</h2>
      <p className="mb-0">{children}</p>
    </div>
  );
}

/** What is wrong, in words; an ink border and a cross, no hue. */
export function Wrong({ children, id }: { children: ReactNode; id?: string }) {
  return (
    <div className="wrong" role="alert" id={id}>
      <X aria-hidden size={18} />
      <div>{children}</div>
    </div>
  );
}

/** What the server refused, by field. */
export function ProblemNote({ problem }: { problem: Problem | null }) {
  if (!problem) return null;
  return (
    <Wrong>
      {problem.fields?.length
        ? problem.fields.map(({ reason }) => reason).join(' ')
        : problem.detail}
    </Wrong>
  );
}

/** What to do when there is nothing yet. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="empty">
      <p className="mb-3">{title}</p>
      <div className="d-flex flex-wrap gap-2">{children}</div>
    </div>
  );
}
