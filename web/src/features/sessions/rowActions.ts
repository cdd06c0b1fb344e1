import {
  changeSet,
  duplicateStep,
  easyStep,
  insertBelow,
  makeSet,
  MOST_REPS,
  moveStep,
  openSet,
  type Plan,
  removeStep,
  type Row,
  type Step,
} from '@uphill/core/sessions';
import { type EditName, repsChanged } from './draftSlice.ts';
import { newId } from '../../shared/newId.ts';
import { ROLE_NAMES } from './cells.ts';

/** What can be done to a whole row, by key or by button. */
export type RowAction =
  'insert' | 'duplicate' | 'remove' | 'makeSet' | 'openSet' | 'more' | 'fewer' | 'up' | 'down';

export interface RowEdit {
  readonly plan: Plan;
  readonly name: EditName;
  /** Step to stand on afterwards; null to stay. */
  readonly goTo: string | null;
}

/** Does something to a row; null where it cannot be done there. */
export function actOnRow(
  plan: Plan,
  rows: readonly Row[],
  at: number,
  action: RowAction,
): RowEdit | null {
  const row = rows[at] ?? null;
  if (action === 'insert') return insert(plan, row);
  if (!row) return null;
  const { step } = row;
  const named = (
    changed: Plan,
    done: string,
    undone: string,
    goTo: string | null = null,
  ): RowEdit | null => (changed === plan ? null : { plan: changed, name: { done, undone }, goTo });
  switch (action) {
    case 'duplicate': {
      const id = newId();
      return row.restOf
        ? null
        : named(
            duplicateStep(plan, step.id, () => id),
            'step duplicated',
            'the copy is gone',
            id,
          );
    }
    case 'remove':
      return named(
        removeStep(plan, step.id),
        `${ROLE_NAMES[step.role]} removed`,
        `${ROLE_NAMES[step.role]} is back`,
        (rows[at + 1] ?? rows[at - 1])?.step.id ?? null,
      );
    case 'makeSet':
      return named(makeSet(plan, step.id, newId), 'made a set', 'the set is opened again');
    case 'openSet': {
      const set = row.sets.at(-1);
      return set ? named(openSet(plan, set.id), 'set opened', 'the set is closed again') : null;
    }
    case 'more':
      return reps(plan, row, 1);
    case 'fewer':
      return reps(plan, row, -1);
    case 'up':
      return named(moveStep(plan, step.id, -1), 'step moved up', 'step moved back down');
    case 'down':
      return named(moveStep(plan, step.id, 1), 'step moved down', 'step moved back up');
  }
}

function insert(plan: Plan, row: Row | null): RowEdit {
  const id = newId();
  const percent = (value: number) => ({ kind: 'percent' as const, low: value, high: value });
  const first: Step = {
    ...easyStep(id, 900),
    role: 'warmUp',
    target: { kind: 'changing', from: percent(50), to: percent(75) },
  };
  const next: Step = {
    ...easyStep(id, 300),
    role: 'work',
    target: { kind: 'steady', effort: percent(90) },
  };
  return {
    plan: insertBelow(plan, row?.step.id ?? null, plan.items.length === 0 ? first : next),
    name: { done: 'step added', undone: 'the added step is gone' },
    goTo: id,
  };
}

/** One rep more or fewer; a row of presses on the same set is one entry. */
function reps(plan: Plan, row: Row, by: 1 | -1): RowEdit | null {
  const set = row.restOf ?? row.sets.at(-1);
  if (!set || typeof set.reps !== 'number') return null;
  const next = Math.max(1, Math.min(MOST_REPS, set.reps + by));
  if (next === set.reps) return null;
  return {
    plan: changeSet(plan, set.id, { reps: next }),
    name: repsChanged(set.reps, next, set.id),
    goTo: null,
  };
}
