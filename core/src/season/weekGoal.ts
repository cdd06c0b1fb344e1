import { roundHalfUp, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { USUAL_SEASON } from './settings.ts';

const WEEK_DAYS = 7;
/** The rise nobody has to ask for, and its share of a small base. */
const RISE = { usual: 4, smallBase: 40, share: 0.1, least: 1, accepted: 6 } as const;
/** A week above this many times what the rider is used to is too much. */
const TOO_MUCH = 1.3;

/**
 * How far some equal days bring the base to their load: k(d) = 1 − (41/42)^d.
 *
 * @param days 0 or more
 * @param baseDays days of the base, 30–60
 * @returns share from 0 to 1
 * Source: handbook section 8.2.
 */
export function reached(days: number, baseDays: number = USUAL_SEASON.baseDays): number {
  return 1 - ((baseDays - 1) / baseDays) ** days;
}

/**
 * The load of a week of equal days that moves the base by a planned rise: daily = B + r ÷ k(7).
 *
 * @param base base load at the end of the day before the week, points a day
 * @param rise points by which the base is to be higher at the end of the week; below 0 in an easy one
 * @param baseDays days of the base, 30–60
 * @returns points of the whole week
 * Source: handbook section 8.2 (Calvert, Banister, Savage and Bach 1976).
 * @example
 * Math.round(weekGoal(60, 5)) // 645
 */
export function weekGoal(base: number, rise: number, baseDays?: number): number {
  return WEEK_DAYS * (base + rise / reached(WEEK_DAYS, baseDays));
}

/**
 * The rise that a week of equal days brings: the reverse of `weekGoal`.
 *
 * @param base base on the evening before the week
 * @param week points of the whole week
 * @param baseDays days of the base, 30–60
 * @returns points a week
 * Source: handbook section 8.2.
 * @example
 * Math.round(riseOfWeek(60, 645)) // 5
 */
export function riseOfWeek(base: number, week: number, baseDays?: number): number {
  return (week / WEEK_DAYS - base) * reached(WEEK_DAYS, baseDays);
}

/**
 * The most a week may ask before it is too much: 1.3 × the higher of 7 × B and the largest of the last four weeks.
 *
 * @param base base on the evening before the week
 * @param lastFour points of the last four weeks
 * @returns points
 * Source: handbook section 8.2 (Too much).
 */
export function mostOfWeek(base: number, lastFour: readonly number[]): number {
  return TOO_MUCH * Math.max(WEEK_DAYS * base, ...lastFour);
}

/**
 * The rise that is proposed: 4 points a week, for a base under 40 a tenth of it and at least 1; lowered where the week
 * would be too much.
 *
 * @param base base on the evening before the week
 * @param lastFour points of the last four weeks
 * @param baseDays days of the base, 30–60
 * @returns points a week, and whether it was lowered
 * Source: handbook section 8.2 (Rise).
 */
export function proposedRise(
  base: number,
  lastFour: readonly number[],
  baseDays?: number,
): { readonly rise: number; readonly lowered: boolean } {
  const usual = base < RISE.smallBase ? Math.max(RISE.least, base * RISE.share) : RISE.usual;
  const most = riseOfWeek(base, mostOfWeek(base, lastFour), baseDays);
  return most < usual ? { rise: most, lowered: true } : { rise: usual, lowered: false };
}

/**
 * Whether a rise is more than is accepted.
 *
 * @param rise points a week
 * @returns true over 6
 * Source: handbook section 8.2.
 */
export function risesTooFast(rise: number): boolean {
  return rise > RISE.accepted;
}

/**
 * The load of an easy week.
 *
 * @param lastLoadWeek goal of the last load week, points
 * @param percent 50–70
 * @returns points
 * Source: handbook section 8.2.
 */
export function easyWeekGoal(
  lastLoadWeek: number,
  percent: number = USUAL_SEASON.easyWeek,
): number {
  return (lastLoadWeek * percent) / 100;
}

/** A week that is half over. */
export interface WeekBegun {
  readonly base: number;
  readonly rise: number;
  /** Days still to be ridden, 1–7. */
  readonly daysLeft: number;
  readonly baseLastEvening: number;
  /** What was planned for those days, points. */
  readonly planned: number;
}

/**
 * What is left of a week begun: as much as brings the base to its goal, but never above 1.15 × what was planned.
 *
 * @param begun base before the week, rise, days left, base of last evening, what was planned for them
 * @param most 1.0–1.2
 * @param baseDays days of the base, 30–60
 * @returns points wanted and points kept for those days, what is dropped, and the base on Sunday after it
 * Source: handbook section 8.2 (A week begun).
 */
export function weekBegun(
  { base, rise, daysLeft, baseLastEvening, planned }: WeekBegun,
  most: number = USUAL_SEASON.begun,
  baseDays?: number,
): {
  readonly wanted: number;
  readonly rest: number;
  readonly dropped: number;
  readonly sunday: number;
} {
  const k = reached(daysLeft, baseDays);
  const wanted = daysLeft * (baseLastEvening + (base + rise - baseLastEvening) / k);
  const rest = Math.max(0, Math.min(wanted, most * planned));
  return {
    wanted,
    rest,
    dropped: Math.max(0, wanted - rest),
    sunday: baseLastEvening + (rest / daysLeft - baseLastEvening) * k,
  };
}

/**
 * A week's goal with its working.
 *
 * @param base base on the evening before the week
 * @param rise points a week
 * @param proposed whether the rise is the proposed one, lowered, or typed
 * @param baseDays days of the base, 30–60
 * @returns the goal, line by line
 * Source: handbook section 8.2.
 */
export function workedWeekGoal(
  base: number,
  rise: number,
  proposed: 'proposed' | 'lowered' | 'typed',
  baseDays: number = USUAL_SEASON.baseDays,
): Worked {
  const k = reached(WEEK_DAYS, baseDays);
  const says = {
    proposed: 'as proposed',
    lowered: 'lowered: more would be over 1.3 × what the rider is used to',
    typed: 'as typed',
  }[proposed];
  const day = base + rise / k;
  return worked(
    Math.max(0, WEEK_DAYS * day),
    'points',
    'The week’s goal, on equal days',
    [
      ['Base before the week', roundTo(base, 1).toFixed(1)],
      [`Planned rise, ${says}`, roundTo(rise, 1).toFixed(1)],
      [`k(7) = 1 − (${baseDays - 1}/${baseDays})^7`, roundTo(k, 5).toFixed(5)],
      ['A day: base + rise ÷ k(7)', roundTo(day, 1).toFixed(1)],
      ['7 days', String(roundHalfUp(Math.max(0, WEEK_DAYS * day)))],
    ],
    [['Planned rise', `${roundTo(rise, 1)} a week`]],
  );
}
