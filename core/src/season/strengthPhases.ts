import { daysFrom } from './week.ts';

/** Weeks of the first two phases; afterwards once a week. Source: handbook section 8.11. */
export const STRENGTH_WEEKS = { least: 4, usual: 4, most: 6 } as const;
/** The last heavy day lies so many days before a main goal. */
const LAST_HEAVY = 7;

/** Strength as it changes over a season. */
export type StrengthPhase = 'learn' | 'heavy' | 'kept';

/** What a day of each phase is: 40 min of learning load no legs, heavy ones do. */
export const STRENGTH_DAYS: Readonly<
  Record<StrengthPhase, { readonly name: string; readonly minutes: number; readonly rpe: number }>
> = {
  learn: { name: 'Strength: learn and stabilise', minutes: 40, rpe: 5 },
  heavy: { name: 'Strength: heavy', minutes: 45, rpe: 7 },
  kept: { name: 'Strength: kept up', minutes: 45, rpe: 7 },
};

/** What is wanted of strength. */
export interface StrengthAsked {
  /** Days a week in the first two phases, 1 or 2. */
  readonly days: number;
  /** Weeks of learning and of heavy work, 4–6 each. */
  readonly learnWeeks: number;
  readonly heavyWeeks: number;
  /** Monday on which it began; left out: the first that is laid out. */
  readonly from?: string;
}

/**
 * The phase of strength in a week, and on how many days it stands.
 *
 * @param week weeks since it began, from 0
 * @param asked days and weeks
 * @returns phase and days; once a week when it is only kept up
 * @throws RangeError for weeks outside 4–6
 * Source: handbook section 8.11.
 */
export function strengthOf(
  week: number,
  { days, learnWeeks, heavyWeeks }: StrengthAsked,
): { readonly phase: StrengthPhase; readonly days: number } {
  for (const weeks of [learnWeeks, heavyWeeks])
    if (weeks < STRENGTH_WEEKS.least || weeks > STRENGTH_WEEKS.most)
      throw new RangeError(`A phase of strength has 4 to 6 weeks, not ${weeks}.`);
  if (week < learnWeeks) return { phase: 'learn', days };
  return week < learnWeeks + heavyWeeks ? { phase: 'heavy', days } : { phase: 'kept', days: 1 };
}

/**
 * Whether heavy legs may still be trained on a day.
 *
 * @param date the day
 * @param goal day of the main goal; null without one
 * @returns false in the last week before the goal
 * Source: handbook section 8.11.
 */
export function heavyAllowed(date: string, goal: string | null): boolean {
  return goal === null || date > goal || daysFrom(date, goal) >= LAST_HEAVY;
}

/**
 * The days of a week on which strength stands best: with a hard ride, then days with hours; never the day before ceiling
 * work, a test or the key session.
 *
 * @param days seven days: whether it is hard, whether the next one needs fresh legs, minutes left, whether anything may
 * stand there
 * @param minutes it takes
 * @param count how many
 * @returns weekdays, Monday is 0
 * Source: handbook sections 8.6 (strength) and 8.11.
 */
export function strengthDays(
  days: readonly {
    readonly hard: boolean;
    readonly beforeFresh: boolean;
    readonly left: number;
    readonly open: boolean;
  }[],
  minutes: number,
  count: number,
): number[] {
  const fits = days.flatMap(({ open, left, beforeFresh }, day) =>
    open && left >= minutes && !beforeFresh ? [day] : [],
  );
  const score = (day: number): number => (days[day]?.hard ? 0 : 1);
  return [...fits]
    .sort((one, other) => score(one) - score(other) || one - other)
    .slice(0, count)
    .sort((one, other) => one - other);
}
