import { printClock, roundHalfUp, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { type Best, curveAt, type CurveModel, ftpLaw, observedAt } from './curve.ts';

/** Over this share of the curve a goal is not reached by watts alone, percent. Source: handbook section 5. */
const BY_WATTS_PERCENT = 8;
/** Watts for a shorter time than this imply no FTP: the law starts at 5:00. */
const LAW_FROM_S = 300;

/** How far a goal's demand lies above what a rider can hold. */
export interface DemandGap {
  /** Goal minus curve, W; below zero where the rider can do it. */
  readonly gapW: Worked;
  readonly gapPercent: number;
  /** W/kg; null without a mass. */
  readonly gapWPerKg: number | null;
  /** FTP with which the goal would be on the law, whole W; null for goals under 5:00. */
  readonly ftpNeededW: number | null;
  /** Whether watts alone can reach it. */
  readonly byWattsAlone: boolean;
}

/**
 * The gap between a goal (watts for a time) and the rider's curve at that time.
 *
 * @param goal watts and seconds that it demands
 * @param model what the rider can hold
 * @param bests observed bests
 * @param massKg body mass, kg; null where it is unknown or not shown
 * @returns the gap in W, percent of the curve and W/kg, and the FTP needed; null where nothing says what the rider holds
 * Source: handbook section 5 (Demand gap).
 */
export function demandGap(
  goal: { readonly watts: number; readonly seconds: number },
  model: CurveModel,
  bests: readonly Best[],
  massKg: number | null,
): DemandGap | null {
  const curve = curveAt(goal.seconds, model, bests);
  if (!curve || curve.value <= 0) return null;
  const gap = goal.watts - curve.value;
  const gapPercent = (gap / curve.value) * 100;
  const ftpNeededW =
    goal.seconds < LAW_FROM_S ? null : roundHalfUp(goal.watts / ftpLaw(1, goal.seconds));
  return {
    gapW: worked(gap, 'W', 'Goal against the rider’s curve at its time', [
      [`Goal for ${printClock(goal.seconds)}`, `${goal.watts} W`],
      ...curve.lines.map(({ label, figure }) => [label, figure] as const),
      ['Goal − curve', `${roundTo(gap, 1)} W, ${roundTo(gapPercent, 1)} % of the curve`],
      ...(ftpNeededW === null ? [] : ([['FTP needed, by the law', `${ftpNeededW} W`]] as const)),
    ]),
    gapPercent,
    gapWPerKg: massKg === null || massKg <= 0 ? null : gap / massKg,
    ftpNeededW,
    byWattsAlone: gapPercent <= BY_WATTS_PERCENT,
  };
}

/** An effort this many times shorter than the goal lifts nothing that it asks for. */
const TOO_SHORT = 8;

/**
 * What a strength is worth for a goal: an effort much shorter than the goal does not help it; one of its kind is held
 * against what the goal implies there, by the FTP law.
 *
 * @param seconds duration of the strength, s
 * @param watts what the rider holds there, W
 * @param goal watts and seconds that the goal demands
 * @returns a sentence
 * Source: handbook section 5 (Demand gap); that eight times is too short is ours, see docs/decisions/0017.
 */
export function strengthForGoal(
  seconds: number,
  watts: number,
  goal: { readonly watts: number; readonly seconds: number },
): string {
  if (seconds * TOO_SHORT < goal.seconds) return 'more of it does not help this goal';
  if (seconds < LAW_FROM_S || goal.seconds < LAW_FROM_S)
    return seconds === goal.seconds ? compared(watts, goal.watts) : 'it helps this goal';
  return compared(watts, (goal.watts / ftpLaw(1, goal.seconds)) * ftpLaw(1, seconds));
}

function compared(watts: number, neededW: number): string {
  const missing = roundHalfUp(neededW - watts);
  return missing > 0
    ? `this goal asks ${roundHalfUp(neededW)} W here, ${missing} more`
    : `enough for this goal, which asks ${roundHalfUp(neededW)} W here`;
}

/** Durations that are looked at, s. */
const ASKED_S = [5, 15, 60, 300, 1200, 3600] as const;
/** Within this share of the year's best an effort counts as asked. */
const NEAR = 0.95;
/** A best this much longer than asked belongs to another duration. */
const ITSELF = 1.2;

/**
 * Durations at which no effort of late came within 5 % of the year's best.
 *
 * @param year observed bests of the year
 * @param recent observed bests of the last 60 days (30–120)
 * @returns the durations, s, the shortest first
 * Source: handbook section 9.6 (Not asked lately).
 * @example
 * notAskedLately([[5, 900], [60, 450]], [[5, 880], [60, 380]]) // [60]
 */
export function notAskedLately(year: readonly Best[], recent: readonly Best[]): number[] {
  return ASKED_S.filter((seconds) => {
    const best = observedAt(seconds, year);
    // Where only a longer effort speaks for it, that one is looked at by itself.
    if (!best || best[0] > seconds * ITSELF) return false;
    const late = observedAt(seconds, recent);
    return !late || late[1] < NEAR * best[1];
  });
}
