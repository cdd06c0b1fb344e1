import { expand, type Plan, type RiderOnDay, type Segment } from '@uphill/core/sessions';
import type { Meant } from '@uphill/core/simulation';

/** How a set was ridden: as it was asked, or with one of the faults that riders have. */
export const MANNERS = [
  'asAsked',
  'startedTooHard',
  'asAsked',
  'asAsked',
  'tooEasy',
  'oneShort',
  'asAsked',
  'faded',
  'broke',
  'asAsked',
  'brokeEarly',
  'asAsked',
  'longRests',
  'overTheBand',
] as const;
export type Manner = (typeof MANNERS)[number];

/** A road rolls so little under somebody who rides by the meter. */
const STEADY = 0.018;
const EASY = 0.1;
const START_S = 20;
const SPRINT_S = 25;

/**
 * A set as its rider rode it by the card: what it asks of the FTP in use that day, in one of the manners.
 *
 * @param plan the session
 * @param rider the figures that the card was made of
 * @param manner how it was ridden
 * @returns the parts in order
 */
export function riddenByCard(plan: Plan, rider: RiderOnDay, manner: Manner): Meant[] {
  const segments = expand(plan, rider);
  const reps = segments.filter(isRep).length;
  let rep = 0;
  return segments.flatMap((segment): Meant[] => {
    const watts = ((segment.from?.countedW ?? 100) + (segment.to?.countedW ?? 100)) / 2;
    if (!isRep(segment)) return easyPart(segment, watts, manner, { rep, reps });
    rep += 1;
    return repPart(segment.seconds, watts, manner, { rep, reps });
  });
}

interface Place {
  readonly rep: number;
  readonly reps: number;
}

function isRep({ rep, role }: Segment): boolean {
  return rep !== null && role === 'work';
}

function easyPart(
  { seconds }: Segment,
  watts: number,
  manner: Manner,
  { rep, reps }: Place,
): Meant[] {
  const isRest = rep > 0 && rep < reps;
  if (manner === 'oneShort' && rep >= reps - 1 && isRest) return [];
  const longer = manner === 'longRests' && isRest ? 1.45 : 1;
  return [{ seconds: Math.round(seconds * longer), watts, rolling: EASY }];
}

function repPart(seconds: number, watts: number, manner: Manner, { rep, reps }: Place): Meant[] {
  const at = (share: number, length: number): Meant => ({
    seconds: Math.round(length),
    watts: watts * share,
    rolling: STEADY,
  });
  switch (manner) {
    case 'startedTooHard':
      return [at(1.3, START_S), at(1.05, 40), at(0.98, seconds - START_S - 40)];
    case 'tooEasy':
      return [at(0.995, seconds - SPRINT_S), at(1.2, SPRINT_S)];
    case 'oneShort':
      return rep === reps ? [] : [at(1, seconds)];
    case 'faded':
      return [at(1.012, seconds * 0.4), at(0.99, seconds * 0.35), at(0.945, seconds * 0.25)];
    case 'broke':
      return [at(rep > reps - 1 ? 0.88 : 1, seconds)];
    case 'brokeEarly':
      return [at(rep > 1 ? 0.87 : 1, seconds)];
    case 'overTheBand':
      return [at(1.07, seconds)];
    default:
      return [at(1, seconds)];
  }
}
