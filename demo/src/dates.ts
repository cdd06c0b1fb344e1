import { addDays, formatISO } from 'date-fns';

/** The day so many days from today, `yyyy-mm-dd`. */
export function dayFromToday(days: number): string {
  return formatISO(addDays(new Date(), days), { representation: 'date' });
}
