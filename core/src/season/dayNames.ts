import { format, parseISO } from 'date-fns';
import { weekdayOf } from './week.ts';

/** Weekdays in short, Monday first. */
export const DAY_NAMES = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;

/**
 * A day's weekday in short.
 *
 * @param date `yyyy-mm-dd`
 * @returns "Tue"
 */
export function weekdayName(date: string): string {
  return DAY_NAMES[weekdayOf(date)] as string;
}

/**
 * A day's date without its year.
 *
 * @param date `yyyy-mm-dd`
 * @returns "24 Nov"
 */
export function dateName(date: string): string {
  return format(parseISO(date), 'd MMM');
}

/**
 * A day with its weekday.
 *
 * @param date `yyyy-mm-dd`
 * @returns "Tue 24 Nov"
 */
export function dayName(date: string): string {
  return `${weekdayName(date)} ${dateName(date)}`;
}
