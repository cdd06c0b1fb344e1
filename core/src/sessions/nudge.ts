import { changeStep } from './edits.ts';
import type { Effort, Target } from '../units/index.ts';
import type { Item, Plan, Step } from './plan.ts';
import { stepOf } from './rows.ts';
import { schemeOfZone } from './zoneTargets.ts';

/** A step is never shorter than this by nudging or dragging, s, nor longer. */
const TIMES = { least: 5, most: 6 * 3600 } as const;

/**
 * The next round time from one: steps of 5 s under 2 min, 30 s under 20 min, else of a minute.
 *
 * @param seconds time now, s
 * @param by 1 for longer, −1 for shorter
 * @param fine true for single seconds
 * @returns s
 * Source: the manners of the workshop.
 */
export function nextTime(seconds: number, by: 1 | -1, fine = false): number {
  const unit = fine ? 1 : unitAt(by === 1 ? seconds : seconds - 1);
  const next =
    by === 1 ? (Math.floor(seconds / unit) + 1) * unit : (Math.ceil(seconds / unit) - 1) * unit;
  return Math.min(TIMES.most, Math.max(TIMES.least, next));
}

/**
 * The nearest time that dragging can reach.
 *
 * @param seconds where the edge is let go, s
 * @param fine true for single seconds
 * @returns s
 */
export function nearestTime(seconds: number, fine = false): number {
  const unit = fine ? 1 : unitAt(seconds);
  return Math.min(TIMES.most, Math.max(TIMES.least, Math.round(seconds / unit) * unit));
}

function unitAt(seconds: number): number {
  if (seconds < 120) return 5;
  if (seconds < 1200) return 30;
  return 60;
}

/**
 * Sets the time of a step, or of one of its reps alone.
 *
 * @param plan the session
 * @param stepId the step
 * @param seconds its new time, s
 * @param onlyRep number of the rep in its set that alone changes; null for all
 * @returns the new plan
 */
export function setTime(
  plan: Plan,
  stepId: string,
  seconds: number,
  onlyRep: number | null = null,
): Plan {
  if (onlyRep === null) return changeStep(plan, stepId, { length: { kind: 'time', seconds } });
  return changeOnly(plan, stepId, onlyRep, { seconds });
}

/**
 * Shifts the target of a step, or of one of its reps alone.
 *
 * @param plan the session
 * @param stepId the step
 * @param by steps up (above 0) or down: one per cent, 5 W, one beat, one zone or one RPE each
 * @param onlyRep number of the rep in its set that alone changes; null for all
 * @param fine true for single watts
 * @returns the new plan; unchanged where the target cannot be shifted
 */
export function shiftTarget(
  plan: Plan,
  stepId: string,
  by: number,
  onlyRep: number | null = null,
  fine = false,
): Plan {
  const step = stepOf(plan, stepId);
  if (!step) return plan;
  if (onlyRep !== null && step.target.kind === 'steady') {
    const now = step.exceptions?.find(({ rep }) => rep === onlyRep)?.effort ?? step.target.effort;
    return changeOnly(plan, stepId, onlyRep, { effort: shifted(now, by, fine) });
  }
  const { target } = step;
  const next: Target =
    target.kind === 'steady'
      ? { kind: 'steady', effort: shifted(target.effort, by, fine) }
      : { ...target, from: shifted(target.from, by, fine), to: shifted(target.to, by, fine) };
  return JSON.stringify(next) === JSON.stringify(target)
    ? plan
    : changeStep(plan, stepId, { target: next });
}

function changeOnly(
  plan: Plan,
  stepId: string,
  rep: number,
  change: Partial<NonNullable<Step['exceptions']>[number]>,
): Plan {
  const step = stepOf(plan, stepId);
  if (!step) return plan;
  const others = (step.exceptions ?? []).filter((each) => each.rep !== rep);
  const own = { ...(step.exceptions?.find((each) => each.rep === rep) ?? { rep }), ...change };
  return changeStep(plan, stepId, { exceptions: [...others, own].sort((a, b) => a.rep - b.rep) });
}

const WATTS_A_STEP = 5;

function shifted(effort: Effort, by: number, fine: boolean): Effort {
  const within = (value: number, low: number, high: number): number =>
    Math.min(high, Math.max(low, Math.round(value * 10) / 10));
  switch (effort.kind) {
    case 'percent':
    case 'goal':
    case 'curve':
      return {
        ...effort,
        low: within(effort.low + by, 1, 400),
        high: within(effort.high + by, 1, 400),
      };
    case 'watts': {
      const watts = by * (fine ? 1 : WATTS_A_STEP);
      return {
        ...effort,
        low: within(effort.low + watts, 1, 2500),
        high: within(effort.high + watts, 1, 2500),
      };
    }
    case 'rpe':
      return {
        ...effort,
        low: within(effort.low + by, 1, 10),
        high: within(effort.high + by, 1, 10),
      };
    case 'heartRate':
      return {
        ...effort,
        low: effort.low === null ? null : within(effort.low + by, 40, 230),
        high: within(effort.high + by, 40, 230),
      };
    case 'zone':
      return {
        ...effort,
        zone: within(effort.zone + Math.sign(by), 1, schemeOfZone(effort)?.bands.length ?? 7),
      };
    default:
      return effort;
  }
}

/**
 * Moves the item a step stands in (its set, or itself) to another place in the session.
 *
 * @param plan the session
 * @param stepId a step of it
 * @param to place among the items of the session, from 0
 * @returns the new plan
 */
export function moveItem(plan: Plan, stepId: string, to: number): Plan {
  const holds = (item: Item): boolean =>
    item.id === stepId ||
    (item.kind === 'set' && (item.parts.some(holds) || item.rest?.step.id === stepId));
  const at = plan.items.findIndex(holds);
  const moved = plan.items[at];
  const place = Math.min(plan.items.length - 1, Math.max(0, to));
  if (!moved || place === at) return plan;
  const items = plan.items.filter((_, index) => index !== at);
  items.splice(place, 0, moved);
  return { ...plan, items };
}
