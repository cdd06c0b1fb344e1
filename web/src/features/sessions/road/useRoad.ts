import {
  effortsOf,
  moveItem,
  nearestTime,
  nextTime,
  type Plan,
  rowsOf,
  type Segment,
  setTime,
  shiftTarget,
  type Step,
  stepOf,
} from '@uphill/core/sessions';
import { printDuration, printEffort } from '@uphill/core/units';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { useKey } from '../../../shared/keys/useKey.ts';
import { changed, type EditPlan } from '../draftSlice.ts';

/** What is being dragged on the road. */
interface Drag {
  readonly segment: Segment;
  readonly what: 'time' | 'target' | 'order';
  readonly x: number;
  readonly y: number;
  readonly plan: Plan;
  /** As it lay when the drag began: what is drawn meanwhile has moved already. */
  readonly segments: readonly Segment[];
}

/** How px on the road turn into seconds and per cent. */
export interface RoadScale {
  readonly secondsPerPx: number;
  readonly percentPerPx: number;
}

interface Road {
  readonly plan: Plan;
  readonly segments: readonly Segment[];
  readonly chosen: string | null;
  readonly choose: (stepId: string | null) => void;
  readonly edit: EditPlan;
  readonly preview: (plan: Plan | null) => void;
}

/** A drag of fewer px is a slip of the hand. */
const SLIP_PX = 4;

/** Editing on the drawing: by dragging edges and bodies, and all of it by keyboard. */
export function useRoad({ plan, segments, chosen, choose, edit, preview }: Road) {
  const [drag, setDrag] = useState<Drag | null>(null);
  const [lifted, setLifted] = useState<Plan | null>(null);
  const [label, setLabel] = useState('');
  const frame = useRef<HTMLDivElement>(null);
  const next = useRef<Plan | null>(null);

  useKey('road', () => frame.current?.focus());

  const begin = (event: PointerEvent, segment: Segment, what: Drag['what']): void => {
    event.currentTarget.setPointerCapture(event.pointerId);
    event.stopPropagation();
    choose(segment.stepId);
    next.current = null;
    setDrag({ segment, what, x: event.clientX, y: event.clientY, plan, segments });
  };
  const move = (event: PointerEvent, scale: RoadScale): void => {
    if (!drag) return;
    const [dx, dy] = [event.clientX - drag.x, event.clientY - drag.y];
    if (Math.hypot(dx, dy) < SLIP_PX) return;
    const dragged = draggedPlan(drag, dx, dy, scale, event.altKey, event.shiftKey);
    next.current = dragged.plan;
    preview(dragged.plan);
    setLabel(dragged.says);
  };
  const end = (): void => {
    const done = next.current;
    if (drag && done && done !== drag.plan) edit(done, nameOf(drag, done));
    setDrag(null);
    preview(null);
    next.current = null;
  };

  const here = segments.find(({ stepId }) => stepId === chosen) ?? segments[0];
  const onKey = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || !here) return;
    const step = stepOf(plan, here.stepId);
    const done = keyed(event, { plan, segments, here, step, lifted });
    if (!done) return;
    event.preventDefault();
    event.stopPropagation();
    if (done.choose !== undefined) choose(done.choose);
    if (done.lift !== undefined) setLifted(done.lift ? plan : null);
    if (done.plan && done.plan !== plan)
      edit(done.plan, done.name ?? { done: 'moved', undone: 'moved back' });
    setLabel(done.says);
  };
  return [frame, { begin, move, end, onKey, label, lifted: lifted !== null }] as const;
}

interface Keyed {
  readonly says: string;
  readonly choose?: string;
  readonly lift?: boolean;
  readonly plan?: Plan;
  readonly name?: Parameters<EditPlan>[1];
}

interface Standing {
  readonly plan: Plan;
  readonly segments: readonly Segment[];
  readonly here: Segment;
  readonly step: Step | null;
  readonly lifted: Plan | null;
}

function keyed(event: KeyboardEvent, standing: Standing): Keyed | null {
  let sideways: 1 | -1 | null;
  if (event.key === 'ArrowRight') sideways = 1;
  else if (event.key === 'ArrowLeft') sideways = -1;
  else sideways = null;
  let upright: 1 | -1 | null;
  if (event.key === 'ArrowUp') upright = 1;
  else if (event.key === 'ArrowDown') upright = -1;
  else upright = null;
  if (event.key === ' ' || event.key === 'Escape') return liftedKey(event.key, standing.lifted);
  if (standing.lifted) return sideways === null ? null : carried(standing, sideways);
  const only = event.altKey ? standing.here.round : null;
  if (event.shiftKey) {
    if (sideways !== null) return longer(standing, sideways, only);
    if (upright !== null) return harder(standing, upright, only);
    return null;
  }
  return sideways === null ? null : along(standing, sideways);
}

