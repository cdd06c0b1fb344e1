import { curveAt } from '../power/index.ts';
import {
  printClock,
  type Refused,
  type Understood,
  refused,
  roundHalfUp,
  roundTo,
  understood,
} from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import type { AboveFtp } from './aboveFtp.ts';
import { lowestByWatts } from './balance.ts';
import { modelOf, type RiderOnDay } from './efforts.ts';
import { expand, type Segment } from './expand.ts';
import type { Plan } from './plan.ts';
import { lookedAt } from './verdict.ts';

/** This much of W′ is left at the lowest point. Source: handbook section 7. */
export const KEPT_SHARE = 0.1;
/** Never more than this share of what the rider can hold once for the rep's length. Source: handbook section 7. */
const CURVE_SHARE = 0.95;

/** What a solved set asks. */
export interface Solved {
  readonly watts: Worked;
  /** Length of a rep, s. */
  readonly repS: number;
  /** Which of both limits decides. */
  readonly by: 'balance' | 'curve';
}

/**
 * The reps of a session that the rules above FTP speak of: the longest kind of rep among its harder work.
 *
 * @param plan the session
 * @param segments it laid out
 * @param rider the rider's figures on the day
 * @returns steps they belong to and the length of a rep, s; null where there are none
 * Source: handbook section 7.
 */
export function mainReps(
  plan: Plan,
  segments: readonly Segment[],
  rider: RiderOnDay,
): { stepIds: ReadonlySet<string>; repS: number } | null {
  const work = lookedAt(plan, segments, rider);
  if (!work) return null;
  const byRep = new Map<string, number>();
  for (const { rep, stepId, seconds } of work.segments) {
    const key = rep === null ? stepId : String(rep);
    byRep.set(key, (byRep.get(key) ?? 0) + seconds);
  }
  return {
    stepIds: new Set(work.segments.map(({ stepId }) => stepId)),
    repS: Math.max(...byRep.values()),
  };
}

/**
 * Solves a session's reps: the highest watts at which W′ balance stays above 10 % through the last rep with these
 * rests, never above 0.95 × the rider's curve at the rep length. It is reckoned at any rep length; whether it is a rule
 * to go by is another question, see `aboveFtp`.
 *
 * @param plan the session
 * @param rider the rider's figures on the day
 * @returns watts with their working, or why there is no answer
 * Source: handbook section 7 (Choosing watts above FTP).
 */
export function solveWatts(plan: Plan, rider: RiderOnDay): Understood<Solved> | Refused {
  const segments = expand(plan, rider);
  const main = mainReps(plan, segments, rider);
  if (!main) return refused('There are no reps above 88 % of FTP to solve.');
  const { repS, stepIds } = main;
  const model = modelOf(rider);
  if (!model) return refused('Needs a 1:00 and a 5:00 effort.');
  const lowestAt = lowestByWatts(segments, stepIds, model);
  const holds = (watts: number): boolean => lowestAt(watts) >= KEPT_SHARE * model.wPrimeJ;
  const curve = curveAt(repS, rider, rider.bests);
  const most = curve ? CURVE_SHARE * curve.value : 3 * model.cpW;
  if (!holds(model.cpW))
    return refused('Even at CP the rests before leave less than 10 % of W′. Lengthen the rests.');
  const byCurve = holds(most);
  const watts = byCurve ? most : bisect(model.cpW, most, holds);
  const whole = wholeWatts(watts, most, holds);
  return understood({
    repS,
    by: byCurve ? 'curve' : 'balance',
    watts: worked(
      whole,
      'W',
      byCurve
        ? 'Solved: 0.95 × the rider’s curve at the rep length'
        : 'Solved: 10 % of W′ left at the lowest point',
      [
        [
          `CP ${roundHalfUp(model.cpW)} W, W′ ${roundTo(model.wPrimeJ / 1000, 1)} kJ, these reps and rests`,
          byCurve ? 'leave more than 10 %' : `${roundTo(watts, 1)} W`,
        ],
        ...(curve
          ? ([
              [
                `0.95 × curve at ${printClock(repS)}, ${roundTo(curve.value, 1)} W`,
                `${roundTo(CURVE_SHARE * curve.value, 1)} W`,
              ],
            ] as const)
          : []),
        ['The lower, rounded down', `${whole} W`],
      ],
      [['W′ left at the lowest', '10 %']],
    ),
  });
}

/**
 * What to ask for, and why: the lower of the rider's own bests and the solved watts where the bests are under 90 days
 * old, else percent of FTP.
 *
 * @param ways the five ways for the rep length
 * @param solved the sixth, where it has an answer
 * @returns watts with their reason, or null where no way gives watts
 * Source: handbook section 7.
 */
export function chosenWatts(ways: AboveFtp, solved: Solved | null): Worked | null {
  const own = ways.ways.find(({ id }) => id === 'bests')?.watts ?? null;
  if (!own && !solved) return ways.ask;
  if (own && solved) {
    const lower = Math.min(own.value, solved.watts.value);
    return worked(lower, 'W', 'The lower of the rider’s own numbers and the solved watts', [
      ['From 1:00 and 5:00', `${own.value} W`],
      ['Solved for these reps and rests', `${solved.watts.value} W`],
    ]);
  }
  return own ? ways.ask : (solved?.watts ?? null);
}

/** The highest whole watt that holds: a search that ends a hair below it must not lose it. */
export function wholeWatts(watts: number, most: number, holds: (watts: number) => boolean): number {
  const next = Math.floor(watts) + 1;
  return next <= most + 1e-6 && holds(next) ? next : Math.floor(watts);
}

/** The highest value that still holds, to a tenth of a watt. */
export function bisect(holds: number, fails: number, test: (value: number) => boolean): number {
  let [low, high] = [holds, fails];
  while (high - low > 0.1) {
    const middle = (low + high) / 2;
    if (test(middle)) low = middle;
    else high = middle;
  }
  return low;
}
