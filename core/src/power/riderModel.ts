import { formatISO, parseISO, subDays } from 'date-fns';
import { fourEffortPoints, type TestDetails } from '../testing/details.ts';
import type { Worked } from '../working/worked.ts';
import { type CpFit, fitCriticalPower, type Pair, pairFromBests } from './criticalPower.ts';
import { type Best, observedAt } from './curve.ts';

/** Bests older than this carry no target, and points older than this no fit. Source: handbook sections 5 and 7. */
export const FRESH_DAYS = 90;
/** The rider's curve is made of the bests of so many days. Source: handbook section 5. */
export const CURVE_DAYS = 365;

/** A test as far as a model needs it. */
export interface ModelTest {
  readonly protocol: string;
  /** `yyyy-mm-dd`. */
  readonly date: string;
  /** Why it was withdrawn; null where it counts. */
  readonly withdrawn: string | null;
  readonly details: TestDetails | null;
}

/** What a rider can hold on a day, as far as rides and tests show it. */
export interface RiderModel {
  /** Best efforts of a year. */
  readonly bests: readonly Best[];
  readonly fit: CpFit | null;
  readonly pair: Pair | null;
  /** Highest watts ever held for a second; null without a ride. */
  readonly pmaxW: number | null;
  /** Test that the fit was made of, with its working. */
  readonly fitFrom: { readonly date: string; readonly working: Worked<CpFit> } | null;
}

/**
 * A rider's model on a day: a fit of at most 90 days, the 1:00 and 5:00 of the last 90 days, and the bests of a year.
 *
 * @param day `yyyy-mm-dd`
 * @param fresh best efforts of the 90 days up to the day
 * @param bests best efforts of the year up to the day
 * @param tests the rider's tests in any order; of those that count, the latest is used
 * @returns the model, as far as there is one
 * Source: handbook section 5 (CP for W′ balance, Rider's curve).
 */
export function riderModel(day: string, fresh: readonly Best[], bests: readonly Best[], tests: readonly ModelTest[]): RiderModel {
  const since = formatISO(subDays(parseISO(day), FRESH_DAYS), { representation: 'date' });
  const test = tests
    .filter(({ protocol, date, withdrawn }) => protocol === 'four-efforts' && withdrawn === null && date <= day && date >= since)
    .reduce<ModelTest | null>((latest, each) => (latest === null || each.date > latest.date ? each : latest), null);
  const read = test?.details?.kind === 'fourEfforts' ? fitCriticalPower(fourEffortPoints(test.details), null) : null;
  const working = read?.ok ? read.value : null;
  const [one, five] = [observedAt(60, fresh), observedAt(300, fresh)];
  const pair = one && five ? pairFromBests(one[1], five[1]) : null;
  return {
    bests,
    fit: working?.value ?? null,
    pair: pair?.ok ? pair.value.value : null,
    pmaxW: observedAt(1, bests)?.[1] ?? null,
    fitFrom: test && working ? { date: test.date, working } : null,
  };
}
