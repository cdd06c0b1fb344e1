import { type Effort, type Length, printLength, printTarget } from '../units/index.ts';
import { askedOf, type RiderOnDay } from './efforts.ts';
import { secondsOf } from './expand.ts';
import { measureAll } from './measure.ts';
import type { Item, Plan, SetBlock, Step, System } from './plan.ts';
import { SEVEN_STEPS } from '../zones/index.ts';

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

/**
 * The name of a session for one rider: without a power meter a name that follows the sets says RPE, not percent of an
 * FTP the rider has not.
 *
 * @param plan the session
 * @param rider the rider's figures on the day
 * @returns the coach's own name as it is, else the name by what this rider rides
 * Source: handbook sections 3 (without a power meter) and 7.
 */
export function nameFor(plan: Plan, rider: RiderOnDay): string {
  if (rider.hasPower || !plan.nameFollows) return plan.name;
  return nameFromSets({
    ...plan,
    items: plan.items.map((item) => byEffort(item, rider)),
  }).replaceAll('rpe', 'RPE');
}

function byEffort<T extends Item>(item: T, rider: RiderOnDay): T {
  if (item.kind === 'set')
    return { ...item, parts: item.parts.map((part) => byEffort(part, rider)) };
  const seconds = secondsOf(item, rider);
  const asRpe = (effort: Effort): Effort => {
    const asked =
      effort.kind === 'heartRate' || effort.kind === 'max' || effort.kind === 'rpe'
        ? null
        : askedOf(effort, rider, seconds);
    return asked ? { kind: 'rpe', low: asked.rpe[0], high: asked.rpe[1] } : effort;
  };
  const { target } = item;
  return {
    ...item,
    target:
      target.kind === 'steady'
        ? { ...target, effort: asRpe(target.effort) }
        : { ...target, from: asRpe(target.from), to: asRpe(target.to) },
  };
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
