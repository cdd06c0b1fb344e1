import { randomUUID } from 'node:crypto';
import {
  type Availability,
  type FixtureFields,
  type GoalFields,
  type Rider,
  riderSchema,
} from '@uphill/api';
import type { Db } from '../database.ts';
import { badField, conflict, notFound, refuseDay } from '../refusal.ts';
import { act, orConflict } from './journal.ts';
import {
  availabilityFrom,
  fixtureColumns,
  fixtureFrom,
  goalColumns,
  goalFrom,
} from './riderFileRows.ts';
import { riderName } from './riderName.ts';
import { readRider } from './riders.ts';
import type { Reader } from './rides.ts';

/** Where something of a rider's file lies. */
interface At {
  readonly riderId: string;
  readonly id: string;
}

export async function addGoal(db: Db, riderId: string, fields: GoalFields): Promise<Rider> {
  const name = await riderName(db, riderId);
  refuseDay('date', fields.date, 'goal');
  await refuseHill(db, fields.hillId);
  return act(
    db,
    `added the goal ${fields.name} of ${name}`,
    riderSchema,
    async ({ insert, trx }) => {
      await insert('goals', {
        id: randomUUID(),
        rider_id: riderId,
        ...goalColumns(fields),
        version: 1,
        created_at: new Date().toISOString(),
      });
      return readRider(trx, riderId);
    },
  );
}

export async function changeGoal(
  db: Db,
  at: At,
  { version, ...fields }: GoalFields & { version: number },
): Promise<Rider> {
  const read = async () => goalFrom(await ownGoal(db, at));
  const stored = await read();
  // A goal that is past stays as it is while nobody changes its date.
  if (fields.date !== stored.date) refuseDay('date', fields.date, 'goal');
  await refuseHill(db, fields.hillId);
  const name = await riderName(db, at.riderId);
  return orConflict({ version, ...fields }, read, () =>
    act(db, `changed the goal ${stored.name} of ${name}`, riderSchema, async ({ update, trx }) => {
      await update('goals', at.id, { ...goalColumns(fields), version: version + 1 });
      return readRider(trx, at.riderId);
    }),
  );
}

export async function removeGoal(db: Db, at: At, version: number): Promise<Rider> {
  const read = async () => goalFrom(await ownGoal(db, at));
  const stored = await read();
  const name = await riderName(db, at.riderId);
  return orConflict({ version }, read, () =>
    act(db, `removed the goal ${stored.name} of ${name}`, riderSchema, async ({ remove, trx }) => {
      await remove('goals', at.id, version);
      return readRider(trx, at.riderId);
    }),
  );
}

/** Saves the hours and rest days of a whole week at once. */
export async function changeWeek(
  db: Db,
  riderId: string,
  { version, days }: Availability,
): Promise<Rider> {
  const name = await riderName(db, riderId);
  return act(db, `changed the hours of ${name}`, riderSchema, async ({ insert, update, trx }) => {
    const rows = await trx
      .selectFrom('availability')
      .selectAll()
      .where('rider_id', '=', riderId)
      .execute();
    const stored = availabilityFrom(rows);
    if ((stored?.version ?? 0) !== version) throw conflict({ version, days }, stored);
    for (const [index, { hours, fixedRest }] of days.entries()) {
      const row = rows.find(({ weekday }) => weekday === index + 1);
      const week = { hours, fixed_rest: fixedRest ? (1 as const) : (0 as const) };
      // Every row carries the week's version, also one that undo has moved on.
      if (row) await update('availability', row.id, { ...week, version: row.version + 1 });
      else
        await insert('availability', {
          id: randomUUID(),
          rider_id: riderId,
          weekday: index + 1,
          ...week,
          version: 1,
        });
    }
    return readRider(trx, riderId);
  });
}

export async function addFixture(db: Db, riderId: string, fields: FixtureFields): Promise<Rider> {
  const name = await riderName(db, riderId);
  refuseDay('from', fields.from, 'any');
  if (fields.to !== null) refuseDay('to', fields.to, 'any');
  return act(
    db,
    `added ${fields.name} every week${fields.squad ? ' for the squad' : ` for ${name}`}`,
    riderSchema,
    async ({ insert, trx }) => {
      await insert('fixtures', {
        id: randomUUID(),
        ...fixtureColumns(riderId, fields),
        version: 1,
        created_at: new Date().toISOString(),
      });
      return readRider(trx, riderId);
    },
  );
}

export async function changeFixture(
  db: Db,
  at: At,
  { version, ...fields }: FixtureFields & { version: number },
): Promise<Rider> {
  const read = async () => fixtureFrom(await ownFixture(db, at));
  const stored = await read();
  refuseDay('from', fields.from, 'any');
  if (fields.to !== null) refuseDay('to', fields.to, 'any');
  return orConflict({ version, ...fields }, read, () =>
    act(db, `changed the weekly ${stored.name}`, riderSchema, async ({ update, trx }) => {
      await update('fixtures', at.id, {
        ...fixtureColumns(at.riderId, fields),
        version: version + 1,
      });
      return readRider(trx, at.riderId);
    }),
  );
}

export async function removeFixture(db: Db, at: At, version: number): Promise<Rider> {
  const read = async () => fixtureFrom(await ownFixture(db, at));
  const stored = await read();
  return orConflict({ version }, read, () =>
    act(db, `removed the weekly ${stored.name}`, riderSchema, async ({ remove, trx }) => {
      await remove('fixtures', at.id, version);
      return readRider(trx, at.riderId);
    }),
  );
}

async function ownGoal(db: Reader, { riderId, id }: At) {
  const row = await db
    .selectFrom('goals')
    .selectAll()
    .where('id', '=', id)
    .where('rider_id', '=', riderId)
    .executeTakeFirst();
  if (!row) throw notFound('goal');
  return row;
}

/** A fixture of the rider, or of the squad. */
async function ownFixture(db: Reader, { riderId, id }: At) {
  const row = await db
    .selectFrom('fixtures')
    .selectAll()
    .where('id', '=', id)
    .where((check) => check.or([check('rider_id', '=', riderId), check('rider_id', 'is', null)]))
    .executeTakeFirst();
  if (!row) throw notFound('fixture');
  return row;
}

async function refuseHill(db: Reader, id: string | null): Promise<void> {
  if (
    id !== null &&
    !(await db.selectFrom('hills').select('id').where('id', '=', id).executeTakeFirst())
  )
    throw badField('hillId', 'There is no such hill.');
}
