import { randomUUID } from 'node:crypto';
import { setImmediate as others } from 'node:timers/promises';
import { type Rider, type RiderFields, type RiderOwn, riderSchema } from '@uphill/api';
import type { Db } from '../database.ts';
import { notFound } from '../refusal.ts';
import type { RiderRow } from '../tables.ts';
import { act, orConflict } from './journal.ts';
import { schemeName } from './schemes.ts';
import { complete, type Span } from './completeRiders.ts';
import { FAR_OFF, today } from '../today.ts';

/** Every rider, with what counts on some days: from today on where none are named. */
export async function listRiders(
  db: Db,
  { from = today(), to = FAR_OFF }: { [K in keyof Span]?: string | undefined } = {},
): Promise<Rider[]> {
  const rows = await db.selectFrom('riders').selectAll().orderBy('name').execute();
  return complete(db, rows, { from, to });
}

/** So many are read before anybody else is answered. */
const AT_ONCE = 15;

/** Some riders with what counts from today on, in the order of their ids; refuses where one of them is not there. */
export async function ridersFromToday(db: Db, ids: readonly string[]): Promise<Rider[]> {
  const toCome = { from: today(), to: FAR_OFF };
  const riders = new Map<string, Rider>();
  for (let first = 0; first < ids.length; first += AT_ONCE) {
    const some = ids.slice(first, first + AT_ONCE);
    const rows = await db.selectFrom('riders').selectAll().where('id', 'in', some).execute();
    for (const rider of await complete(db, rows, toCome)) riders.set(rider.id, rider);
    // Whoever asks something else meanwhile is answered between them.
    await others();
  }
  return ids.map((id) => {
    const rider = riders.get(id);
    if (!rider) throw notFound('rider');
    return rider;
  });
}

export async function readRider(db: Db, id: string): Promise<Rider> {
  const row = await db.selectFrom('riders').selectAll().where('id', '=', id).executeTakeFirst();
  const [rider] = row ? await complete(db, [row]) : [];
  if (!rider) throw notFound('rider');
  return rider;
}

export async function countRiders(db: Db): Promise<number> {
  const { riders } = await db
    .selectFrom('riders')
    .select(({ fn }) => fn.countAll<number>().as('riders'))
    .executeTakeFirstOrThrow();
  return riders;
}

export async function createRider(db: Db, fields: RiderFields): Promise<Rider> {
  if (fields.schemeId !== null) await schemeName(db, fields.schemeId);
  const id = randomUUID();
  return act(db, `added ${fields.name}`, riderSchema, async ({ insert, trx }) => {
    const own = {
      ...fields,
      timeZone: null,
      trainsSince: null,
      hardDays: null,
      ceilingSchool: null,
      gutGramsPerHour: null,
      address: '',
      verdictsShown: 'verdicts' as const,
      bikes: [],
    };
    await insert('riders', {
      id,
      ...toRow(own),
      archived: 0,
      demo: 0,
      season: '{}',
      typed_base: null,
      typed_base_on: null,
      version: 1,
      created_at: new Date().toISOString(),
    });
    return readRider(trx, id);
  });
}

export async function changeRider(
  db: Db,
  id: string,
  change: Partial<RiderOwn> & { version: number; archived?: boolean | undefined },
): Promise<Rider> {
  const read = () => readRider(db, id);
  const stored = await read();
  const { version, archived = stored.archived, ...fields } = change;
  const next: RiderOwn = { ...stored, ...fields };
  if (next.schemeId !== null && next.schemeId !== stored.schemeId)
    await schemeName(db, next.schemeId);
  return orConflict(change, read, () =>
    act(
      db,
      archived === stored.archived
        ? `changed ${stored.name}`
        : `${archived ? 'archived' : 'restored'} ${stored.name}`,
      riderSchema,
      async ({ update, trx }) => {
        await update('riders', id, {
          ...toRow(next),
          archived: archived ? 1 : 0,
          version: version + 1,
        });
        return readRider(trx, id);
      },
    ),
  );
}

function toRow(
  fields: RiderOwn,
): Omit<
  RiderRow,
  'id' | 'archived' | 'demo' | 'season' | 'typed_base' | 'typed_base_on' | 'version' | 'created_at'
> {
  return {
    name: fields.name,
    birth_year: fields.birthYear,
    sex: fields.sex,
    power_source: fields.powerSource,
    masters: fields.masters ? 1 : 0,
    notes: fields.notes,
    scheme_id: fields.schemeId,
    retest_weeks: fields.retestWeeks,
    hide_mass: fields.hideMass === null ? null : flagOf(fields.hideMass),
    session_shown: fields.sessionShown,
    time_zone: fields.timeZone,
    trains_since: fields.trainsSince,
    hard_days: fields.hardDays,
    ceiling_school: fields.ceilingSchool,
    gut_g_per_h: fields.gutGramsPerHour,
    address: fields.address,
    verdicts_shown: fields.verdictsShown,
    bikes: JSON.stringify(fields.bikes),
  };
}

function flagOf(set: boolean): 0 | 1 {
  return set ? 1 : 0;
}
