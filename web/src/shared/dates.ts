import { plural } from '@uphill/core/units';
import {
  addDays,
  differenceInCalendarDays,
  format,
  formatISO,
  getISODay,
  lastDayOfMonth,
  parseISO,
  startOfWeek,
} from 'date-fns';
import type { DayOrder } from '@uphill/core/units';
import { choices } from './choices.ts';

/** Today on this device, `yyyy-mm-dd`. */
export function today(): string {
  return formatISO(new Date(), { representation: 'date' });
}

/** `Tue 24 Nov`, or `Tue Nov 24` by the coach's choice; with the year where it is not this one. */
export function printDay(day: string): string {
  const date = parseISO(day);
  const words = choices().dates === 'dayFirst' ? 'EEE d MMM' : 'EEE MMM d';
  return format(date, date.getFullYear() === new Date().getFullYear() ? words : `${words} yyyy`);
}

/** The same without its weekday: `24 Nov`. */
export function printDate(day: string): string {
  return printDay(day).replace(/^\w+ /, '');
}

/** In which order the coach types day and month in figures. */
export function dayOrder(): DayOrder {
  return choices().dates === 'dayFirst' ? 'day first' : 'month first';
}

export function plusDays(day: string, days: number): string {
  return formatISO(addDays(parseISO(day), days), { representation: 'date' });
}

/** `October 2026`. */
export function printMonth(month: string): string {
  return format(parseISO(`${month}-01`), 'MMMM yyyy');
}

/** The first and last day of a month, `yyyy-mm`. */
export function monthDays(month: string): { from: string; to: string } {
  const first = parseISO(`${month}-01`);
  return { from: `${month}-01`, to: formatISO(lastDayOfMonth(first), { representation: 'date' }) };
}

/** Whole days from one day to another; negative where the other lies before. */
export function daysBetween(from: string, to: string): number {
  return differenceInCalendarDays(parseISO(to), parseISO(from));
}

const WEEK_STARTS = { sunday: 0, monday: 1, saturday: 6 } as const;

/** The day a week begins on, as calendars count: 0 is Sunday. */
export function weekStartsOn(): 0 | 1 | 6 {
  return WEEK_STARTS[choices().weekStart];
}

/** The first day of a day's week. */
export function weekOf(day: string): string {
  const first = startOfWeek(parseISO(day), { weekStartsOn: weekStartsOn() });
  return formatISO(first, { representation: 'date' });
}

/** "today", "yesterday", "19 days ago", "in 3 days". */
export function printAge(day: string): string {
  const days = daysBetween(day, today());
  if (days === 0) return 'today';
  if (days === 1) return 'yesterday';
  if (days === -1) return 'tomorrow';
  return days > 0 ? `${plural(days, 'day')} ago` : `in ${plural(-days, 'day')}`;
}

/** The day on this device of a moment the server names, `yyyy-mm-dd`. */
export function dayOf(moment: string): string {
  return formatISO(parseISO(moment), { representation: 'date' });
}

/** `14:05`, of a moment the server names. */
export function printTimeOfDay(moment: string): string {
  return format(parseISO(moment), 'HH:mm');
}

/** 1 for Monday to 7 for Sunday. */
export function weekdayOf(day: string): number {
  return getISODay(parseISO(day));
}

/** By how much a local time, `yyyy-mm-ddThh:mm:ss`, is ahead of world time on this device, minutes. */
export function minutesAhead(local: string): number {
  return -new Date(local).getTimezoneOffset();
}
