import { randomUUID } from 'node:crypto';
import {
  shapeOf,
  type TestDay,
  type TestDayDraft,
  testDaySchema,
  testDayDraftSchema,
} from '@uphill/api';
import { EMPTY_SETUP, protocolOf } from '@uphill/core/testing';
import type { Db } from '../database.ts';
import { conflict, notFound, orNotSaved } from '../refusal.ts';
import type { TestDayRow } from '../tables.ts';
import { act, orConflict } from './journal.ts';
import { readJson, unreadableSentence } from './json.ts';
import { riderName } from './riderName.ts';

/** Test days under way; a finished one is a test. */
export async function listTestDays(db: Db, riderId: string): Promise<TestDay[]> {
  await riderName(db, riderId);
  const rows = await db
    .selectFrom('test_days')
    .selectAll()
    .where('rider_id', '=', riderId)
    .orderBy('updated_at', 'desc')
    .execute();
  return rows.map(fromRow);
}

export async function readTestDay(db: Db, id: string): Promise<TestDay> {
  const row = await db.selectFrom('test_days').selectAll().where('id', '=', id).executeTakeFirst();
  if (!row) throw notFound('test day');
  return fromRow(row);
}

export async function createTestDay(
  db: Db,
  riderId: string,
  fields: { protocol: TestDay['protocol']; draft: TestDayDraft },
): Promise<TestDay> {
  const name = await riderName(db, riderId);
  const now = new Date().toISOString();
  const row: TestDayRow = {
    id: randomUUID(),
    rider_id: riderId,
    protocol: fields.protocol,
    draft: JSON.stringify(fields.draft),
    version: 1,
    updated_at: now,
    created_at: now,
  };
  return act(
    db,
    `started a test day of ${name}: ${protocolOf(fields.protocol).name}`,
    testDaySchema,
    async ({ insert }) => {
      await insert('test_days', row);
      return fromRow(row);
    },
  );
}

/** Saves a test day as it stands. It saves itself while it goes on, so the journal leaves it out. */
export async function saveTestDay(
  db: Db,
  id: string,
  change: { draft: TestDayDraft; version: number },
): Promise<TestDay> {
  return orNotSaved('the test day', () =>
    db.transaction().execute(async (trx) => {
      const saved = await trx
        .updateTable('test_days')
        .set({
          draft: JSON.stringify(change.draft),
          version: change.version + 1,
          updated_at: new Date().toISOString(),
        })
        .where('id', '=', id)
        .where('version', '=', change.version)
        .returningAll()
        .executeTakeFirst();
      if (saved) return testDaySchema.parse(fromRow(saved));
      const stored = await trx
        .selectFrom('test_days')
        .selectAll()
        .where('id', '=', id)
        .executeTakeFirst();
      if (!stored) throw notFound('test day');
      throw conflict(change, fromRow(stored));
    }),
  );
}

/** Gives a test day up; undo brings it back. */
export async function removeTestDay(db: Db, id: string, version: number): Promise<void> {
  const read = () => readTestDay(db, id);
  const { riderId, protocol } = await read();
  const name = await riderName(db, riderId);
  const label = `abandoned the test day of ${name}: ${protocolOf(protocol).name}`;
  await orConflict({ version }, read, () =>
    act(db, label, null, ({ remove }) => remove('test_days', id, version)),
  );
}

const draft = shapeOf(testDayDraftSchema);

/** Stands where what was stored cannot be read any more; it is shown as such, and never saved over it. */
const EMPTY_DRAFT: TestDayDraft = {
  ...{
    stage: 'expect',
    date: '2000-01-01',
    expectedW: null,
    expectedBpm: null,
    setup: EMPTY_SETUP,
    ramp: { startW: 100, stepW: 20, stageS: 60 },
  },
  ...{
    onS: 30,
    optional: false,
    slopePercent: 3,
    way: null,
    ride: null,
    recordingId: null,
    typed: {},
    samples: [],
    note: '',
  },
};

function fromRow(row: TestDayRow): TestDay {
  const read = readJson(row.draft, draft);
  return {
    id: row.id,
    riderId: row.rider_id,
    protocol: row.protocol,
    draft: read.ok ? read.value : EMPTY_DRAFT,
    unreadable: read.ok
      ? null
      : unreadableSentence('What was written of this test day', read.reason),
    version: row.version,
    updatedAt: row.updated_at,
  };
}
