import { printDuration } from '../../units/index.ts';
import { DAY_NAMES } from '../dayNames.ts';
import type { DayReckoned, Reckoned, WeekReckoned } from '../reckoned.ts';
import type { RuleId } from '../settings.ts';

/** Where a rule is broken: which day, with its figure and the reason in words. */
export interface Broken {
  /** `yyyy-mm-dd`; the Monday where it is about the whole week. */
  readonly date: string;
  /** What is there, with its figure: "Tue and Wed are both hard". */
  readonly figure: string;
  /** The works it is about, so that fixes are looked for there first. */
  readonly works: readonly string[];
}

/** A rule of spacing. */
export interface Rule {
  readonly id: RuleId;
  readonly name: string;
  /** What is wrong where it is broken, as a sentence without its end: "load rises too fast". */
  readonly says: string;
  readonly reason: string;
  /** How it holds, in a few words with its figure, for the line with the tick; null where it says nothing of the week. */
  readonly holds: (season: Reckoned, week: WeekReckoned) => string | null;
  /** Where it is broken in a week; none where it holds. */
  readonly broken: (season: Reckoned, week: WeekReckoned) => readonly Broken[];
}

/**
 * The seven days of a week.
 *
 * @param season the season
 * @param week the week
 * @returns Monday to Sunday
 */
export function daysOf({ days }: Reckoned, { at }: WeekReckoned): readonly DayReckoned[] {
  return days.slice(at, at + 7);
}

/**
 * Whether a day lies before today: what is over is no longer told apart by rules.
 *
 * @param season the season
 * @param day the day
 * @returns true where it is past
 */
export function isOver({ input }: Reckoned, { day }: Pick<DayReckoned, 'day'>): boolean {
  return day.date < input.today;
}

/**
 * The weekday of a place among days that begin on a Monday.
 *
 * @param at place, from 0
 * @returns "Tue"
 */
export function nameOfDay(at: number): string {
  return DAY_NAMES[at % 7] as string;
}

/** "one", "two", "three": how small numbers are said. */
const SMALL = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven'];

/**
 * A small number in words.
 *
 * @param number 0 or more
 * @returns "two"; from eight on in figures
 */
export function inWords(number: number): string {
  return SMALL[number] ?? String(number);
}

/**
 * Minutes as a coach says them.
 *
 * @param minutes 0 or more
 * @returns "1 h 30"
 */
export function hoursSaid(minutes: number): string {
  return printDuration(Math.round(minutes) * 60);
}
