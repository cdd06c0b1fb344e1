import {
  asksMaximal,
  familyOf,
  type Plan,
  type RiderOnDay,
  type Segment,
  type SessionNumbers,
  sessionNumbers,
} from '../sessions/index.ts';
import { percentOf } from '../units/index.ts';
import { SEVEN_STEPS } from '../zones/index.ts';
import type { Planned } from './week.ts';

/** Planned so long above the Endurance limit, or above 105 %, a day is hard, s. */
const HARD = { enduranceS: 600, ceilingS: 180 } as const;
/** Above Endurance, or above 105 %: in watts, and by effort where there are none. */
const LIMITS = {
  endurance: { percent: 75, zone: 2 },
  threshold: { percent: 105, zone: 4 },
} as const;
type Limit = keyof typeof LIMITS;
/** Work this close to goal power counts as goal work. */
const AROUND_GOAL = 0.1;

/**
 * What a session asks of a rider as far as weeks go: load, whether it is hard, its family, minutes at target.
 *
 * @param plan the session
 * @param rider the rider's figures on the day
 * @param asks the session's numbers, where they are known already
 * @returns the figures; `endurance` where it is one steady ride in Endurance, which filling may lengthen
 * Source: handbook sections 8.4 and 8.5.
 */
export function traitsOf(
  plan: Plan,
  rider: RiderOnDay,
  asks: SessionNumbers = sessionNumbers(plan, rider),
): Planned {
  const { segments, totalS, load, timeAtTargetS } = asks;
  const above = (limit: Limit): number => secondsIn(segments, aboveLimit(limit, rider));
  const family = familyOf(plan, { rider });
  return {
    minutes: totalS.value / 60,
    load: load.value,
    rpe: (plan.sport ?? 'ride') === 'ride' ? null : meanRpe(segments),
    system: plan.system,
    hard: above('endurance') >= HARD.enduranceS || above('threshold') >= HARD.ceilingS,
    endurance: family === 'endurance' && plan.system === 'endurance' && isOneRide(plan),
    above105: asksMaximal(plan, rider),
    unfuelled: plan.unfuelled === true,
    workMin: timeAtTargetS.value / 60,
    goalMin: secondsIn(segments, aroundGoal(rider.goalW ?? null)) / 60,
    middleMin: secondsIn(segments, between(rider)) / 60,
    highMin: secondsIn(segments, overBoth(rider)) / 60,
    family,
  };
}

function meanRpe(segments: readonly Segment[]): number | null {
  let [sum, seconds] = [0, 0];
  for (const { from, seconds: length } of segments) {
    if (!from) continue;
    sum += ((from.rpe[0] + from.rpe[1]) / 2) * length;
    seconds += length;
  }
  return seconds === 0 ? null : sum / seconds;
}

const ROAD_PARTS = 48;

/**
 * The outline of a session for a small drawing: 48 equal parts of it.
 *
 * @param segments the session laid out
 * @param ftpW FTP of the day, W; without one a part is drawn by its effort
 * @returns percent of FTP of each part, whole numbers; none without a length
 */
export function roadOf(segments: readonly Segment[], ftpW: number | null): number[] {
  const total = segments.reduce((sum, { seconds }) => sum + seconds, 0);
  if (total === 0) return [];
  let [at, place] = [0, 0];
  return Array.from({ length: ROAD_PARTS }, (_, part) => {
    const second = ((part + 0.5) * total) / ROAD_PARTS;
    while (place < segments.length - 1 && at + (segments[place]?.seconds ?? 0) <= second) {
      at += segments[place]?.seconds ?? 0;
      place += 1;
    }
    const segment = segments[place];
    return segment ? heightOf(segment, (second - at) / segment.seconds, ftpW) : 0;
  });
}

