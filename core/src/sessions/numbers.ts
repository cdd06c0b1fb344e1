import {
  effortPointsPerHour,
  meanOf,
  surgeWeightedPower,
  workedEnergy,
  workedLoad,
  workedRatio,
} from '../power/index.ts';
import { printDuration, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import type { RiderOnDay } from './efforts.ts';
import { expand, type Segment, streamOf } from './expand.ts';
import type { Plan } from './plan.ts';

/** What a session asks of one rider, each figure with its working. */
export interface SessionNumbers {
  readonly segments: readonly Segment[];
  readonly totalS: Worked;
  readonly timeAtTargetS: Worked;
  readonly reps: number;
  /** Steps laid out whose target is unread; they are in no sum but the time. */
  readonly uncounted: number;
  /** Null where the rider has no FTP and the targets are not watts. */
  readonly surgeWeightedW: Worked | null;
  readonly intensityRatio: Worked | null;
  readonly energyKj: Worked | null;
  /** Always there: from watts, or marked "from effort". */
  readonly load: Worked;
}

/**
 * Lays a session out for a rider and takes its sums.
 *
 * @param plan the session as the coach means it
 * @param rider the rider's figures on the day
 * @returns total, time at target, surge-weighted power, load and energy, each with its working
 * Source: handbook section 5, A planned session's numbers.
 */
export function sessionNumbers(plan: Plan, rider: RiderOnDay): SessionNumbers {
  const segments = expand(plan, rider);
  const stream = streamOf(segments);
  const totalS = total(segments);
  const surge = stream && surgeWeightedPower(stream);
  const ftp = rider.ftpW;
  return {
    segments,
    totalS,
    timeAtTargetS: timeAtTarget(segments, totalS.value),
    reps: segments.reduce((most, segment) => Math.max(most, segment.rep ?? 0), 0),
    uncounted: segments.filter(({ from, to }) => from === null || to === null).length,
    surgeWeightedW: surge === null || stream === null ? null : surgeWorking(surge, stream.length),
    intensityRatio: surge === null || ftp === null ? null : workedRatio(surge, ftp),
    energyKj: stream && stream.length > 0 ? workedEnergy(meanOf(stream), stream.length) : null,
    load:
      stream !== null && surge !== null && ftp !== null
        ? workedLoad(stream.length, surge, ftp)
        : effortLoad(segments),
  };
}

function total(segments: readonly Segment[]): Worked {
  const seconds = sumSeconds(segments);
  const lines = lengthsByRole(segments).map(([role, sum]): [string, string] => [
    role,
    printDuration(sum),
  ]);
  return worked(seconds, '', 'Total time', lines);
}

function timeAtTarget(segments: readonly Segment[], totalS: number): Worked {
  const work = segments.filter((segment) => segment.role === 'work');
  const groups = new Map<string, { count: number; seconds: number }>();
  for (const segment of work) {
    const group = groups.get(segment.stepId) ?? { count: 0, seconds: segment.seconds };
    groups.set(segment.stepId, { ...group, count: group.count + 1 });
  }
  const lines = [...groups.values()].map(({ count, seconds }): [string, string] => [
    `${count} × ${printDuration(seconds)}`,
    printDuration(count * seconds),
  ]);
  lines.push(['Of the whole session', printDuration(totalS)]);
  return worked(sumSeconds(work), '', 'Time at target: the sum of the work steps', lines);
}

function surgeWorking(surgeW: number, seconds: number): Worked {
  return worked(surgeW, 'W', 'Surge-weighted power', [
    ['Seconds of the planned session', String(seconds)],
    [
      'Trailing 30-s means, each to the fourth power, averaged',
      `${Math.round(surgeW ** 4 / 1e6)} × 10⁶ W⁴`,
    ],
    ['Fourth root', `${roundTo(surgeW, 1)} W`],
  ]);
}

function effortLoad(segments: readonly Segment[]): Worked {
  let load = 0;
  const lines: [string, string][] = [];
  const byEffort = new Map<string, { rpe: number; seconds: number }>();
  for (const { from, to, seconds } of segments) {
    if (!from || !to) continue;
    const rpe = (from.rpe[0] + from.rpe[1] + to.rpe[0] + to.rpe[1]) / 4;
    const key = rpe.toFixed(2);
    byEffort.set(key, { rpe, seconds: (byEffort.get(key)?.seconds ?? 0) + seconds });
  }
  for (const { rpe, seconds } of byEffort.values()) {
    const points = (seconds / 3600) * effortPointsPerHour(rpe);
    load += points;
    lines.push([
      `${printDuration(seconds)} at RPE ${roundTo(rpe, 1)}, ${roundTo(effortPointsPerHour(rpe), 1)} an hour`,
      roundTo(points, 1).toFixed(1),
    ]);
  }
  lines.push(['Load, from effort', roundTo(load, 1).toFixed(1)]);
  return worked(load, '', 'Load from effort, step by step', lines);
}

const ROLE_NAMES = {
  warmUp: 'Warm-up',
  work: 'Work',
  easy: 'Easy',
  coolDown: 'Cool-down',
} as const;

function lengthsByRole(segments: readonly Segment[]): [string, number][] {
  return (['warmUp', 'work', 'easy', 'coolDown'] as const)
    .map((role): [string, number] => [
      ROLE_NAMES[role],
      sumSeconds(segments.filter((segment) => segment.role === role)),
    ])
    .filter(([, seconds]) => seconds > 0);
}

function sumSeconds(segments: readonly Segment[]): number {
  return segments.reduce((sum, segment) => sum + segment.seconds, 0);
}
