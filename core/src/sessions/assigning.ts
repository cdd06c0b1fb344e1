import type { HealthVerdict } from '../rider/index.ts';
import { everyEffort, healthRefusal } from './caution.ts';
import { lowerFirst, type Effort, printSpan } from '../units/index.ts';
import { printBand } from '../zones/index.ts';
import { missingAnchor, printAsked, type RiderOnDay } from './efforts.ts';
import { ownNumbers } from './aboveFtp.ts';
import { expand, secondsOf, type Segment } from './expand.ts';
import type { Plan } from './plan.ts';
import { rowsOf } from './rows.ts';
import { effortsOf } from './targets.ts';
import { sessionVerdict } from './verdict.ts';

/** What assigning a session to one rider means. */
export interface Assigned {
  /** The work in this rider's own watts, or in RPE: "257–267 W", "RPE 7–8". */
  readonly work: string;
  /** What is out of the ordinary, in sentences. */
  readonly exceptions: readonly string[];
  /** Why it may not be assigned; null where it may. */
  readonly refusal: string | null;
}

/**
 * What assigning a session to a rider means: their own watts, and what is out of the ordinary.
 *
 * @param plan the session
 * @param rider the rider's figures on the day
 * @param health what the rider's health screen allows
 * @returns the work in words, exceptions, and a refusal where health stands against it
 * Source: handbook sections 3 (without a power meter), 7 and 11.
 */
export function assignedTo(plan: Plan, rider: RiderOnDay, health: HealthVerdict): Assigned {
  const segments = expand(plan, rider);
  const { firstName } = rider;
  const rpe = hardestEffort(segments);
  const exceptions: string[] = [];
  if (!rider.hasPower) exceptions.push(`${firstName} has no power meter: assigned as ${rpe}.`);
  else if (rider.ftpW === null && everyEffort(plan).some((effort) => hangsOnFtp(effort)))
    exceptions.push(`${firstName} has no FTP: assigned as ${rpe}.`);
  if (
    rider.hasPower &&
    (rider.goalW ?? null) === null &&
    everyEffort(plan).some(({ kind }) => kind === 'goal')
  )
    exceptions.push(`${firstName}’s goal has no watts: its share is taken from FTP.`);
  const anchors = new Set(
    everyEffort(plan).flatMap((effort) => missingAnchor(effort, rider) ?? []),
  );
  for (const lacking of anchors)
    exceptions.push(`A zone cannot be laid on ${firstName}: ${lacking}. Assigned as ${rpe}.`);
  const missing = missingNumbers(plan, rider);
  if (rider.hasPower && missing !== null)
    exceptions.push(
      `For ${firstName} percent of FTP is used, without numbers of their own: ${missing}`,
    );
  const { verdict } = sessionVerdict(plan, rider, segments);
  if (verdict?.word === 'breaks' || verdict?.word === 'out of reach')
    exceptions.push(
      `For ${firstName} it ${verdict.word === 'breaks' ? verdict.says : 'is out of reach'}.`,
    );
  return {
    work: rider.hasPower && rider.ftpW !== null ? workWatts(segments) : rpe,
    exceptions,
    refusal: healthRefusal(plan, rider, health),
  };
}

function workWatts(segments: readonly Segment[]): string {
  const work = segments.filter(({ role }) => role === 'work');
  const texts = [
    ...new Set(
      work.flatMap(({ from, to }) =>
        [from, to].flatMap((asked) => (asked ? [printAsked(asked)] : [])),
      ),
    ),
  ];
  return texts.length === 0
    ? 'easy'
    : texts.slice(0, 4).join(' and ') + (texts.length > 4 ? ' …' : '');
}

/** The hardest of the work as RPE, with the beats that go with it: "RPE 7–8, 157–165 bpm". */
function hardestEffort(segments: readonly Segment[]): string {
  const work = segments.flatMap(({ role, from }) =>
    role === 'work' && from !== null ? [from] : [],
  );
  const [top] = work.sort((a, b) => b.rpe[1] - a.rpe[1]);
  if (!top) return 'easy riding';
  return `RPE ${printSpan(...top.rpe)}${top.bpm ? `, ${printBand(top.bpm)} bpm` : ''}`;
}

/** Why the rider has no numbers of their own for a step that asks for them; null where none is missing. */
function missingNumbers(plan: Plan, rider: RiderOnDay): string | null {
  for (const { step } of rowsOf(plan)) {
    for (const effort of effortsOf(step.target)) {
      if (effort.kind !== 'own') continue;
      const { watts, says } = ownNumbers(effort.by, secondsOf(step, rider), rider);
      if (!watts) return lowerFirst(says);
    }
  }
  return null;
}

function hangsOnFtp({ kind }: Effort): boolean {
  return (
    kind === 'percent' || kind === 'zone' || kind === 'goal' || kind === 'curve' || kind === 'own'
  );
}
