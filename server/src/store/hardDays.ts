import type { Rider } from '@uphill/api';
import { isHardRide } from '@uphill/core/season';
import { numbersOnDay } from '@uphill/core/rider';
import { preparePower } from '@uphill/core/power';
import { format, parseISO } from 'date-fns';
import type { Db } from '../database.ts';
import { daysBefore } from '../today.ts';
import { streamsOfRide } from './recordings.ts';
import { listRides, whyIdle } from './rides.ts';

const DAYS = 2;

/** The hard rides of the 48 hours before a day, each in words; a test's own recording is on the day itself. */
export async function hardDaysBefore(db: Db, rider: Rider, day: string): Promise<string[]> {
  const span = { from: daysBefore(day, DAYS), to: daysBefore(day, 1) };
  const rides = (await listRides(db, rider.id, span)).filter(
    ({ origin, withdrawn, datedBy }) => whyIdle({ origin, withdrawn, dated_by: datedBy }) === null,
  );
  const hard: string[] = [];
  for (const { id, date, rpe, day: planned } of rides.reverse()) {
    const { ftpW } = numbersOnDay(rider, date);
    const streams = ftpW === null ? null : await streamsOfRide(db, id);
    const verdict = isHardRide({
      watts: streams && preparePower(streams.watts, streams.stops).moving,
      ftpW,
      rpe: rpe ?? (planned && !planned.tried ? planned.rpe : null),
    });
    if (verdict.hard) hard.push(`${verdict.says} on ${format(parseISO(date), 'EEE d MMM')}`);
  }
  return hard;
}
