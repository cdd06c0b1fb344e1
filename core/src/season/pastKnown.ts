import { longFrom } from './dayWord.ts';
import type { PastKnown } from './reckoned.ts';
import type { SeasonDay } from './week.ts';

/** So many last planned days of a weekday are looked at. */
const LAST = 8;

/**
 * What the past alone says of a season: from when on a ride is long, which weekdays are often missed, and whether the
 * rider was tired twice running.
 *
 * @param days the days in order
 * @param today `yyyy-mm-dd`
 * @returns what no change of the plan moves
 * Source: handbook sections 8.4 and 8.6.
 */
export function pastOf(days: readonly SeasonDay[], today: string): PastKnown {
  const marked = days
    .filter(({ date }) => date <= today)
    .flatMap(({ works }) => works.filter(({ state, fixture }) => state !== 'planned' && !fixture));
  const lastTwo = marked.slice(-2);
  return {
    longMin: days.map((_day, at) => longFrom(days, at)),
    missed: missedOn(days, today),
    tiredTwice: lastTwo.length === 2 && lastTwo.every(({ reason }) => reason === 'tired'),
  };
}

function missedOn(days: readonly SeasonDay[], today: string): number[] {
  const planned: boolean[][] = [[], [], [], [], [], [], []];
  for (const [at, { date, works }] of days.entries()) {
    if (date >= today) break;
    const marked = works.filter(({ state, fixture }) => state !== 'planned' && !fixture);
    if (marked.length > 0) planned[at % 7]?.push(marked.every(({ state }) => state === 'missed'));
  }
  return planned.map((each) => each.slice(-LAST).filter((missed) => missed).length);
}
