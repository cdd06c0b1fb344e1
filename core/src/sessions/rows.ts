import type { Item, Plan, SetBlock, Step } from './plan.ts';

/** One line of the table in which a session is edited. */
export interface Row {
  readonly step: Step;
  /** The sets around it, outermost first. */
  readonly sets: readonly SetBlock[];
  /** Set whose rest this is; null for a step that is not a rest. */
  readonly restOf: SetBlock | null;
}

/**
 * Finds a step of a session, wherever it is, rests included.
 *
 * @param plan the session
 * @param stepId the step
 * @returns the step, or null where there is none
 */
export function stepOf(plan: Plan, stepId: string): Step | null {
  return rowsOf(plan).find(({ step }) => step.id === stepId)?.step ?? null;
}

/**
 * Flattens a session into the lines of its table: every step, and behind each set its rest.
 *
 * @param plan the session
 * @returns the rows, top to bottom
 */
export function rowsOf(plan: Pick<Plan, 'items'>): Row[] {
  const rows: Row[] = [];
  const walk = (item: Item, sets: readonly SetBlock[]): void => {
    if (item.kind === 'step') {
      rows.push({ step: item, sets, restOf: null });
      return;
    }
    const inside = [...sets, item];
    for (const part of item.parts) walk(part, inside);
    if (item.rest) rows.push({ step: item.rest.step, sets: inside, restOf: item });
  };
  for (const item of plan.items) walk(item, []);
  return rows;
}
