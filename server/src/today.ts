import { addDays, formatISO, parseISO, subDays } from 'date-fns';

/** Behind every day there is. */
export const FAR_OFF = '9999-12-31';

/** Today where the coach sits, `yyyy-mm-dd`. */
export function today(): string {
  return formatISO(new Date(), { representation: 'date' });
}

/** The day after, `yyyy-mm-dd`. */
export function plusOneDay(date: string): string {
  return formatISO(addDays(parseISO(date), 1), { representation: 'date' });
}

/** The day so many days before, `yyyy-mm-dd`. */
export function daysBefore(date: string, days: number): string {
  return formatISO(subDays(parseISO(date), days), { representation: 'date' });
}
