import { roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { USUAL_SEASON } from './settings.ts';

/** Base, recent and reserve at the end of a day; the reserve is that of the morning. */
export interface Smoothed {
  readonly base: number;
  readonly recent: number;
  readonly reserve: number;
}

/** Over how many days both are smoothed. */
export interface Smoothing {
  readonly baseDays: number;
  readonly recentDays: number;
}

/** The mean of so many first days is where smoothing starts, where it starts from rides. */
const FIRST_DAYS = 28;

/**
 * The state of the evening after one more day: base += (load − base) ÷ 42, recent += (load − recent) ÷ 7, and the
 * reserve of that morning, which is yesterday's base less yesterday's recent.
 *
 * @param before the evening before
 * @param load points of the day
 * @param smoothing days of both
 * @returns the evening of the day
 * Source: handbook section 8.1 (Calvert, Banister, Savage and Bach 1976).
 */
export function nextEvening(
  { base, recent }: Pick<Smoothed, 'base' | 'recent'>,
  load: number,
  { baseDays, recentDays }: Smoothing = USUAL_SEASON,
): Smoothed {
  return {
    base: base + (load - base) / baseDays,
    recent: recent + (load - recent) / recentDays,
    reserve: base - recent,
  };
}

/**
 * Smoothed load day by day.
 *
 * @param loads points of each day in order; 0 where nothing was done
 * @param start base and recent on the evening before the first
 * @param smoothing days of both: base 30–60, recent 5–14
 * @returns a row a day
 * Source: handbook section 8.1.
 * @example
 * smoothed([100], { base: 58, recent: 65 }) // [{ base: 59, recent: 70, reserve: -7 }]
 */
export function smoothed(
  loads: readonly number[],
  start: Pick<Smoothed, 'base' | 'recent'>,
  smoothing: Smoothing = USUAL_SEASON,
): Smoothed[] {
  let evening: Pick<Smoothed, 'base' | 'recent'> = start;
  return loads.map((load) => {
    const next = nextEvening(evening, load, smoothing);
    evening = next;
    return next;
  });
}

/**
 * Where smoothing starts without a typed base: the mean daily load of the first 28 recorded days.
 *
 * @param loads points of the days from the first recorded one on
 * @returns base and recent; 0 without any day
 * Source: handbook section 8.1.
 */
export function startFromRides(loads: readonly number[]): { base: number; recent: number } {
  const first = loads.slice(0, FIRST_DAYS);
  const mean = first.length === 0 ? 0 : first.reduce((sum, load) => sum + load, 0) / first.length;
  return { base: mean, recent: mean };
}

/** From this base on the reserve is also said as a share of it. */
const SHARE_FROM = 10;

/**
 * The reserve as a share of the base it belongs to.
 *
 * @param reserve points
 * @param base base of the evening before, points
 * @returns percent; null under a base of 10
 * Source: handbook section 8.1.
 */
export function reserveShare(reserve: number, base: number): number | null {
  return base < SHARE_FROM ? null : (reserve / base) * 100;
}

/**
 * Base, recent and reserve of one day with their working.
 *
 * @param before the evening before
 * @param load points of the day
 * @param smoothing days of both
 * @returns each with its lines
 * Source: handbook section 8.1.
 */
export function workedEvening(
  before: Pick<Smoothed, 'base' | 'recent'>,
  load: number,
  smoothing: Smoothing = USUAL_SEASON,
): { readonly base: Worked; readonly recent: Worked; readonly reserve: Worked } {
  const next = nextEvening(before, load, smoothing);
  const one = (value: number): string => roundTo(value, 1).toFixed(1);
  const line = (name: string, from: number, days: number, to: number): Worked =>
    worked(to, 'points', `${name}: smoothed over ${days} days`, [
      [`${name} of the evening before`, one(from)],
      ['Load of the day', one(load)],
      [`${one(from)} + (${one(load)} − ${one(from)}) ÷ ${days}`, one(to)],
    ]);
  const share = reserveShare(next.reserve, before.base);
  return {
    base: line('Base', before.base, smoothing.baseDays, next.base),
    recent: line('Recent', before.recent, smoothing.recentDays, next.recent),
    reserve: worked(next.reserve, 'points', 'Reserve: yesterday’s base less yesterday’s recent', [
      ['Base of the evening before', one(before.base)],
      ['Recent of the evening before', one(before.recent)],
      ['Reserve that morning', one(next.reserve)],
      ...(share === null ? [] : ([['In percent of base', `${roundTo(share, 0)} %`]] as const)),
    ]),
  };
}
