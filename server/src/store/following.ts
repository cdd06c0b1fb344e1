import { type Behind, type Following, type Day, daySchema } from '@uphill/api';
import { z } from 'zod';
import type { Db } from '../database.ts';
import { badField, conflict } from '../refusal.ts';
import { today } from '../today.ts';
import { handOver, healthReason, refuseProblems } from './assign.ts';
import { readDays } from './days.ts';
import { act } from './journal.ts';
import { readRider } from './riders.ts';
import { readSession } from './sessions.ts';

/** Days still to come that follow a session and stand as it was before; each past the health screen of its rider. */
export async function daysBehind(db: Db, sessionId: string): Promise<Behind[]> {
  const session = await readSession(db, sessionId);
  const rows = await behind(db, sessionId).execute();
  const riders = new Map(
    await Promise.all(
      [...new Set(rows.map((row) => row.rider_id))].map(
        async (id) => [id, await readRider(db, id)] as const,
      ),
    ),
  );
  return Promise.all(
    rows.map(async ({ id, rider_id: riderId, date }) => {
      const rider = riders.get(riderId);
      return {
        dayId: id,
        riderId,
        date,
        refusal: rider ? await healthReason(db, rider, session.plan, date) : null,
      };
    }),
  );
}

/** Gives some of a session's days its plan as it stands, and lets others alone from now on. */
export async function followSession(
  db: Db,
  sessionId: string,
  { sessionVersion, follow, leave }: Following,
): Promise<Day[]> {
  const session = await readSession(db, sessionId);
  if (session.version !== sessionVersion) throw conflict({ sessionVersion }, session);
  if (follow.length > 0) refuseProblems(session.plan, 'The days cannot take this session yet.');
  const waiting = await daysBehind(db, sessionId);
  const chosen = waiting.filter(({ dayId }) => follow.includes(dayId));
  const forbidden = chosen.find(({ refusal }) => refusal !== null);
  if (forbidden?.refusal) throw badField('follow', forbidden.refusal);
  const left = waiting.filter(({ dayId }) => leave.includes(dayId));
  const many = (days: readonly unknown[]): string =>
    days.length === 1 ? 'one day' : `${days.length} days`;
  const label =
    chosen.length > 0
      ? `changed ${many(chosen)} to ${session.plan.name} as it is now`
      : `left ${many(left)} of ${session.plan.name} as they were`;
  const plan = JSON.stringify(session.plan);
  return act(db, label, z.array(daySchema), async ({ insert, update, trx }) => {
    const rows = await behind(trx, sessionId).execute();
    for (const { id, version } of rows) {
      if (follow.includes(id)) {
        await update('days', id, { plan, version: version + 1 });
        await handOver(insert, { id, version: version + 1, plan });
      } else if (leave.includes(id)) await update('days', id, { follows: 0, version: version + 1 });
    }
    return readDays(
      trx,
      rows.map(({ id }) => id),
    );
  });
}

function behind(db: Pick<Db, 'selectFrom'>, sessionId: string) {
  return db
    .selectFrom('days')
    .innerJoin('sessions', 'sessions.id', 'days.session_id')
    .select(['days.id', 'days.rider_id', 'days.date', 'days.version'])
    .where('days.session_id', '=', sessionId)
    .where('days.date', '>=', today())
    .where('days.follows', '=', 1)
    .where('days.state', '=', 'planned')
    .whereRef('days.plan', '<>', 'sessions.plan')
    .orderBy('days.date');
}
