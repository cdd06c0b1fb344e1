import { isHard } from '../dayWord.ts';
import type { SeasonDay } from '../week.ts';

/** What a hard session's day is chosen by. */
export interface DayWanted {
  /** Ceiling work wants fresh legs. */
  readonly fresh: boolean;
  /** Weekdays that are chosen for hard days. */
  readonly best: readonly number[];
  /** Days between two hard ones, counted as a difference: 3 in the base period, else 2. */
  readonly apart: number;
}

/**
 * The weekday for a hard session, of those without anything on them that are far enough from other hard days: for
 * ceiling work one after a day of rest, then one of those that are chosen for hard days, then the one with most hours,
 * then the earlier.
 *
 * @param week seven days, Monday first
 * @param free weekdays that may be taken
 * @param wanted what it is chosen by
 * @returns weekday, Monday is 0; null where none is far enough
 * Source: handbook section 8.5, steps 2 and 3.
 */
export function bestDay(
  week: readonly SeasonDay[],
  free: readonly number[],
  { fresh, best, apart }: DayWanted,
): number | null {
  const hard = week.flatMap(({ works }, day) => (works.some(isHard) ? [day] : []));
  const far = free.filter((day) => hard.every((other) => Math.abs(other - day) >= apart));
  const afterRest = (day: number): boolean => {
    const before = week[day - 1];
    return before === undefined || before.rest || before.hours === 0;
  };
  const score = (day: number): readonly number[] => [
    fresh && afterRest(day) ? 1 : 0,
    best.includes(day) ? 1 : 0,
    week[day]?.hours ?? 0,
  ];
  const [first] = [...far].sort((one, other) => {
    const [a, b] = [score(one), score(other)];
    const at = a.findIndex((value, index) => value !== b[index]);
    return at < 0 ? one - other : (b[at] ?? 0) - (a[at] ?? 0);
  });
  return first ?? null;
}
