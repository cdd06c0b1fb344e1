import type { Rider } from '@uphill/api';
import { isHardRide } from '@uphill/core/season';
import { numbersOnDay } from '@uphill/core/rider';
import { preparePower } from '@uphill/core/power';
import { format, parseISO } from 'date-fns';
import type { Db } from '../database.ts';
import { daysBefore } from '../today.ts';
import { streamsOfRide } from './recordings.ts';
import { countingRides } from './rides.ts';

const DAYS = 2;

/** The hard rides of the 48 hours before a day, each in words; a test's own recording is on the day itself. */
export async function hardDaysBefore(db: Db, rider: Rider, day: string): Promise<string[]> {
  const rides = await countingRides(db)
    .select(['id', 'date'])
    .where('rider_id', '=', rider.id)
    .where('date', '>=', daysBefore(day, DAYS))
    .where('date', '<', day)
    .orderBy('date')
    .execute();
  const hard: string[] = [];
  for (const { id, date } of rides) {
    const { ftpW } = numbersOnDay(rider, date);
    const streams = ftpW === null ? null : await streamsOfRide(db, id);
    const verdict =
      ftpW === null || streams === null
        ? null
        : isHardRide(preparePower(streams.watts, streams.stops).clock, ftpW);
    if (verdict?.hard) hard.push(`${verdict.says} on ${format(parseISO(date), 'EEE d MMM')}`);
  }
  return hard;
}
