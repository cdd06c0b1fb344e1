import { changeStep, type Plan, type PlanProblem, rowsOf, stepOf } from '@uphill/core/sessions';
import { parseTarget } from '@uphill/core/units';
import { X } from 'lucide-react';
import Button from 'react-bootstrap/Button';
import type { EditPlan } from './draftSlice.ts';

/** What stands in the way of giving the session, row by row; the words typed are kept until they are mended. */
export function Problems({
  plan,
  problems,
  edit,
}: {
  plan: Plan;
  problems: readonly PlanProblem[];
  edit: EditPlan;
}) {
  const rows = rowsOf(plan);
  if (plan.items.length === 0 || problems.length === 0) return null;
  return (
    <ul className="problems" role="status" aria-live="polite">
      {problems.map((problem) => {
        const row = rows.findIndex(
          ({ step, sets }) =>
            step.id === problem.itemId || sets.some(({ id }) => id === problem.itemId),
        );
        const swapped = swap(plan, problem);
        return (
          <li
            key={`${problem.itemId ?? ''}.${problem.field}`}
            id={`problem-${problem.itemId ?? 'session'}-${problem.field}`}
          >
            <X aria-hidden size={16} />
            <span>
              {row >= 0 && `Row ${row + 1}, ${problem.field}: `}
              {problem.reason}
            </span>
            {swapped && (
              <Button
                size="sm"
                variant="outline-secondary"
                onClick={() =>
                  edit(swapped, { done: 'swapped the range', undone: 'the range as it was typed' })
                }
              >
                Swap them
              </Button>
            )}
          </li>
        );
      })}
    </ul>
  );
}

/** The plan with the ends of a range that runs downwards swapped, or null where that is not what is wrong. */
function swap(plan: Plan, { itemId, field, mend }: PlanProblem): Plan | null {
  if (field !== 'target' || mend !== 'swapEnds') return null;
  const step = itemId === null ? null : stepOf(plan, itemId);
  const effort = step?.target.kind === 'steady' ? step.target.effort : null;
  if (!step || effort?.kind !== 'unread') return null;
  const read = parseTarget(
    effort.text.replace(/(\d+(?:[.,]\d+)?)(\s*(?:-|–|—|to)\s*)(\d+(?:[.,]\d+)?)/, '$3$2$1'),
  );
  return read.ok ? changeStep(plan, step.id, { target: read.value }) : null;
}
