import { curveAt } from '../power/index.ts';
import { printClock, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import type { RiderOnDay } from './efforts.ts';
import type { Segment } from './expand.ts';
import type { Plan } from './plan.ts';
import { CURVE_LOOK, lookedAt } from './verdict.ts';

/** Where the work of a session lies against the rider's curve. */
export interface CurveDot {
  /** One rep, or all of the work at its mean. */
  readonly of: 'rep' | 'work';
  readonly seconds: number;
  readonly watts: number;
  /** Watts ÷ curve at this time, %. */
  readonly share: Worked;
}

/** A point of the rider's curve. */
export interface CurvePoint {
  readonly seconds: number;
  readonly watts: number;
  /** True beyond what rides show. */
  readonly assumed: boolean;
}

/**
 * The dots of a session on the rider's curve: the longest rep at its mean, and all of the work at its mean, which is
 * what the second verdict holds against the curve. Above 105 % of FTP the rests decide, so there all of the work has no
 * dot: held in one piece it would say nothing.
 *
 * @param plan the session
 * @param segments it laid out
 * @param rider the rider's figures on the day
 * @returns up to two dots, the shorter first; none without work in watts or without a curve
 * Source: handbook section 7 (Will it change anything, will it hold?).
 */
export function curveDots(plan: Plan, segments: readonly Segment[], rider: RiderOnDay): CurveDot[] {
  const counted = segments.filter(
    ({ role, from, to }) => role === 'work' && from?.countedW != null && to?.countedW != null,
  );
  const work = lookedAt(plan, segments, rider)?.segments ?? counted;
  const reps = new Map<string, Segment[]>();
  for (const segment of work) {
    const key = segment.rep === null ? segment.stepId : String(segment.rep);
    reps.set(key, [...(reps.get(key) ?? []), segment]);
  }
  const longest = [...reps.values()].reduce<Segment[]>(
    (top, rep) => (secondsOfAll(rep) > secondsOfAll(top) ? rep : top),
    [],
  );
  const all = reps.size > 1 ? dotOf('work', work, rider) : null;
  const inOnePiece =
    all !== null && (rider.ftpW === null || all.watts <= (CURVE_LOOK.high / 100) * rider.ftpW);
  return [dotOf('rep', longest, rider), inOnePiece ? all : null].filter((dot) => dot !== null);
}

/**
 * The rider's curve, to be drawn.
 *
 * @param rider the rider's figures on the day
 * @param fromS first time, s, at least 1
 * @param toS last time, s, above the first
 * @param count how many points, at least 2; log-spaced
 * @returns points in rising time; those of which neither rides nor model say anything are left out
 * Source: handbook section 5, Rider's curve.
 */
export function curvePoints(
  rider: RiderOnDay,
  fromS: number,
  toS: number,
  count: number,
): CurvePoint[] {
  const longest = Math.max(0, ...rider.bests.map(([seconds]) => seconds));
  return Array.from(
    { length: count },
    (_, index) => fromS * (toS / fromS) ** (index / (count - 1)),
  ).flatMap((seconds) => {
    const curve = curveAt(seconds, rider, rider.bests);
    return curve ? [{ seconds, watts: curve.value, assumed: seconds > longest }] : [];
  });
}

function secondsOfAll(segments: readonly Segment[]): number {
  return segments.reduce((sum, { seconds }) => sum + seconds, 0);
}

function dotOf(
  of: CurveDot['of'],
  segments: readonly Segment[],
  rider: RiderOnDay,
): CurveDot | null {
  const seconds = secondsOfAll(segments);
  const curve = seconds === 0 ? null : curveAt(seconds, rider, rider.bests);
  if (!curve) return null;
  const watts =
    segments.reduce(
      (sum, each) =>
        sum + (each.seconds * ((each.from?.countedW ?? 0) + (each.to?.countedW ?? 0))) / 2,
      0,
    ) / seconds;
  const share = (watts / curve.value) * 100;
  const lines = [
    [
      of === 'rep' ? 'One rep, the longest' : 'All of the work',
      `${printClock(seconds)} at ${roundTo(watts, 1)} W`,
    ] as const,
    ...curve.lines.map(({ label, figure }) => [label, figure] as const),
    [`Rider’s curve at ${printClock(seconds)}`, `${roundTo(curve.value, 1)} W`] as const,
    ['Watts ÷ curve', `${roundTo(share, 1)} %`] as const,
  ];
  return {
    of,
    seconds,
    watts,
    share: worked(
      share,
      '%',
      of === 'rep'
        ? 'One rep against the rider’s curve'
        : 'All of the work against the rider’s curve',
      lines,
    ),
  };
}
