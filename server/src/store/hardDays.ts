import type { Rider } from '@uphill/api';
import { isHardRide, numbersOnDay, preparePower } from '@uphill/core';
import { format, formatISO, parseISO, subDays } from 'date-fns';
import type { Db } from '../database.ts';
import { readStreams } from './recordings.ts';

const DAYS = 2;

/** The hard rides of the 48 hours before a day, each in words; a test's own recording is on the day itself. */
export async function hardDaysBefore(db: Db, rider: Rider, day: string): Promise<string[]> {
  const from = formatISO(subDays(parseISO(day), DAYS), { representation: 'date' });
  const rides = await db
    .selectFrom('recordings')
    .select(['id', 'date'])
    .where('rider_id', '=', rider.id)
    .where('date', '>=', from)
    .where('date', '<', day)
    .orderBy('date')
    .execute();
  const hard: string[] = [];
  for (const { id, date } of rides) {
    const { ftpW } = numbersOnDay(rider, date);
    const verdict =
      ftpW === null
        ? null
        : isHardRide(preparePower((await readStreams(db, rider.id, id)).watts).clock, ftpW);
    if (verdict?.hard) hard.push(`${verdict.says} on ${format(parseISO(date), 'EEE d MMM')}`);
  }
  return hard;
}
