import { randomUUID } from 'node:crypto';
import { type Session, sessionSchema } from '@uphill/api';
import type { Plan } from '@uphill/core/sessions';
import { sql, type SqlBool } from 'kysely';
import type { Db } from '../database.ts';
import { conflict, notFound, orNotSaved } from '../refusal.ts';
import type { SessionRow } from '../tables.ts';
import { act, orConflict } from './journal.ts';
import { readPlan } from './json.ts';

export async function listSessions(db: Db): Promise<Session[]> {
  const rows = await db
    .selectFrom('sessions')
    .selectAll()
    .where('retired', '=', 0)
    .where((check) => check.not(UNTOUCHED))
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
  if (plan.items.length === 0) return openBlank(db, row);
  return act(
    db,
    `made the session ${plan.name || 'New session'}`,
    sessionSchema,
    async ({ insert }) => {
      await insert('sessions', row);
      return fromRow(row);
    },
  );
}

/** A new session that nobody has written in: in no list, and in no journal. */
const UNTOUCHED = sql<SqlBool>`(CASE WHEN version = 1 AND json_valid(plan) THEN json_array_length(plan, '$.items') IS 0 ELSE 0 END)`;
const DAY_MS = 86_400_000;

/** Opens a blank session; what an earlier one left behind when its tab was closed goes. */
function openBlank(db: Db, row: SessionRow): Promise<Session> {
  return orNotSaved('the new session', () =>
    db.transaction().execute(async (trx) => {
      await trx
        .deleteFrom('sessions')
        .where(UNTOUCHED)
        .where('created_at', '<', new Date(Date.now() - DAY_MS).toISOString())
        .execute();
      await trx.insertInto('sessions').values(row).execute();
      return fromRow(row);
    }),
  );
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
      if (saved) return sessionSchema.parse(fromRow(saved));
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

/** Takes a session out of the list; days it stands on keep it. One that nobody has written in leaves nothing behind. */
export async function retireSession(db: Db, id: string, version: number): Promise<void> {
  const { numDeletedRows } = await db
    .deleteFrom('sessions')
    .where('id', '=', id)
    .where(UNTOUCHED)
    .executeTakeFirst();
  if (numDeletedRows > 0n) return;
  const read = () => readSession(db, id);
  const { plan } = await read();
  await orConflict({ version }, read, () =>
    act(db, `archived the session ${plan.name || 'New session'}`, null, ({ update }) =>
      update('sessions', id, { retired: 1, version: version + 1 }),
    ),
  );
}

function fromRow(row: SessionRow): Session {
  return {
    id: row.id,
    ...readPlan(row.plan),
    version: row.version,
    updatedAt: row.updated_at,
    retired: row.retired === 1,
  };
}
