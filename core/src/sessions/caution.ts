import { type HealthVerdict, MAXIMAL_ABOVE_PERCENT } from '../rider/index.ts';
import type { RiderOnDay } from './efforts.ts';
import { expand } from './expand.ts';
import type { Effort } from '../units/index.ts';
import type { Plan } from './plan.ts';
import { rowsOf } from './rows.ts';
import { effortsOf } from './targets.ts';
import { roughPercent } from './sentence/roles.ts';

const MAXIMAL_RPE = 9;

/**
 * Why a session may not be given to a rider yet, as far as health goes: steps above 105 % of FTP wait for a clear
 * health screen, heart-rate targets are not for riders whose heart rate tells nothing, and some may not ride unfuelled.
 *
 * @param plan the session
 * @param rider the rider's figures on the day
 * @param health what the rider's health screen allows
 * @returns a sentence, or null where nothing is in the way
 * Source: handbook section 11.
 */
export function healthRefusal(plan: Plan, rider: RiderOnDay, health: HealthVerdict): string | null {
  if (!health.maximal && asksMaximal(plan, rider)) {
    return `It has steps above ${MAXIMAL_ABOVE_PERCENT} % of FTP, which wait for ${rider.firstName}’s health screen. ${health.reasons.join(' ')}`;
  }
  const byHeart =
    everyEffort(plan).some(({ kind }) => kind === 'heartRate') ||
    rowsOf(plan).some(({ step }) => step.capBpm !== undefined);
  if (!health.heartRate && byHeart) {
    return `It has heart-rate targets, which say nothing about ${rider.firstName}: RPE governs. Give those steps an RPE.`;
  }
  if (health.minor && plan.unfuelled)
    return `It is an unfuelled ride, and ${rider.firstName} is under 18: not for them.`;
  if (!health.unfuelled && plan.unfuelled)
    return `It is an unfuelled ride, which the health screen of ${rider.firstName} rules out. ${health.reasons.join(' ')}`;
  return null;
}

/**
 * Whether a session asks for more than 105 % of FTP anywhere: in watts, as a zone, as RPE, or flat out.
 *
 * @param plan the session
 * @param rider the rider's figures on the day
 * @returns true where it does
 * Source: handbook section 11.
 */
export function asksMaximal(plan: Plan, rider: RiderOnDay): boolean {
  if (everyEffort(plan).some((effort) => isMaximal(effort))) return true;
  if (rider.ftpW === null) return false;
  const limit = (MAXIMAL_ABOVE_PERCENT / 100) * rider.ftpW;
  return expand(plan, rider).some(({ from, to }) =>
    [from, to].some((asked) => asked !== null && (asked.highW ?? 0) > Math.ceil(limit)),
  );
}

function isMaximal(effort: Effort): boolean {
  switch (effort.kind) {
    case 'percent':
      return effort.high > MAXIMAL_ABOVE_PERCENT;
    case 'zone':
      return (roughPercent(effort) ?? 0) >= MAXIMAL_ABOVE_PERCENT;
    case 'rpe':
      return effort.high >= MAXIMAL_RPE;
    // What is the rider's own above FTP is above 105 % for the lengths it speaks of.
    case 'own':
    case 'max':
      return true;
    default:
      return false;
  }
}

/**
 * Every effort that a session asks, in reading order: rests, finishes, and what differs in some reps included.
 *
 * @param plan the session
 * @returns the efforts; both ends of a rising or falling step
 */
export function everyEffort(plan: Plan): Effort[] {
  return rowsOf(plan).flatMap(({ step }) => {
    const different = [step, ...(step.everyNth ? [step.everyNth] : []), ...(step.exceptions ?? [])];
    return [
      ...effortsOf(step.target),
      ...different.flatMap((each) => [
        ...('effort' in each && each.effort ? [each.effort] : []),
        ...(each.finish ? [each.finish.effort] : []),
      ]),
    ];
  });
}
