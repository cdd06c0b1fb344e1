import type { System } from '../sessions/index.ts';
import type { SeasonSettings } from './settings.ts';

/** What a season is made of: days with what is planned and what was ridden on them. Handbook section 8. */

/** What stands on a day: a session, a test, what has a date or comes back every week, other sports, an unplanned ride. */
export const WORK_KINDS = [
  'session',
  'test',
  'group',
  'race',
  'run',
  'swim',
  'strength',
  'other',
  'ride',
] as const;
export type WorkKind = (typeof WORK_KINDS)[number];

/** Why a day was not ridden as asked. Source: handbook section 8.10. */
export const REASONS = [
  'no time',
  'tired',
  'ill',
  'injured',
  'weather',
  'equipment',
  'rode something else',
] as const;
export type Reason = (typeof REASONS)[number];

/** What a day's ride came to, as far as the next rung goes; where it was not read, as it was marked. */
export const RIDE_VERDICTS = ['tooEasy', 'onTarget', 'hold', 'ease'] as const;
export type RideVerdict = (typeof RIDE_VERDICTS)[number];

/** What a piece of work asks. */
export interface Planned {
  readonly minutes: number;
  /** Points. */
  readonly load: number;
  readonly rpe: number | null;
  readonly system: System | null;
  /** As 8.4 has it. */
  readonly hard: boolean;
  /** A plain Endurance ride: filling may change its length. */
  readonly endurance: boolean;
  /** Asks more than 105 % of FTP somewhere. */
  readonly above105: boolean;
  readonly unfuelled: boolean;
  /** Minutes at target; those within ±10 % of goal power; those between the two thresholds, and above them. */
  readonly workMin: number;
  readonly goalMin: number;
  readonly middleMin: number;
  readonly highMin: number;
  /** Family of the book, where it is one. */
  readonly family: string | null;
}

/** What came of it. */
export interface Ridden {
  readonly minutes: number;
  readonly load: number;
  readonly rpe: number | null;
  readonly hard: boolean;
  /** Minutes at or below the lower threshold, and from there to the upper; null without watts. */
  readonly easyMin: number | null;
  readonly middleMin: number | null;
  /** Over a tenth of the recording is missing. */
  readonly atLeast: boolean;
  /** What measured its power, where that is known. */
  readonly source?: string | null;
  /** What it came to when it was read; null or left out where nothing can be said. */
  readonly verdict?: RideVerdict | null;
}

/** One piece of work on a day. */
export interface Work {
  readonly id: string;
  readonly kind: WorkKind;
  readonly name: string;
  /** Null of a ride that was nobody's plan. */
  readonly planned: Planned | null;
  readonly ridden: Ridden | null;
  readonly state: 'planned' | 'done' | 'shortened' | 'missed';
  readonly reason: Reason | null;
  /** Minutes and RPE of the mark, where somebody said. */
  readonly minutes: number | null;
  readonly rpe: number | null;
  /** Chosen by the coach as the key session of its week. */
  readonly key: boolean;
  /** The third hard day that the rider may take or leave. */
  readonly optional: boolean;
  /** A hard session that was made Endurance, for want of form. */
  readonly eased: boolean;
  /** Comes back every week, so that it is no day's own and cannot be moved. */
  readonly fixture: boolean;
}

/** A day of the calendar. */
export interface SeasonDay {
  /** `yyyy-mm-dd` */
  readonly date: string;
  /** Hours given; null where nobody said. */
  readonly hours: number | null;
  /** A fixed rest day. */
  readonly rest: boolean;
  readonly works: readonly Work[];
}

export const WEEK_KINDS = ['load', 'easy', 'test', 'free', 'taper'] as const;
export type WeekKind = (typeof WEEK_KINDS)[number];
export const PERIODS = ['base', 'build'] as const;
export type Period = (typeof PERIODS)[number];

/** What the coach said of a week. */
export interface WeekSaid {
  /** Its Monday. */
  readonly monday: string;
  readonly kind: WeekKind;
  readonly period: Period;
  readonly system: System | null;
  /** Points a week; null: as proposed. */
  readonly rise: number | null;
  /** Points; null: from base and rise. */
  readonly goal: number | null;
}

/**
 * What is said of a week and nothing that is stored beside it: as it is sent, or written to a file.
 *
 * @param week a week, with whatever stands beside what is said
 * @returns its six fields
 */
export function weekSaid({ monday, kind, period, system, rise, goal }: WeekSaid): WeekSaid {
  return { monday, kind, period, system, rise, goal };
}

/** What of the rider the season hangs on. */
export interface SeasonRider {
  readonly firstName: string;
  readonly masters: boolean;
  readonly firstYear: boolean;
  /** Usual hard days a week, 1–3. */
  readonly hardDays: number;
  /** Whether the health screen allows steps above 105 %. */
  readonly cleared: boolean;
  readonly settings: SeasonSettings;
}

/** What an hour of plain Endurance is worth, in points: the middle of 56–75 % of FTP. Source: handbook section 8.2. */
export const ENDURANCE_POINTS = 65.5 ** 2 / 100;

/** Days of the calendar are told by UTC, where each has as many hours; a season counts thousands of them. */
const DAY_MS = 86_400_000;

/**
 * A day some days later.
 *
 * @param day `yyyy-mm-dd`
 * @param days below 0: earlier
 * @returns `yyyy-mm-dd`
 */
export function plus(day: string, days: number): string {
  return new Date(Date.parse(day) + days * DAY_MS).toISOString().slice(0, 10);
}

/**
 * Whole days from one day to another.
 *
 * @param from `yyyy-mm-dd`
 * @param to `yyyy-mm-dd`
 * @returns below 0 where the second is earlier
 */
export function daysFrom(from: string, to: string): number {
  return (Date.parse(to) - Date.parse(from)) / DAY_MS;
}

/**
 * The weekday, counted from Monday.
 *
 * @param day `yyyy-mm-dd`
 * @returns 0 for Monday to 6 for Sunday
 */
export function weekdayOf(day: string): number {
  return (new Date(day).getUTCDay() + 6) % 7;
}

/**
 * Monday of the week a day lies in.
 *
 * @param day `yyyy-mm-dd`
 * @returns `yyyy-mm-dd`
 */
export function mondayOf(day: string): string {
  return plus(day, -weekdayOf(day));
}

/**
 * Whether something is riding, as against other sports.
 *
 * @param work what stands on a day
 * @returns false for running, swimming, strength and other work
 */
export function isRiding({ kind }: Pick<Work, 'kind'>): boolean {
  return kind !== 'run' && kind !== 'swim' && kind !== 'strength' && kind !== 'other';
}
