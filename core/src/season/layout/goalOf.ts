import { daysFrom, mondayOf, plus, weekdayOf } from '../week.ts';

/** A goal as far as laying out goes. */
export interface LayoutGoal {
  readonly name: string;
  /** `yyyy-mm-dd` */
  readonly date: string;
  readonly watts: number | null;
  readonly seconds: number | null;
  readonly km: number | null;
  readonly climbM: number | null;
  readonly hillId: string | null;
}

/** Longer than this, or further, a goal is a long ride. */
const LONG = { seconds: 2 * 3600, km: 60 } as const;

/**
 * The family that trains the goal's own work: goal-power climbs where there are watts to hold, riding without let-up for
 * long or rough roads, kicks for a mass start; threshold where nothing is known of it.
 *
 * @param goal what it demands, as far as it is known
 * @returns a family of the book
 * Source: handbook section 8.7.
 */
export function goalFamily(goal: LayoutGoal | null): string {
  if (!goal) return 'threshold-longer';
  const long = (goal.seconds ?? 0) > LONG.seconds || (goal.km ?? 0) >= LONG.km;
  if (long) return 'no-let-up';
  if (goal.watts !== null) return 'goal-climbs';
  const climb = goal.hillId !== null || goal.climbM !== null;
  return climb || (goal.km === null && goal.seconds === null) ? 'threshold-longer' : 'kicks';
}

/** The weeks that can be laid out towards a goal. */
export interface GoalWeeks {
  /** Monday of the first, and of the last that is dealt. */
  readonly from: string;
  readonly last: string;
  readonly weeks: number;
}

/**
 * The weeks from a Monday to the goal's: a goal from Monday to Wednesday leaves its own week out.
 *
 * @param from the first Monday
 * @param date the goal's day
 * @returns weeks, 0 where there is none
 * Source: handbook section 8.8.
 */
export function weeksToGoal(from: string, date: string): GoalWeeks {
  const monday = mondayOf(date);
  const last = weekdayOf(date) <= 2 ? plus(monday, -7) : monday;
  return { from, last, weeks: Math.max(0, daysFrom(from, last) / 7 + 1) };
}

/**
 * The first Monday that can be laid out: today's own week once it is Monday, else the next.
 *
 * @param today `yyyy-mm-dd`
 * @returns `yyyy-mm-dd`
 */
export function firstMonday(today: string): string {
  return weekdayOf(today) === 0 ? today : plus(mondayOf(today), 7);
}
