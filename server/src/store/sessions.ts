import { randomUUID } from 'node:crypto';
import { type Session, session } from '@uphill/api';
import type { Plan } from '@uphill/core';
import type { Db } from '../database.ts';
import { conflict, notFound, orNotSaved } from '../refusal.ts';
import type { SessionRow } from '../tables.ts';
import { act, orConflict } from './journal.ts';

export async function listSessions(db: Db): Promise<Session[]> {
  const rows = await db
    .selectFrom('sessions')
    .selectAll()
    .where('retired', '=', 0)
    .orderBy('updated_at', 'desc')
    .execute();
  return rows.map(fromRow);
}

export async function readSession(db: Db, id: string): Promise<Session> {
  const row = await db.selectFrom('sessions').selectAll().where('id', '=', id).executeTakeFirst();
  if (!row) throw notFound('session');
  return fromRow(row);
}

export async function createSession(db: Db, plan: Plan): Promise<Session> {
  const now = new Date().toISOString();
  const row: SessionRow = {
    id: randomUUID(),
    plan: JSON.stringify(plan),
    retired: 0,
    version: 1,
    updated_at: now,
    created_at: now,
  };
  return act(db, `made the session ${plan.name || 'New session'}`, session, async ({ insert }) => {
    await insert('sessions', row);
    return fromRow(row);
  });
}

/** Saves a draft as it is, problems and all. Its undo lives in the workshop, so the journal leaves it out. */
export async function saveSession(
  db: Db,
  id: string,
  change: { plan: Plan; version: number },
): Promise<Session> {
  return orNotSaved(`the session ${change.plan.name || 'New session'}`, () =>
    db.transaction().execute(async (trx) => {
      const saved = await trx
        .updateTable('sessions')
        .set({
          plan: JSON.stringify(change.plan),
          version: change.version + 1,
          updated_at: new Date().toISOString(),
        })
        .where('id', '=', id)
        .where('version', '=', change.version)
        .returningAll()
        .executeTakeFirst();
      if (saved) return session.parse(fromRow(saved));
      const stored = await trx
        .selectFrom('sessions')
        .selectAll()
        .where('id', '=', id)
        .executeTakeFirst();
      if (!stored) throw notFound('session');
      throw conflict({ plan: change.plan, version: change.version }, fromRow(stored));
    }),
  );
}

/** Takes a session out of the list; days it stands on keep it. */
export async function retireSession(db: Db, id: string, version: number): Promise<void> {
  const read = () => readSession(db, id);
  const { plan } = await read();
  await orConflict({ version }, read, () =>
    act(db, `retired the session ${plan.name || 'New session'}`, null, ({ update }) =>
      update('sessions', id, { retired: 1, version: version + 1 }),
    ),
  );
}

function fromRow(row: SessionRow): Session {
  return {
    id: row.id,
    plan: JSON.parse(row.plan) as Plan,
    version: row.version,
    updatedAt: row.updated_at,
    retired: row.retired === 1,
  };
}
