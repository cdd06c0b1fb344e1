import { printSigned, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { USUAL_SEASON } from './settings.ts';
import { nextEvening, type Smoothed, type Smoothing } from './smoothed.ts';

/** What is tried: lengths in days, cuts in percent. Source: handbook section 8.9. */
const LENGTHS = { from: 7, to: 14 } as const;
const CUTS = { from: 30, to: 60, step: 5 } as const;
/** So much of the base on the evening before the taper is left on the goal's morning, at least. */
const KEPT = 0.9;
/** Reserve that is aimed at on the goal's morning, percent of base. */
export const TAPER_RESERVE = { usual: 20, least: 10, most: 30 } as const;
/** Under this base there is nothing to taper from. */
const LEAST_BASE = 20;

/** This evening, and how far the goal is. */
export interface BeforeTaper {
  readonly base: number;
  readonly recent: number;
  /** Mean daily load of the last 28 days, points. */
  readonly dailyLoad: number;
  /** Loads still to come before the goal's morning, days. */
  readonly daysToGoal: number;
}

/** One way to taper. */
export interface TaperRow {
  readonly days: number;
  readonly cutPercent: number;
  /** On the goal's morning. */
  readonly base: number;
  readonly reserve: number;
  /** Reserve in percent of that base. */
  readonly sharePercent: number;
  /** Loads day by day, from tomorrow to the day before the goal. */
  readonly loads: readonly number[];
  /** Base and reserve, evening by evening. */
  readonly path: readonly Smoothed[];
}

/** Every length with its own best cut, and the one of them that is proposed. */
export interface Taper {
  readonly rows: readonly TaperRow[];
  readonly chosen: TaperRow;
  readonly reserve: Worked;
}

/**
 * The load that a day of a taper carries: from half of the cut on its first day to one and a half of it on its last.
 *
 * @param dailyLoad what a day carried before, points
 * @param day 1 to `days`
 * @param days length of the taper
 * @param cutPercent 30–60
 * @returns points
 * Source: handbook section 8.9.
 */
function taperLoad(dailyLoad: number, day: number, days: number, cutPercent: number): number {
  return dailyLoad * (1 - (cutPercent / 100) * (0.5 + (day - 1) / (days - 1)));
}

/**
 * Tapers of 7 to 14 days and 30 to 60 % less: those are kept that hold 90 % of the base, and of them the one is proposed
 * whose reserve on the goal's morning is nearest to the share that is aimed at; then the longer, then the smaller cut.
 *
 * @param before this evening, the mean daily load, and the days to the goal
 * @param aim percent of base, 10–30
 * @param smoothing days of base and recent
 * @returns every length with its best cut, and the one proposed; or why there is none
 * Source: handbook section 8.9; the shape after Bosquet and others 2007.
 */
export function taperFor(
  before: BeforeTaper,
  aim: number = TAPER_RESERVE.usual,
  smoothing: Smoothing = USUAL_SEASON,
): Taper | { readonly refusal: string } {
  if (before.base < LEAST_BASE)
    return {
      refusal: `Base ${roundTo(before.base, 0)}, under ${LEAST_BASE}: rest two days and ride.`,
    };
  if (before.daysToGoal < LENGTHS.from)
    return { refusal: `${before.daysToGoal} days to the goal: too late for a taper of a week.` };
  const rows: TaperRow[] = [];
  for (
    let days: number = LENGTHS.from;
    days <= LENGTHS.to && days <= before.daysToGoal;
    days += 1
  ) {
    const kept: TaperRow[] = [];
    for (let cut: number = CUTS.from; cut <= CUTS.to; cut += CUTS.step) {
      const row = rowOf(before, days, cut, smoothing);
      if (row.base >= KEPT * row.baseBefore) kept.push(row);
    }
    const best = nearest(kept, aim);
    if (best) rows.push(best);
  }
  const chosen = nearest(rows, aim);
  if (!chosen)
    return { refusal: 'No taper keeps 90 % of the base: ride easily and rest two days.' };
  return { rows, chosen, reserve: workedTaper(before, chosen, aim) };
}

function rowOf(
  { base, recent, dailyLoad, daysToGoal }: BeforeTaper,
  days: number,
  cutPercent: number,
  smoothing: Smoothing,
): TaperRow & { readonly baseBefore: number } {
  const path: Smoothed[] = [];
  const loads: number[] = [];
  let evening: Pick<Smoothed, 'base' | 'recent'> = { base, recent };
  let baseBefore = base;
  for (let day = 1; day <= daysToGoal; day += 1) {
    const place = day - (daysToGoal - days);
    const load = place < 1 ? dailyLoad : taperLoad(dailyLoad, place, days, cutPercent);
    const next = nextEvening(evening, load, smoothing);
    if (place < 1) baseBefore = next.base;
    path.push(next);
    loads.push(load);
    evening = next;
  }
  const reserve = evening.base - evening.recent;
  const sharePercent = (reserve / evening.base) * 100;
  return {
    ...{ days, cutPercent, base: evening.base, reserve, sharePercent, loads, path, baseBefore },
  };
}

/** To a hundredth of a percent nearest to what is aimed at; then the longer; then the smaller cut. */
function nearest(rows: readonly TaperRow[], aim: number): TaperRow | undefined {
  const off = ({ sharePercent }: TaperRow): number => Math.abs(roundTo(sharePercent, 2) - aim);
  return [...rows].sort(
    (one, other) =>
      roundTo(off(one) - off(other), 2) ||
      other.days - one.days ||
      one.cutPercent - other.cutPercent,
  )[0];
}

function workedTaper(before: BeforeTaper, row: TaperRow, aim: number): Worked {
  const one = (value: number): string => roundTo(value, 1).toFixed(1);
  return worked(
    row.reserve,
    'points',
    'Taper: the length and cut whose reserve comes nearest to what is aimed at',
    [
      ['Base this evening', one(before.base)],
      ['Mean load of a day, last 28 days', one(before.dailyLoad)],
      ['Days to the goal', String(before.daysToGoal)],
      [`${row.days} days, ${row.cutPercent} % less`, `first ${one(row.loads.at(-row.days) ?? 0)}`],
      ['Last day before the goal', one(row.loads.at(-1) ?? 0)],
      ['Base on the goal’s morning', one(row.base)],
      ['Reserve', `${printSigned(row.reserve, 1)}, ${roundTo(row.sharePercent, 1)} % of base`],
    ],
    [['Reserve aimed at', `${aim} % of base`]],
  );
}
