import { type Day, daySchema, type Mark, type MarkChange, markSchema } from '@uphill/api';
import { numbersOnDay } from '@uphill/core/rider';
import type { Db } from '../database.ts';
import { badField, conflict } from '../refusal.ts';
import { readDay } from './days.ts';
import { act } from './journal.ts';
import { readRider } from './riders.ts';

/**
 * Says how a day went, and keeps the FTP it was ridden with. What was ridden stays true whatever the coach changed of
 * the plan meanwhile: only another mark is in its way. The same mark sent twice is one.
 */
export async function markDay(db: Db, id: string, { was, ...mark }: MarkChange): Promise<Day> {
  const stored = await readDay(db, id);
  const rider = await readRider(db, stored.riderId);
  const next: Mark = mark.state === 'planned' ? { ...mark, reason: null, minutes: null } : mark;
  refuseNoMinutes(stored, next);
  const { ftpW } = numbersOnDay(rider, stored.date);
  const label =
    next.state === stored.state
      ? `changed the mark of ${stored.plan.name} of ${rider.name}`
      : `marked ${stored.plan.name} of ${rider.name} as ${next.state}`;
  return act(db, label, daySchema, async ({ update, trx }) => {
    const now = await readDay(trx, id);
    if (sameMark(now, next)) return now;
    if (!sameMark(now, was)) throw conflict(next, now);
    // Ridden before, it keeps the FTP it was ridden with.
    const asked = now.state === 'planned' ? ftpW : now.riddenFtpW;
    await update('days', id, {
      ...next,
      asked_ftp_w: next.state === 'planned' ? null : asked,
      version: now.version + 1,
    });
    return readDay(trx, id);
  });
}

/** Without its length a shortened ride would count as nothing, or as all of what was planned. */
function refuseNoMinutes(day: Day, { state, minutes }: Mark): void {
  if (state !== 'shortened' || minutes !== null || day.rides.some(({ tried }) => !tried)) return;
  throw badField('minutes', 'How many minutes were ridden? A shortened ride needs its length.');
}

function sameMark(one: Mark, other: Mark): boolean {
  return (Object.keys(markSchema.shape) as (keyof Mark)[]).every((key) => one[key] === other[key]);
}
