import type { Worked } from '../working/index.ts';
import { type CpFit, fitCriticalPower, type Pair, pairFromBests } from './criticalPower.ts';
import { type Best, observedAt } from './curve.ts';
import {
  freshEfforts,
  holdsRamp,
  type MarkedEffort,
  type MaximalEffort,
  maximalEfforts,
  maximalTwenty,
  type ModelTest,
} from './maximalEfforts.ts';

/** The rider's curve is made of the bests of so many days. Source: handbook section 5. */
export const CURVE_DAYS = 365;

/** What a rider can hold on a day, as far as rides and tests show it. */
export interface RiderModel {
  /** Best efforts of a year. */
  readonly bests: readonly Best[];
  readonly fit: CpFit | null;
  readonly pair: Pair | null;
  /** Highest watts ever held for a second; null without a ride. */
  readonly pmaxW: number | null;
  /** What the fit was made of, the latest effort's day, and the working. */
  readonly fitFrom: {
    readonly date: string;
    readonly efforts: readonly MaximalEffort[];
    readonly working: Worked<CpFit>;
  } | null;
  /** Why the efforts there are give no fit; null where they do, or where there are fewer than two. */
  readonly noFit: string | null;
}

/** What a fit can be made of: efforts of these lengths, s. Source: handbook section 5. */
const FITTED = { from: 120, to: 1200 } as const;

/**
 * A rider's model on a day: a fit of maximal efforts of at most 90 days, the 1:00 and 5:00 of the last 90 days,
 * ridden or typed, and the bests of a year.
 *
 * @param day `yyyy-mm-dd`
 * @param fresh best efforts of the 90 days up to the day
 * @param bests best efforts of the year up to the day
 * @param tests the rider's tests in any order
 * @param marked efforts that the coach marked maximal
 * @param freshRides the recording that each of `fresh` came from, in the same order
 * @returns the model, as far as there is one
 * Source: handbook section 5 (CP and W′, CP for W′ balance, Rider's curve).
 */
export function riderModel(
  day: string,
  fresh: readonly Best[],
  bests: readonly Best[],
  tests: readonly ModelTest[],
  marked: readonly MarkedEffort[] = [],
  freshRides: readonly string[] = [],
): RiderModel {
  const efforts = freshEfforts(maximalEfforts(tests, marked), day);
  const { fitFrom, noFit } = fitOf(efforts);
  const best = (seconds: number): number | null => {
    const held = [
      observedAt(seconds, fresh)?.[1],
      ...efforts.filter((effort) => effort.seconds === seconds).map(({ watts }) => watts),
    ];
    const watts = held.filter((value): value is number => value !== undefined);
    return watts.length === 0 ? null : Math.max(...watts);
  };
  const [one, five] = [best(60), best(300)];
  const fiveInRamp = (watts: number | null): boolean => {
    const found = observedAt(300, fresh);
    const ride = found?.[1] === watts ? freshRides[fresh.indexOf(found)] : undefined;
    return ride !== undefined && holdsRamp(ride, tests);
  };
  const pair = one !== null && five !== null ? pairFromBests(one, five) : null;
  return {
    bests,
    fit: fitFrom?.working.value ?? null,
    pair: pair?.ok ? { ...pair.value.value, fiveInRamp: fiveInRamp(five) } : null,
    pmaxW: observedAt(1, bests)?.[1] ?? null,
    fitFrom,
    noFit,
  };
}

/** The fit of one power source: the source ridden last first, and where its efforts give none, the one before. */
function fitOf(efforts: readonly MaximalEffort[]): Pick<RiderModel, 'fitFrom' | 'noFit'> {
  const usable = efforts
    .filter(({ seconds }) => seconds >= FITTED.from && seconds <= FITTED.to)
    .sort((a, b) => b.date.localeCompare(a.date));
  let noFit: string | null = null;
  for (const source of new Set(usable.map(({ powerSource }) => powerSource))) {
    // Of two of one length the later counts: a test that was ridden again stands in the place of the first.
    const own = latestOfEachLength(usable.filter(({ powerSource }) => powerSource === source));
    const [latest] = own;
    if (own.length < 2 || !latest) continue;
    const points = [...own].sort((a, b) => a.seconds - b.seconds);
    const read = fitCriticalPower(points, maximalTwenty(usable, source));
    if (read.ok)
      return { fitFrom: { date: latest.date, efforts: points, working: read.value }, noFit: null };
    noFit ??= read.reason;
  }
  return { fitFrom: null, noFit };
}

/** Latest first, one a length. */
function latestOfEachLength(efforts: readonly MaximalEffort[]): MaximalEffort[] {
  return efforts.filter(
    (effort, index) => efforts.findIndex(({ seconds }) => seconds === effort.seconds) === index,
  );
}