function heightOf({ from, to }: Segment, share: number, ftpW: number | null): number {
  if (!from || !to) return 0;
  if (from.countedW === null || to.countedW === null || ftpW === null)
    return Math.round(10 * (from.rpe[0] + from.rpe[1]) * 0.6);
  return Math.round(((from.countedW + (to.countedW - from.countedW) * share) / ftpW) * 100);
}

/** One steady ride and nothing else, so that it can be made longer or shorter. */
function isOneRide({ items, totalS }: Plan): boolean {
  const [only] = items;
  return (
    items.length === 1 &&
    totalS === undefined &&
    only?.kind === 'step' &&
    only.length.kind === 'time' &&
    only.target.kind === 'steady' &&
    only.finish === undefined
  );
}

/** Whether a second of a segment counts, by its watts, or by its effort where it has none. */
type Counts = (watts: number | null, rpe: number, role: Segment['role']) => boolean;

function secondsIn(segments: readonly Segment[], counts: Counts): number {
  let seconds = 0;
  for (const { from, to, seconds: length, role } of segments) {
    if (!from || !to) continue;
    const rpe = (from.rpe[0] + from.rpe[1] + to.rpe[0] + to.rpe[1]) / 4;
    const [fromW, toW] = [from.countedW, to.countedW];
    if (fromW === null || toW === null || fromW === toW) {
      if (counts(fromW === null || toW === null ? null : fromW, rpe, role)) seconds += length;
      continue;
    }
    for (let index = 0; index < length; index += 1)
      if (counts(fromW + ((toW - fromW) * (index + 0.5)) / length, rpe, role)) seconds += 1;
  }
  return seconds;
}

function aboveLimit(limit: Limit, { ftpW }: RiderOnDay): Counts {
  const { percent, zone } = LIMITS[limit];
  const rpeLimit = SEVEN_STEPS.bands[zone - 1]?.rpe[1] ?? 10;
  return (watts, rpe) =>
    watts === null || ftpW === null ? rpe > rpeLimit : watts > percentOf(percent, ftpW);
}

function aroundGoal(goalW: number | null): Counts {
  return (watts, _rpe, role) =>
    role === 'work' &&
    goalW !== null &&
    watts !== null &&
    Math.abs(watts - goalW) <= AROUND_GOAL * goalW;
}

/** Work between the two thresholds: LT1, else 75 % of FTP, and LT2, else FTP. */
function between({ ftpW, lt1W, lt2W }: RiderOnDay): Counts {
  const limits = thresholdsOf(ftpW, lt1W, lt2W);
  return (watts, _rpe, role) =>
    role === 'work' &&
    limits !== null &&
    watts !== null &&
    watts > limits.lowerW &&
    watts <= limits.upperW;
}

/** Above the upper threshold: LT2, else FTP; by effort where there are no watts. */
function overBoth({ ftpW, lt1W, lt2W }: RiderOnDay): Counts {
  const limits = thresholdsOf(ftpW, lt1W, lt2W);
  const rpeLimit = SEVEN_STEPS.bands[LIMITS.threshold.zone - 1]?.rpe[1] ?? 10;
  return (watts, rpe) =>
    watts === null || limits === null ? rpe > rpeLimit : watts > limits.upperW;
}

/**
 * The two thresholds by which riding is easy, in the middle, or above.
 *
 * @param ftpW FTP of the day, W
 * @param lt1W LT1 of the day, W
 * @param lt2W LT2 of the day, W
 * @returns LT1, else 75 % of FTP, and LT2, else FTP; null where neither is known
 * Source: handbook section 8.5 (Easy share).
 */
export function thresholdsOf(
  ftpW: number | null,
  lt1W: number | null | undefined,
  lt2W: number | null | undefined,
): { readonly lowerW: number; readonly upperW: number } | null {
  const lowerW = lt1W ?? (ftpW === null ? null : percentOf(LIMITS.endurance.percent, ftpW));
  const upperW = lt2W ?? ftpW;
  return lowerW === null || upperW === null ? null : { lowerW, upperW };
}
