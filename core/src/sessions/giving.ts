import type { HealthVerdict } from '../rider/health.ts';
import { printSpan } from '../units/span.ts';
import { everyEffort, healthRefusal } from './caution.ts';
import { printAskedWatts, type RiderOnDay } from './efforts.ts';
import { ownNumbers } from './aboveFtp.ts';
import { expand, secondsOf, type Segment } from './expand.ts';
import type { Effort, Plan } from './plan.ts';
import { rowsOf } from './rows.ts';
import { effortsOf } from './targets.ts';
import { sessionVerdict } from './verdict.ts';

/** What giving a session to one rider means. */
export interface Given {
  /** The work in this rider's own watts, or in RPE: "257–267 W", "RPE 7–8". */
  readonly work: string;
  /** What is out of the ordinary, in sentences. */
  readonly exceptions: readonly string[];
  /** Why it may not be given; null where it may. */
  readonly refusal: string | null;
}

/**
 * What giving a session to a rider means: their own watts, and what is out of the ordinary.
 *
 * @param plan the session
 * @param rider the rider's figures on the day
 * @param health what the rider's health screen allows
 * @returns the work in words, exceptions, and a refusal where health stands against it
 * Source: handbook sections 3 (without a power meter), 7 and 11.
 */
export function givenTo(plan: Plan, rider: RiderOnDay, health: HealthVerdict): Given {
  const segments = expand(plan, rider);
  const { firstName } = rider;
  const rpe = hardestRpe(segments);
  const exceptions: string[] = [];
  if (!rider.hasPower) exceptions.push(`${firstName} has no power meter: given as ${rpe}.`);
  else if (rider.ftpW === null && everyEffort(plan).some((effort) => hangsOnFtp(effort)))
    exceptions.push(`${firstName} has no FTP: given as ${rpe}.`);
  if (
    rider.hasPower &&
    (rider.goalW ?? null) === null &&
    everyEffort(plan).some(({ kind }) => kind === 'goal')
  )
    exceptions.push(`${firstName}’s goal has no watts: its share is taken of FTP.`);
  const missing = missingNumbers(plan, rider);
  if (rider.hasPower && missing !== null)
    exceptions.push(`For ${firstName} percent of FTP stands in for own numbers: ${missing}`);
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
        [from, to].flatMap((asked) =>
          asked ? [printAskedWatts(asked) ?? `RPE ${printSpan(...asked.rpe)}`] : [],
        ),
      ),
    ),
  ];
  const shown = texts.slice(0, 4).map((text) => (text.startsWith('RPE') ? text : `${text} W`));
  return shown.length === 0 ? 'easy' : shown.join(' and ') + (texts.length > 4 ? ' …' : '');
}

function hardestRpe(segments: readonly Segment[]): string {
  const work = segments.filter(({ role, from }) => role === 'work' && from !== null);
  const top = work.reduce<readonly [number, number]>(
    (most, { from }) => (from && from.rpe[1] > most[1] ? from.rpe : most),
    [0, 0],
  );
  return top[1] === 0 ? 'easy riding' : `RPE ${printSpan(...top)}`;
}

/** Why the rider has no numbers of their own for a step that asks for them; null where none is missing. */
function missingNumbers(plan: Plan, rider: RiderOnDay): string | null {
  for (const { step } of rowsOf(plan)) {
    for (const effort of effortsOf(step.target)) {
      if (effort.kind !== 'own') continue;
      const { watts, says } = ownNumbers(effort.by, secondsOf(step, rider), {
        pair: rider.pair ?? null,
        bests: rider.bests,
      });
      if (!watts) return says.charAt(0).toLowerCase() + says.slice(1);
    }
  }
  return null;
}

function hangsOnFtp({ kind }: Effort): boolean {
  return (
    kind === 'percent' || kind === 'zone' || kind === 'goal' || kind === 'curve' || kind === 'own'
  );
}
