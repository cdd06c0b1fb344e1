import { type Day, type DayChange, daySchema } from '@uphill/api';
import type { Plan } from '@uphill/core/sessions';
import { format, parseISO } from 'date-fns';
import type { Db } from '../database.ts';
import { badField, refuseDay } from '../refusal.ts';
import { healthReason, nextPosition, refuseProblems } from './assign.ts';
import { readDay } from './days.ts';
import { type Act, act, orConflict } from './journal.ts';
import { riderName } from './riderName.ts';
import { readRider } from './riders.ts';

/** Moves a day, or says which heat is expected on it. */
export async function changeDay(db: Db, id: string, change: DayChange): Promise<Day> {
  const read = () => readDay(db, id);
  const stored = await read();
  const name = await riderName(db, stored.riderId);
  const date = change.date ?? stored.date;
  const moved = date !== stored.date;
  if (moved) refuseDay('date', date, 'day');
  const label = moved
    ? `moved ${stored.plan.name} of ${name} to ${format(parseISO(date), 'EEE d MMM')}`
    : `changed ${stored.plan.name} of ${name}`;
  return orConflict(change, read, () =>
    act(db, label, daySchema, async ({ update, trx }) => {
      await update('days', id, {
        ...(moved ? { date, position: await nextPosition(trx, stored.riderId, date) } : {}),
        ...(change.celsius === undefined ? {} : { celsius: change.celsius }),
        version: change.version + 1,
      });
      return readDay(trx, id);
    }),
  );
}

/** Changes the plan of this day alone. The session it came from stays as it is, and its changes are no longer offered. */
export async function changeDayPlan(
  db: Db,
  id: string,
  change: { plan: Plan; version: number },
): Promise<Day> {
  const read = () => readDay(db, id);
  const stored = await read();
  const rider = await readRider(db, stored.riderId);
  if (stored.state !== 'planned')
    throw badField('plan', `This day is marked ${stored.state}. Put it back to planned first.`);
  refuseProblems(change.plan, 'This cannot stand on a day yet.');
  const reason = await healthReason(db, rider, change.plan, stored.date);
  if (reason !== null) throw badField('plan', reason);
  const plan = JSON.stringify(change.plan);
  return orConflict(change, read, () =>
    act(
      db,
      `changed ${stored.plan.name} of ${rider.name} on ${format(parseISO(stored.date), 'EEE d MMM')}`,
      daySchema,
      async ({ update, trx }) => {
        // What was to choose from was that plan.
        await update('days', id, {
          ...{ plan, follows: 0, offers: '[]', taken: null, version: change.version + 1 },
        });
        return readDay(trx, id);
      },
    ),
  );
}

/** Takes a day out, with what was handed over of it; a ride that came of it stays, and belongs to no day. */
export async function removeDay(db: Db, id: string, version: number): Promise<void> {
  const read = () => readDay(db, id);
  const stored = await read();
  const name = await riderName(db, stored.riderId);
  const label = `removed ${stored.plan.name} from ${name}’s day`;
  await orConflict({ version }, read, () =>
    act(db, label, null, (doing) => takeOut(doing, id, version)),
  );
}

/** Takes a day out in an action under way, with what hangs on it. */
export async function takeOut({ remove, trx }: Act, id: string, version: number): Promise<void> {
  for (const table of ['ride_matches', 'handovers'] as const)
    for (const row of await trx.selectFrom(table).select('id').where('day_id', '=', id).execute())
      await remove(table, row.id);
  await remove('days', id, version);
}
