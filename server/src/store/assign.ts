import { randomUUID } from 'node:crypto';
import { type Assignment, type Day, daySchema, type Rider } from '@uphill/api';
import { healthRefusal, type Plan, problemsOf, riderFigures } from '@uphill/core/sessions';
import { healthVerdict } from '@uphill/core/rider';
import { format, parseISO } from 'date-fns';
import { z } from 'zod';
import type { Db } from '../database.ts';
import { badField, refuseDay, Refusal } from '../refusal.ts';
import type { DayRow } from '../tables.ts';
import { today } from '../today.ts';
import { readDays } from './days.ts';
import { type Act, act } from './journal.ts';
import { modelOn } from './models.ts';
import { readRider } from './riders.ts';
import type { Reader } from './rides.ts';
import { readSession } from './sessions.ts';

/** Puts a session on days of one or several riders, all in one action. A draft with something wrong in it is not assigned. */
export async function assignSession(
  db: Db,
  { sessionId, riders: wanted, again = false }: Assignment,
): Promise<Day[]> {
  const session = await readSession(db, sessionId);
  if (session.unreadable !== null) throw new Refusal('plan-unreadable', session.unreadable);
  refuseProblems(session.plan, 'This session cannot be assigned yet.');
  const riders = await Promise.all(wanted.map(({ riderId }) => readRider(db, riderId)));
  const rows: DayRow[] = [];
  const now = new Date().toISOString();
  for (const [index, { dates }] of wanted.entries()) {
    const rider = riders[index] as Rider;
    if (rider.archived)
      throw badField('riders', `${rider.name} is archived. Restore ${rider.name} first.`);
    for (const date of new Set(dates)) {
      refuseDay('dates', date, 'day');
      const reason = await healthReason(db, rider, session.plan, date);
      if (reason !== null) throw badField('sessionId', reason);
      rows.push({
        ...{
          id: randomUUID(),
          rider_id: rider.id,
          date,
          position: 0,
          kind: 'session',
          session_id: session.id,
          plan: JSON.stringify(session.plan),
        },
        ...{
          follows: 1,
          state: 'planned',
          reason: null,
          rpe: null,
          minutes: null,
          note: '',
          asked_ftp_w: null,
          celsius: null,
          version: 1,
          created_at: now,
        },
      });
    }
  }
  const whom = riders.length === 1 ? (riders[0]?.name ?? '') : `${riders.length} riders`;
  const days = rows.length === 1 ? 'one day' : `${rows.length} days`;
  return act(
    db,
    `assigned ${session.plan.name} to ${whom} on ${days}`,
    z.array(daySchema),
    async ({ insert, trx }) => {
      // Under the lock of the action, so that two requests at once are not both taken for the first.
      if (!again) await askIfTwice(trx, session.plan.name, riders, rows);
      for (const row of rows) {
        const position = await nextPosition(trx, row.rider_id, row.date);
        await insert('days', { ...row, position });
        await handOver(insert, row);
      }
      return readDays(
        trx,
        rows.map(({ id }) => id),
      );
    },
  );
}

/** Lets the rider see a day as it stands. Until handing over has a screen of its own, whatever is put on a day is handed over. */
export async function handOver(
  insert: Act['insert'],
  { id, version, plan }: Pick<DayRow, 'id' | 'version' | 'plan'>,
): Promise<void> {
  await insert('handovers', {
    id: randomUUID(),
    day_id: id,
    at: new Date().toISOString(),
    day_version: version,
    plan,
  });
}

/** Behind what stands on the date already. */
export async function nextPosition(db: Reader, riderId: string, date: string): Promise<number> {
  const { last } = await db
    .selectFrom('days')
    .select(({ fn }) => fn.max('position').as('last'))
    .where('rider_id', '=', riderId)
    .where('date', '=', date)
    .executeTakeFirstOrThrow();
  return ((last as number | null) ?? -1) + 1;
}

/** Refuses a plan in which something is still wrong. */
export function refuseProblems(plan: Plan, sentence: string): void {
  const problems = problemsOf(plan);
  if (problems.length === 0) return;
  throw new Refusal('plan-wrong', `${sentence} ${problems[0]?.reason ?? ''}`, {
    fields: problems.map(({ field, reason }) => ({ field, reason })),
  });
}

/** Why a rider's health screen does not allow a plan on a day; null where it does. */
export async function healthReason(
  db: Db,
  rider: Rider,
  plan: Plan,
  date: string,
): Promise<string | null> {
  return healthRefusal(
    plan,
    riderFigures(rider, date, await modelOn(db, rider.id, today())),
    healthVerdict(rider.health, rider, date),
  );
}

/** The same session on the same day twice is more often a slip than meant, so it is asked. */
async function askIfTwice(
  db: Reader,
  session: string,
  riders: readonly Rider[],
  rows: readonly DayRow[],
): Promise<void> {
  const [first] = rows;
  if (!first) return;
  const there = await db
    .selectFrom('days')
    .select(['rider_id', 'date'])
    .where('session_id', '=', first.session_id)
    .where('date', 'in', [...new Set(rows.map(({ date }) => date))])
    .execute();
  const twice = rows.filter((row) =>
    there.some(({ rider_id, date }) => rider_id === row.rider_id && date === row.date),
  );
  if (twice.length === 0) return;
  const named = twice
    .slice(0, 3)
    .map(
      ({ rider_id, date }) =>
        `${riders.find(({ id }) => id === rider_id)?.name ?? ''} on ${format(parseISO(date), 'EEE d MMM')}`,
    );
  const more = twice.length > 3 ? ` and ${twice.length - 3} more` : '';
  throw new Refusal(
    'twice-on-a-day',
    `${session} is there already: ${named.join(', ')}${more}. Assign it once more?`,
  );
}
