import type { Worked } from '../working/index.ts';
import type { DayLoad } from './dayLoad.ts';
import type { DayWord } from './dayWord.ts';
import type { Smoothed } from './smoothed.ts';
import type { SeasonDay, SeasonRider, WeekSaid, Work } from './week.ts';

/** The evening before the first day. */
export interface SeasonStart {
  readonly base: number;
  readonly recent: number;
  /** Days that were smoothed before the first. */
  readonly days: number;
  /** The base was typed by the coach, so that nothing has to settle. */
  readonly typed: boolean;
}

/** What a season is reckoned from: whole weeks, Monday first, one after another. */
export interface SeasonInput {
  /** `yyyy-mm-dd` in the rider's time zone. */
  readonly today: string;
  readonly rider: SeasonRider;
  /** What an hour of plain Endurance is worth for this rider, points. */
  readonly pointsPerHour: number;
  readonly start: SeasonStart;
  /** A base the coach typed for an evening within these days; left out or null where there is none. */
  readonly typedBase?: { readonly on: string; readonly points: number } | null;
  readonly days: readonly SeasonDay[];
  readonly weeks: readonly WeekSaid[];
  readonly goal: {
    readonly name: string;
    readonly date: string;
    /** Power it asks for; null or left out where it has none. */
    readonly watts?: number | null;
  } | null;
  /** The highest base of the two years before the first day; null where there is none. */
  readonly highestBase: number | null;
}

/** A day with its figures. */
export interface DayReckoned extends Smoothed {
  readonly day: SeasonDay;
  /** Its place among all days; Mondays are multiples of seven. */
  readonly at: number;
  /** The works of the day without what was missed. */
  readonly works: readonly Work[];
  /** The longest ride of the day, ridden or to be ridden; 0 without one. */
  readonly longestMin: number;
  readonly load: DayLoad;
  readonly word: DayWord;
  /** Before day 42, without a typed base. */
  readonly settling: boolean;
  /** Base and recent of the evening before. */
  readonly before: Pick<Smoothed, 'base' | 'recent'>;
}

/** What the past alone says, so that no change of a plan moves it. */
export interface PastKnown {
  /** From how many minutes on a ride is long, day by day. */
  readonly longMin: readonly number[];
  /** How many of the last eight planned days were missed, by weekday, Monday first. */
  readonly missed: readonly number[];
  /** The last two that were marked were both "tired". */
  readonly tiredTwice: boolean;
}

/** A season with its figures. */
export interface Reckoned {
  readonly input: SeasonInput;
  readonly past: PastKnown;
  readonly days: readonly DayReckoned[];
  readonly weeks: readonly WeekReckoned[];
}

/** A week with its figures. */
export interface WeekReckoned {
  readonly said: WeekSaid;
  /** Place of its Monday among the days. */
  readonly at: number;
  /** Ridden and still planned, points. */
  readonly load: number;
  readonly ridden: number;
  /** What was asked of it, whether it was ridden or not. */
  readonly planned: number;
  /** Null for a free week. */
  readonly goal: Worked | null;
  /** The rise behind the goal, points a week. */
  readonly rise: number;
  readonly riseFrom: 'proposed' | 'lowered' | 'typed';
  /** What the real layout gives: base on Sunday less base before. */
  readonly realRise: number;
  readonly baseBefore: number;
  /** More than this is too much; null while numbers settle. */
  readonly most: number | null;
  readonly tooMuch: boolean;
  readonly settling: boolean;
  /** It lies behind, and was ridden under 70 % of its goal. */
  readonly easyAlready: boolean;
  /** Null in a quiet week. */
  readonly sameness: number | null;
}
