import { setImmediate as others } from 'node:timers/promises';
import type { Behind, Following, PlacedDay } from '@uphill/api';
import type { Db } from '../database.ts';
import { badField, conflict } from '../refusal.ts';
import { today } from '../today.ts';
import { placedDay, refusalOn, refuseProblems } from './assign.ts';
import { act } from './journal.ts';
import { modelsOn } from './models.ts';
import { ridersFromToday } from './riders.ts';
import { readSession } from './sessions.ts';

/** Days that are looked at before others have their turn. */
const DAYS_A_TURN = 20;

/** Days still to come that follow a session and stand as it was before; each past the health screen of its rider. */
export async function daysBehind(db: Db, sessionId: string): Promise<Behind[]> {
  const session = await readSession(db, sessionId);
  const rows = await behind(db, sessionId).execute();
  const ids = [...new Set(rows.map((row) => row.rider_id))];
  const riders = new Map((await ridersFromToday(db, ids)).map((rider) => [rider.id, rider]));
  const models = new Map((await modelsOn(db, ids, today())).map((model) => [model.riderId, model]));
  const answers: Behind[] = [];
  for (const { id: dayId, rider_id: riderId, date } of rows) {
    const [rider, model] = [riders.get(riderId), models.get(riderId) ?? null];
    const refusal = rider ? refusalOn([date], rider, session.plan, model) : null;
    answers.push({ dayId, riderId, date, refusal });
    if (answers.length % DAYS_A_TURN === 0) await others();
  }
  return answers;
}

/** Gives some of a session's days its plan as it stands, and lets others alone from now on. */
export async function followSession(
  db: Db,
  sessionId: string,
  { sessionVersion, follow, leave }: Following,
): Promise<PlacedDay[]> {
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
  const [follows, leaves] = [new Set(follow), new Set(leave)];
  return act(db, label, null, async ({ updateAll, trx }) => {
    const rows = (await behind(trx, sessionId).execute()).map((row) => ({
      ...row,
      plan,
      version: row.version + 1,
    }));
    const taking = rows.filter(({ id }) => follows.has(id));
    const staying = rows.filter(({ id }) => !follows.has(id) && leaves.has(id));
    await updateAll('days', idsOf(taking), { plan });
    await updateAll('days', idsOf(staying), { follows: 0 });
    return [...taking, ...staying].map(placedDay);
  });
}

function idsOf(rows: readonly { readonly id: string }[]): string[] {
  return rows.map(({ id }) => id);
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
