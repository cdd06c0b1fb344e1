import { type Day, daySchema, type Take } from '@uphill/api';
import { format, parseISO } from 'date-fns';
import type { Db } from '../database.ts';
import { badField } from '../refusal.ts';
import { handoverOf } from './assign.ts';
import { readDay } from './days.ts';
import { readGiven } from './given.ts';
import { act } from './journal.ts';
import { readRow } from './journalEntries.ts';
import { riderName } from './riderName.ts';
import type { DayRow } from '../tables.ts';

/**
 * Takes one of the plans that a day was handed over with. The rider has seen it, so it needs no handing over; where
 * the coach has changed the day since, there is nothing to choose until that was handed over.
 */
export async function takeOffer(db: Db, id: string, { given: at, take }: Take): Promise<Day> {
  const given = await readGiven(db, id);
  const chosen = given.offers[take];
  if (!chosen || given.given.at !== at || given.given.behind)
    throw badField('take', 'This is not offered any more.');
  if (given.state !== 'planned')
    throw badField('take', `This day is marked ${given.state}. Put it back to planned first.`);
  const name = await riderName(db, given.riderId);
  const plan = JSON.stringify(chosen);
  const label = `took ${chosen.name} on ${format(parseISO(given.date), 'EEE d MMM')} for ${name}`;
  return act(db, label, daySchema, async ({ insert, update, trx }) => {
    const row = (await readRow(trx, 'days', id)) as unknown as DayRow;
    const version = row.version + 1;
    await update('days', id, { plan, taken: take, follows: 0, version });
    await insert('handovers', handoverOf({ ...row, plan, version }));
    return readDay(trx, id);
  });
}
