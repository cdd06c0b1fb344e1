import { randomUUID } from 'node:crypto';
import { type Giving, type Placed, type PlacedChange, placed, type Rider } from '@uphill/api';
import {
  healthRefusal,
  healthVerdict,
  numbersOnDay,
  type Plan,
  problemsOf,
  riderFigures,
} from '@uphill/core';
import type { Db } from '../database.ts';
import { badField, notFound, refuseDay, Refusal } from '../refusal.ts';
import { format, parseISO } from 'date-fns';
import { z } from 'zod';
import type { PlacedRow } from '../tables.ts';
import { today } from '../today.ts';
import { act, orConflict } from './journal.ts';
import { modelOn } from './models.ts';
import { readRider, riderName } from './riders.ts';
import { readSession } from './sessions.ts';

type Joined = PlacedRow & { plan: string };

export async function listPlaced(
  db: Db,
  range: { from: string; to: string },
  riderId?: string,
): Promise<Placed[]> {
  const rows = await joined(db)
    .where('placed_sessions.date', '>=', range.from)
    .where('placed_sessions.date', '<=', range.to)
    .$if(riderId !== undefined, (query) => query.where('rider_id', '=', riderId ?? ''))
    .orderBy('placed_sessions.date')
    .orderBy('placed_sessions.created_at')
    .execute();
  return rows.map(fromRow);
}

export async function readPlaced(db: Db, id: string): Promise<Placed> {
  const row = await joined(db).where('placed_sessions.id', '=', id).executeTakeFirst();
  if (!row) throw notFound('day');
  return fromRow(row);
}

/** Puts a session on days of one or several riders, all in one action. A draft with something wrong in it is not given. */
export async function giveSession(
  db: Db,
  { sessionId, gives, again = false }: Giving,
): Promise<Placed[]> {
  const session = await readSession(db, sessionId);
  const problems = problemsOf(session.plan);
  if (problems.length > 0) {
    throw new Refusal(422, `This session cannot be given yet. ${problems[0]?.reason ?? ''}`, {
      fields: problems.map(({ field, reason }) => ({ field, reason })),
    });
  }
  const riders = await Promise.all(gives.map(({ riderId }) => readRider(db, riderId)));
  const rows: PlacedRow[] = [];
  const now = new Date().toISOString();
  for (const [index, { dates }] of gives.entries()) {
    const rider = riders[index] as Rider;
    const model = await modelOn(db, rider.id, today());
    for (const date of new Set(dates)) {
      refuseDay('dates', date, 'day');
      const reason = healthRefusal(
        session.plan,
        riderFigures(rider, date, model),
        healthVerdict(rider.health, rider.birthYear, date),
      );
      if (reason !== null) throw badField('sessionId', reason);
      rows.push({
        ...{
          id: randomUUID(),
          rider_id: rider.id,
          session_id: session.id,
          date,
          state: 'planned',
          rpe: null,
          note: '',
        },
        ...{ ridden_plan: null, ridden_ftp_w: null, ridden: null, version: 1, created_at: now },
      });
    }
  }
  const whom = riders.length === 1 ? (riders[0]?.name ?? '') : `${riders.length} riders`;
  const days = rows.length === 1 ? 'one day' : `${rows.length} days`;
  return act(
    db,
    `gave ${session.plan.name} to ${whom} on ${days}`,
    z.array(placed),
    async ({ insert, trx }) => {
      // Under the lock of the action, so that two requests at once are not both taken for the first.
      if (!again) await askIfTwice(trx, session.plan.name, riders, rows);
      for (const row of rows) await insert('placed_sessions', row);
      return Promise.all(rows.map(({ id }) => readPlaced(trx, id)));
    },
  );
}

/** The same session on the same day twice is more often a slip than meant, so it is asked. */
async function askIfTwice(
  db: Db,
  session: string,
  riders: readonly Rider[],
  rows: readonly PlacedRow[],
): Promise<void> {
  const [first] = rows;
  if (!first) return;
  const there = await db
    .selectFrom('placed_sessions')
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
    409,
    `${session} is there already: ${named.join(', ')}${more}. Assign it once more?`,
    { code: 'twice-on-a-day' },
  );
}

/** Moves a day, or marks it. Marking it keeps the plan and FTP it was ridden with. */
export async function changePlaced(db: Db, id: string, change: PlacedChange): Promise<Placed> {
  const read = () => readPlaced(db, id);
  const stored = await read();
  const rider = await readRider(db, stored.riderId);
  const date = change.date ?? stored.date;
  if (date !== stored.date) refuseDay('date', date, 'day');
  const state = change.state ?? stored.state;
  const { ftpW } = numbersOnDay(rider, date);
  const ridden =
    state === 'planned'
      ? { ridden_plan: null, ridden_ftp_w: null }
      : {
          ridden_plan: JSON.stringify(stored.plan),
          ridden_ftp_w: stored.state === 'planned' ? ftpW : stored.riddenFtpW,
        };
  if (change.ridden && !(await isRecordingOf(db, stored.riderId, change.ridden.recordingId)))
    throw badField('ridden', 'There is no such recording of this rider.');
  const label =
    change.state && change.state !== stored.state
      ? `marked ${stored.plan.name} of ${rider.name} as ${state}`
      : `changed a day of ${rider.name}`;
  const row = {
    date,
    state,
    rpe: change.rpe === undefined ? stored.rpe : change.rpe,
    note: change.note ?? stored.note,
    ...ridden,
    ridden: textOf(change.ridden === undefined ? stored.ridden : change.ridden),
    version: change.version + 1,
  };
  return orConflict(change, read, () =>
    act(db, label, placed, async ({ update, trx }) => {
      await update('placed_sessions', id, row);
      return readPlaced(trx, id);
    }),
  );
}

async function isRecordingOf(db: Db, riderId: string, id: string): Promise<boolean> {
  return (
    (await db
      .selectFrom('recordings')
      .select('id')
      .where('id', '=', id)
      .where('rider_id', '=', riderId)
      .executeTakeFirst()) !== undefined
  );
}

export async function removePlaced(db: Db, id: string, version: number): Promise<void> {
  const read = () => readPlaced(db, id);
  const stored = await read();
  const name = await riderName(db, stored.riderId);
  const label = `took ${stored.plan.name} off ${name}’s day`;
  await orConflict({ version }, read, () =>
    act(db, label, null, ({ remove }) => remove('placed_sessions', id, version)),
  );
}

function textOf(ridden: Placed['ridden']): string | null {
  return ridden === null ? null : JSON.stringify(ridden);
}

function joined(db: Db) {
  return db
    .selectFrom('placed_sessions')
    .innerJoin('sessions', 'sessions.id', 'placed_sessions.session_id')
    .selectAll('placed_sessions')
    .select('sessions.plan');
}

function fromRow(row: Joined): Placed {
  return {
    id: row.id,
    riderId: row.rider_id,
    sessionId: row.session_id,
    date: row.date,
    state: row.state as Placed['state'],
    rpe: row.rpe,
    note: row.note,
    version: row.version,
    plan: JSON.parse(row.ridden_plan ?? row.plan) as Plan,
    riddenFtpW: row.ridden_ftp_w,
    ridden: row.ridden === null ? null : (JSON.parse(row.ridden) as Placed['ridden']),
  };
}