function liftedKey(key: ' ' | 'Escape', lifted: Plan | null): Keyed | null {
  if (key === 'Escape')
    return (
      lifted && {
        says: 'returned',
        lift: false,
        plan: lifted,
        name: { done: 'returned', undone: 'as it was' },
      }
    );
  return lifted
    ? { says: 'dropped', lift: false }
    : { says: 'lifted: arrows move it, Space drops it, Esc returns it', lift: true };
}

function carried({ plan, here }: Standing, by: 1 | -1): Keyed {
  const moved = moveItem(plan, here.stepId, itemAt(plan, here.stepId) + by);
  return { says: `place ${itemAt(moved, here.stepId) + 1} of ${moved.items.length}`, plan: moved };
}

function longer({ plan, step }: Standing, by: 1 | -1, only: number | null): Keyed | null {
  if (step?.length.kind !== 'time') return null;
  const seconds = nextTime(step.length.seconds, by);
  const name = changed('time', printDuration(step.length.seconds), printDuration(seconds), step.id);
  return { says: printDuration(seconds), plan: setTime(plan, step.id, seconds, only), name };
}

function harder({ plan, step }: Standing, by: 1 | -1, only: number | null): Keyed | null {
  if (!step) return null;
  const shifted = shiftTarget(plan, step.id, by, only);
  const after = stepOf(shifted, step.id);
  return {
    says: targetText(after),
    plan: shifted,
    name: changed('target', targetText(step), targetText(after), step.id),
  };
}

/** Arrows go from step to step as they are written, not from rep to rep. */
function along({ plan, segments, here }: Standing, by: 1 | -1): Keyed | null {
  const ids = [...new Set(segments.map(({ stepId }) => stepId))];
  const at = ids[Math.min(ids.length - 1, Math.max(0, ids.indexOf(here.stepId) + by))];
  const chosen = at === undefined ? null : stepOf(plan, at);
  return at === undefined
    ? null
    : { says: chosen ? `${lengthText(chosen)} ${targetText(chosen)}` : '', choose: at };
}

function draggedPlan(
  { segment, what, plan, segments }: Drag,
  dx: number,
  dy: number,
  scale: RoadScale,
  alone: boolean,
  fine: boolean,
): { plan: Plan; says: string } {
  const only = alone && segment.rep !== null ? segment.round : null;
  const said = (text: string): string => (only === null ? text : `${text}, rep ${only} differs`);
  if (what === 'time') {
    const seconds = nearestTime(segment.seconds + dx * scale.secondsPerPx, fine);
    return {
      plan: setTime(plan, segment.stepId, seconds, only),
      says: said(printDuration(seconds)),
    };
  }
  if (what === 'target') {
    const by = Math.round(-dy * scale.percentPerPx);
    const shifted = by === 0 ? plan : shiftTarget(plan, segment.stepId, by, only, fine);
    const step = stepOf(shifted, segment.stepId);
    const own =
      only === null ? null : (step?.exceptions?.find(({ rep }) => rep === only)?.effort ?? null);
    return { plan: shifted, says: said(own ? printEffort(own) : targetText(step)) };
  }
  const second = segment.startS + segment.seconds / 2 + dx * scale.secondsPerPx;
  const under =
    segments.find(({ startS, seconds }) => second >= startS && second < startS + seconds) ??
    (dx < 0 ? segments[0] : segments.at(-1));
  const moved = under ? moveItem(plan, segment.stepId, itemAt(plan, under.stepId)) : plan;
  return {
    plan: moved,
    says: `place ${itemAt(moved, segment.stepId) + 1} of ${moved.items.length}`,
  };
}

function nameOf({ what, segment, plan }: Drag, done: Plan): Parameters<EditPlan>[1] {
  if (what === 'order') return { done: 'moved a step', undone: 'the order as it was' };
  const [before, after] = [stepOf(plan, segment.stepId), stepOf(done, segment.stepId)];
  const text = (step: Step | null): string =>
    what === 'time' ? lengthText(step) : targetText(step);
  const alone = text(before) === text(after) ? `, rep ${segment.round} alone` : '';
  return {
    done: `dragged ${what} ${text(before)} to ${text(after)}${alone}`,
    undone: `${what} back to ${text(before)}${alone}`,
  };
}

function itemAt(plan: Plan, stepId: string): number {
  const row = rowsOf(plan).find(({ step }) => step.id === stepId);
  const id = row?.sets[0]?.id ?? stepId;
  return plan.items.findIndex((item) => item.id === id);
}

function lengthText(step: Step | null): string {
  return step?.length.kind === 'time' ? printDuration(step.length.seconds) : '';
}

function targetText(step: Step | null): string {
  if (!step) return '';
  return effortsOf(step.target)
    .map((effort) => printEffort(effort))
    .join(' to ');
}
