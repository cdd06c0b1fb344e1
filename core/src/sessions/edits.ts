import type { Item, Plan, SetBlock, Step } from './plan.ts';
import { rowsOf } from './rows.ts';

/**
 * Edits of a session. Each takes a plan and returns a new one, and leaves a plan alone in which the id does not
 * exist. New ids are passed in, so that the same edits always give the same plan.
 * Source: handbook section 7.
 */

/** Makes a fresh id for a new step or set. */
export type NewId = () => string;

/**
 * Changes fields of one step, wherever it is, rests included.
 *
 * @param plan the session
 * @param stepId the step
 * @param change fields to replace
 * @returns the new plan
 */
export function changeStep(
  plan: Plan,
  stepId: string,
  change: Partial<Omit<Step, 'id' | 'kind'>>,
): Plan {
  return mapSteps(plan, (step) => (step.id === stepId ? { ...step, ...change } : step));
}

/**
 * Changes a set's reps or its rest.
 *
 * @param plan the session
 * @param setId the set
 * @param change fields to replace
 * @returns the new plan
 */
export function changeSet(
  plan: Plan,
  setId: string,
  change: Partial<Pick<SetBlock, 'reps' | 'rest'>>,
): Plan {
  return mapLists(plan, (item) => [
    item.kind === 'set' && item.id === setId ? { ...item, ...change } : item,
  ]);
}

/**
 * Puts a step below another one; below a rest it goes behind the whole set, in an empty session it is the first.
 *
 * @param plan the session
 * @param belowId the step above it; null for the end
 * @param step the new step
 * @returns the new plan
 */
export function insertBelow(plan: Plan, belowId: string | null, step: Step): Plan {
  if (belowId === null) return { ...plan, items: [...plan.items, step] };
  const anchor = anchorOf(plan, belowId);
  return mapLists(plan, (item) => (item.id === anchor ? [item, step] : [item]));
}

/**
 * Doubles a step; on a rest it doubles nothing, since a set has one rest.
 *
 * @param plan the session
 * @param stepId the step
 * @param newId id for the copy
 * @returns the new plan
 */
export function duplicateStep(plan: Plan, stepId: string, newId: NewId): Plan {
  return mapLists(plan, (item) =>
    item.kind === 'step' && item.id === stepId ? [item, { ...item, id: newId() }] : [item],
  );
}

/**
 * Takes a step away. A rest leaves its set without rest; a set that loses its last step goes too.
 *
 * @param plan the session
 * @param stepId the step
 * @returns the new plan
 */
export function removeStep(plan: Plan, stepId: string): Plan {
  const withoutRest = (item: Item): Item =>
    item.kind === 'set' && item.rest?.step.id === stepId ? { ...item, rest: null } : item;
  const kept = mapLists(plan, (item) =>
    item.kind === 'step' && item.id === stepId ? [] : [withoutRest(item)],
  );
  return mapLists(kept, (item) => (item.kind === 'set' && item.parts.length === 0 ? [] : [item]));
}

/**
 * Makes a set of two reps out of a step, with an easy rest of half its length between them. On a step that is
 * already in a set, the whole set becomes a group of two with twice its rest between.
 *
 * @param plan the session
 * @param stepId the step
 * @param newId ids for the set and its rest
 * @returns the new plan; unchanged where it would nest deeper than one level of groups
 */
export function makeSet(plan: Plan, stepId: string, newId: NewId): Plan {
  const row = rowsOf(plan).find(({ step }) => step.id === stepId);
  if (!row || row.sets.length > 1) return plan;
  const around = row.sets[0];
  if (around?.parts.some((part) => part.kind === 'set')) return plan;
  const wrap = (inner: Step | SetBlock, restSeconds: number): SetBlock =>
    ({
      kind: 'set',
      id: newId(),
      reps: 2,
      parts: [inner],
      rest: { when: 'between', step: easyStep(newId(), restSeconds) },
    }) as SetBlock;
  if (around) {
    const rest = around.rest?.step.length;
    const seconds = rest?.kind === 'time' ? rest.seconds * 2 : 480;
    return {
      ...plan,
      items: plan.items.map((item) => (item.id === around.id ? wrap(around, seconds) : item)),
    };
  }
  const length = row.step.length;
  const seconds = length.kind === 'time' ? Math.max(30, Math.round(length.seconds / 60) * 30) : 240;
  return {
    ...plan,
    items: plan.items.map((item) =>
      item.id === stepId ? wrap({ ...row.step, role: 'work' }, seconds) : item,
    ),
  };
}

/**
 * Opens a set: its steps and its rest stand on their own again, once.
 *
 * @param plan the session
 * @param setId the set
 * @returns the new plan
 */
export function openSet(plan: Plan, setId: string): Plan {
  return mapLists(plan, (item) =>
    item.kind === 'set' && item.id === setId
      ? [...(item.parts as Item[]), ...(item.rest ? [item.rest.step] : [])]
      : [item],
  );
}

/**
 * Moves a step one place up or down in the list it stands in; a step at the end of its list stays.
 * The rest of a set moves the whole set.
 *
 * @param plan the session
 * @param stepId the step
 * @param by −1 for up, 1 for down
 * @returns the new plan
 */
export function moveStep(plan: Plan, stepId: string, by: -1 | 1): Plan {
  const anchor = anchorOf(plan, stepId);
  const shift = (list: readonly Item[]): Item[] => {
    const at = list.findIndex((item) => item.id === anchor);
    const [moved, passed] = [list[at], list[at + by]];
    if (moved && passed)
      return list.map((item, index) => {
        if (index === at) return passed;
        if (index === at + by) return moved;
        return item;
      });
    return list.map((item) =>
      item.kind === 'set' ? ({ ...item, parts: shift(item.parts) } as SetBlock) : item,
    );
  };
  return { ...plan, items: shift(plan.items) };
}

/**
 * A plain easy step, as rests are.
 *
 * @param id its id
 * @param seconds its length, s
 * @returns the step
 */
export function easyStep(id: string, seconds: number): Step {
  return {
    kind: 'step',
    id,
    role: 'easy',
    length: { kind: 'time', seconds },
    target: { kind: 'steady', effort: { kind: 'easy' } },
    cadence: null,
    cue: '',
  };
}

/** The item that a step stands for in its list: itself, or its set where it is the rest. */
function anchorOf(plan: Plan, stepId: string): string {
  return rowsOf(plan).find(({ step }) => step.id === stepId)?.restOf?.id ?? stepId;
}

/** Rebuilds every list of the plan: what an item turns into is asked once, inner lists first. */
function mapLists(plan: Plan, change: (item: Item) => Item[]): Plan {
  const list = (items: readonly Item[]): Item[] =>
    items.flatMap((item) =>
      change(item.kind === 'set' ? ({ ...item, parts: list(item.parts) } as SetBlock) : item),
    );
  return { ...plan, items: list(plan.items) };
}

/**
 * Changes steps wherever they are, rests included.
 *
 * @param plan the session
 * @param change what becomes of a step
 * @returns the new plan
 */
export function mapSteps(plan: Plan, change: (step: Step) => Step): Plan {
  return mapLists(plan, (item) => {
    if (item.kind === 'step') return [change(item)];
    return [item.rest ? { ...item, rest: { ...item.rest, step: change(item.rest.step) } } : item];
  });
}
