import type { Rider } from '@uphill/api';
import { format, parseISO } from 'date-fns';
import type { Db } from '../database.ts';
import { daysBefore } from '../today.ts';
import { hardRidesWithin } from './season/riddenWorks.ts';

const DAYS = 2;

/** The hard rides of the 48 hours before a day, each in words; a test's own recording is on the day itself. */
export async function hardDaysBefore(db: Db, rider: Rider, day: string): Promise<string[]> {
  const rides = await hardRidesWithin(db, rider, daysBefore(day, DAYS), daysBefore(day, 1));
  return rides.map(({ date, says }) => `${says} on ${format(parseISO(date), 'EEE d MMM')}`);
}
