import {
  addDays,
  differenceInCalendarDays,
  format,
  formatISO,
  parseISO,
  startOfWeek,
} from 'date-fns';

/** Today on this device, `yyyy-mm-dd`. */
export function today(): string {
  return formatISO(new Date(), { representation: 'date' });
}

/** `Tue 24 Nov`, with the year where it is not this one. */
export function printDay(day: string): string {
  const date = parseISO(day);
  return format(
    date,
    date.getFullYear() === new Date().getFullYear() ? 'EEE d MMM' : 'EEE d MMM yyyy',
  );
}

export function plusDays(day: string, days: number): string {
  return formatISO(addDays(parseISO(day), days), { representation: 'date' });
}

/** Whole days from one day to another; negative where the other lies before. */
export function daysBetween(from: string, to: string): number {
  return differenceInCalendarDays(parseISO(to), parseISO(from));
}

/** The Monday of a day's week. */
export function mondayOf(day: string): string {
  return formatISO(startOfWeek(parseISO(day), { weekStartsOn: 1 }), { representation: 'date' });
}

/** "today", "yesterday", "19 days ago", "in 3 days". */
export function printAge(day: string): string {
  const days = daysBetween(day, today());
  if (days === 0) return 'today';
  if (days === 1) return 'yesterday';
  if (days === -1) return 'tomorrow';
  return days > 0 ? `${days} days ago` : `in ${-days} days`;
}
