/** A weekday as far as choosing hard days goes. */
export interface Weekday {
  readonly rest: boolean;
  /** 0: none. */
  readonly hours: number;
}

/** The days chosen, and how far apart they are. */
export interface HardDays {
  /** Places of the weekdays, Monday is 0. */
  readonly days: readonly number[];
  /** The smallest difference between two, counted round the week; 7 where there is one. */
  readonly smallestGap: number;
}

const WEEK_DAYS = 7;

/**
 * Chooses the hard days of a week. Of the days that are no fixed rest day and have hours: the set with the largest
 * smallest gap, counted round the week; of those the one with most days after a rest day or a day without hours; then
 * most hours; then the earliest.
 *
 * @param week seven weekdays, Monday first
 * @param number how many, 1–3
 * @param fixed weekdays that are hard anyway: a group ride, a race, or the coach's own choice
 * @returns the days; fewer where the week has not enough of them
 * Source: handbook section 8.5, step 2.
 */
export function hardDaysOf(
  week: readonly Weekday[],
  number: number,
  fixed: readonly number[] = [],
): HardDays {
  const open = week.flatMap(({ rest, hours }, day) => (!rest && hours > 0 ? [day] : []));
  const free = open.filter((day) => !fixed.includes(day));
  const wanted = Math.max(0, Math.min(number - fixed.length, free.length));
  const after = (day: number): boolean => {
    const before = week[(day + WEEK_DAYS - 1) % WEEK_DAYS];
    return before !== undefined && (before.rest || before.hours === 0);
  };
  let best: HardDays = { days: [...fixed].sort((a, b) => a - b), smallestGap: gapOf(fixed) };
  let score: readonly number[] | null = null;
  for (const chosen of setsOf(free, wanted)) {
    const days = [...fixed, ...chosen].sort((a, b) => a - b);
    const next = [
      gapOf(days),
      days.filter(after).length,
      days.reduce((sum, day) => sum + (week[day]?.hours ?? 0), 0),
    ];
    // Sets come in the order of the week, so of equals the earliest stays.
    if (score !== null && !isMore(next, score)) continue;
    score = next;
    best = { days, smallestGap: next[0] as number };
  }
  return best;
}

function isMore(one: readonly number[], other: readonly number[]): boolean {
  for (const [index, value] of one.entries()) {
    const against = other[index] as number;
    if (value !== against) return value > against;
  }
  return false;
}

/** The smallest difference between two days, round the week. */
function gapOf(days: readonly number[]): number {
  const sorted = [...days].sort((a, b) => a - b);
  return sorted.reduce((least, day, index) => {
    const next = sorted[(index + 1) % sorted.length] as number;
    return Math.min(least, sorted.length === 1 ? WEEK_DAYS : (next - day + WEEK_DAYS) % WEEK_DAYS);
  }, WEEK_DAYS);
}

function setsOf(from: readonly number[], size: number): number[][] {
  if (size === 0) return [[]];
  return from.flatMap((day, index) =>
    setsOf(from.slice(index + 1), size - 1).map((others) => [day, ...others]),
  );
}
