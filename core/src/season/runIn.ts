import { roundHalfUp } from '../units/index.ts';
import { isHard } from './dayWord.ts';
import type { Reckoned, WeekReckoned } from './reckoned.ts';
import { daysFrom, mondayOf, plus, weekdayOf, type Work } from './week.ts';

/** Percent of the work at goal power, 1 to 6 weeks before the taper. Source: handbook section 8.7 (Run-in narrows). */
const SHARES = [80, 70, 60, 50, 40, 30] as const;
/** So many points under it are flagged. */
const UNDER = 15;

/**
 * Whole weeks from a week to the taper: 1 for the last before it.
 *
 * @param monday Monday of the week
 * @param date the goal's day
 * @returns 0 or less in the taper and after
 * Source: handbook section 8.8.
 */
export function weeksBeforeTaper(monday: string, date: string): number {
  return daysFrom(monday, taperMonday(date)) / 7;
}

/** The first Monday of a taper as weeks are dealt: two weeks, of a goal from Monday to Wednesday the two before its own. */
function taperMonday(date: string): string {
  return plus(mondayOf(date), weekdayOf(date) <= 2 ? -14 : -7);
}

/**
 * The share of work minutes around goal power that the run-in asks of a week.
 *
 * @param weeksBefore weeks before the taper, from 1
 * @returns percent, and from where on under it is flagged; null outside weeks 6 to 1
 * Source: handbook section 8.7 (Run-in narrows).
 */
export function runInAsks(
  weeksBefore: number,
): { readonly percent: number; readonly least: number } | null {
  const percent = SHARES[weeksBefore - 1];
  return percent === undefined ? null : { percent, least: percent - UNDER };
}

/**
 * The share of the minutes at target of hard sessions that lies within 10 % of goal power.
 *
 * @param works what is planned
 * @returns percent; null without such work
 * Source: handbook section 8.7 (Run-in narrows).
 */
export function goalShareOf(works: readonly Work[]): number | null {
  const hard = works.filter((work) => work.kind === 'session' && isHard(work));
  const minutes = hard.reduce((sum, { planned }) => sum + (planned?.workMin ?? 0), 0);
  const atGoal = hard.reduce((sum, { planned }) => sum + (planned?.goalMin ?? 0), 0);
  return minutes === 0 ? null : (atGoal / minutes) * 100;
}

/**
 * Where the run-in of a goal with watts does not narrow: a load week of which too little lies at goal power.
 *
 * @param season the season
 * @param week the week
 * @returns a sentence with both figures; null where it is enough, or no run-in
 * Source: handbook section 8.7 (Run-in narrows).
 */
export function runInShort({ input, days }: Reckoned, { said, at }: WeekReckoned): string | null {
  const { goal, today } = input;
  if (!goal?.watts || said.kind !== 'load' || plus(said.monday, 6) < today) return null;
  const before = weeksBeforeTaper(said.monday, goal.date);
  const asked = runInAsks(before);
  const share = goalShareOf(days.slice(at, at + 7).flatMap(({ works }) => works));
  if (!asked || share === null || share >= asked.least) return null;
  const weeks = before === 1 ? 'The last week' : `${before} weeks`;
  return `${weeks} before the taper ${asked.percent} % of the work is to be at goal power: ${roundHalfUp(share)} % is.`;
}
