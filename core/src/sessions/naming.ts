import { printTarget } from '../units/target.ts';
import { printLength } from '../units/length.ts';
import { measureAll } from './measure.ts';
import type { Item, Length, Plan, SetBlock, Step, System } from './plan.ts';
import { SEVEN_STEPS } from '../zones/schemes.ts';

/**
 * The name a session has while the coach has not named it: it follows the sets ("4 × 8:00 at 98–102 %").
 *
 * @param plan the session
 * @returns the name; "New session" where there are no steps
 * Source: handbook section 7.
 */
export function nameFromSets(plan: Plan): string {
  const sets = plan.items.filter((item): item is SetBlock => item.kind === 'set');
  if (sets.length > 0) return sets.map(describeSet).join(', ').slice(0, 120);
  const steps = plan.items.filter((item): item is Step => item.kind === 'step');
  const longest = (
    steps.filter((step) => step.role === 'work').length > 0
      ? steps.filter((step) => step.role === 'work')
      : steps
  ).reduce<Step | null>(
    (top, step) => (top === null || lengthOf(step) > lengthOf(top) ? step : top),
    null,
  );
  return longest ? describeStep(longest, true) : 'New session';
}

function describeSet(set: SetBlock): string {
  const reps = typeof set.reps === 'number' ? set.reps : '?';
  const parts: readonly Item[] = set.parts;
  const inside = parts
    .map((part) =>
      part.kind === 'set' ? describeSet(part) : describeStep(part, parts.length === 1),
    )
    .join(' and ');
  return parts.length === 1 && parts[0]?.kind === 'step'
    ? `${reps} × ${inside}`
    : `${reps} × (${inside})`;
}

function describeStep(step: Step, withTarget: boolean): string {
  const time = lengthName(step.length);
  const unreadTarget = step.target.kind === 'steady' && step.target.effort.kind === 'unread';
  return withTarget && !unreadTarget ? `${time} at ${printTarget(step.target)}` : time;
}

/** A hill by its name alone: "6 × Quarry Lane". */
function lengthName(length: Length): string {
  if (length.kind === 'unread') return '?';
  return length.kind === 'hill' ? length.name : printLength(length);
}

function lengthOf(step: Step): number {
  return measureAll([step]).seconds;
}

const SYSTEM_NAMES: Record<System, string> = Object.fromEntries(
  (['recovery', 'endurance', 'tempo', 'threshold', 'ceiling', 'anaerobic', 'sprint'] as const).map(
    (system, index) => [system, SEVEN_STEPS.bands[index]?.name ?? system],
  ),
) as Record<System, string>;

/**
 * The printed name of a system: "Aerobic ceiling" for `ceiling`.
 *
 * @param system the system a session trains
 * @returns its name
 */
export function systemName(system: System): string {
  return SYSTEM_NAMES[system];
}
