import { randomUUID } from 'node:crypto';
import {
  type OwnSchemeEntry,
  ownSchemeSchema,
  type SchemeFields,
  schemeFieldsSchema,
  choicesSchema,
  type Settings,
  type SettingsChange,
  USUAL_CHOICES,
  settingsSchema,
  shapeOf,
} from '@uphill/api';
import { ownSchemeProblems, SCHEMES } from '@uphill/core/zones';
import { z } from 'zod';
import type { Db } from '../database.ts';
import { badField, notFound, Refusal } from '../refusal.ts';
import { machineZone } from '../timeZone.ts';
import type { SchemeRow } from '../tables.ts';
import { act, orConflict } from './journal.ts';
import { readJsonOr } from './json.ts';

const HOUSE = 'house';

export async function listSchemes(db: Db): Promise<OwnSchemeEntry[]> {
  return (await db.selectFrom('schemes').selectAll().orderBy('name').execute()).map(fromRow);
}

export async function createScheme(db: Db, fields: SchemeFields): Promise<OwnSchemeEntry> {
  const row: SchemeRow = {
    id: randomUUID(),
    ...toRow(fields),
    version: 1,
    created_at: new Date().toISOString(),
  };
  return act(db, `made the scheme ${fields.name}`, ownSchemeSchema, async ({ insert, trx }) => {
    await refuseProblems(trx, fields, null);
    await insert('schemes', row);
    return fromRow(row);
  });
}

export async function changeScheme(
  db: Db,
  id: string,
  { version, ...fields }: SchemeFields & { version: number },
): Promise<OwnSchemeEntry> {
  const read = () => readScheme(db, id);
  await read();
  return orConflict({ ...fields, version }, read, () =>
    act(db, `changed the scheme ${fields.name}`, ownSchemeSchema, async ({ update, trx }) => {
      await refuseProblems(trx, fields, id);
      await update('schemes', id, { ...toRow(fields), version: version + 1 });
      return readScheme(trx, id);
    }),
  );
}

/** Takes a scheme away; riders who had it follow the default again. */
export async function removeScheme(db: Db, id: string, version: number): Promise<void> {
  const read = () => readScheme(db, id);
  const { name } = await read();
  await orConflict({ version }, read, () =>
    act(db, `removed the scheme ${name}`, null, async ({ remove, update, trx }) => {
      const riders = await trx
        .selectFrom('riders')
        .select(['id', 'version'])
        .where('scheme_id', '=', id)
        .execute();
      for (const rider of riders)
        await update('riders', rider.id, { scheme_id: null, version: rider.version + 1 });
      const house = await readSettings(trx);
      if (house.defaultSchemeId === id)
        await update('settings', HOUSE, {
          default_scheme_id: SCHEMES[0]?.id ?? '',
          version: house.version + 1,
        });
      await remove('schemes', id, version);
    }),
  );
}

export async function readSettings(db: Db): Promise<Settings> {
  const row = await db
    .selectFrom('settings')
    .selectAll()
    .where('id', '=', HOUSE)
    .executeTakeFirstOrThrow();
  return {
    defaultSchemeId: row.default_scheme_id,
    timeZone: row.time_zone ?? machineZone(),
    choices: readJsonOr(row.choices, choicesStored, USUAL_CHOICES),
    version: row.version,
  };
}

/** The time zone of a rider: their own, else the coach's. */
export async function timeZoneOf(
  db: Db,
  rider: { readonly time_zone: string | null },
): Promise<string> {
  return rider.time_zone ?? (await readSettings(db)).timeZone;
}

export async function changeSettings(db: Db, change: SettingsChange): Promise<Settings> {
  const { defaultSchemeId: schemeId, timeZone } = change;
  let label = 'changed the settings';
  if (schemeId !== undefined)
    label = `made ${await schemeName(db, schemeId)} the scheme of new riders`;
  else if (timeZone !== undefined) label = `made ${timeZone} your time zone`;
  return act(db, label, settingsSchema, async ({ update, trx }) => {
    const { choices, version } = await readSettings(trx);
    await update('settings', HOUSE, {
      ...(schemeId === undefined ? {} : { default_scheme_id: schemeId }),
      ...(timeZone === undefined ? {} : { time_zone: timeZone }),
      choices: JSON.stringify({ ...choices, ...change.choices }),
      version: version + 1,
    });
    return readSettings(trx);
  });
}

/** The name of a scheme that ships or is the coach's own; refuses where there is none, or none in watts for a default. */
export async function schemeName(db: Db, id: string): Promise<string> {
  const shipped = SCHEMES.find((scheme) => scheme.id === id);
  if (shipped) return shipped.name;
  const own = await db.selectFrom('schemes').select('name').where('id', '=', id).executeTakeFirst();
  if (!own) throw badField('schemeId', 'There is no such scheme.');
  return own.name;
}

async function readScheme(db: Db, id: string): Promise<OwnSchemeEntry> {
  const row = await db.selectFrom('schemes').selectAll().where('id', '=', id).executeTakeFirst();
  if (!row) throw notFound('scheme');
  return fromRow(row);
}

async function refuseProblems(db: Db, fields: SchemeFields, id: string | null): Promise<void> {
  const others = (await listSchemes(db))
    .filter((scheme) => scheme.id !== id)
    .map(({ name }) => name);
  const problems = ownSchemeProblems(fields, [...SCHEMES.map(({ name }) => name), ...others]);
  if (problems.length > 0)
    throw new Refusal('field-wrong', problems[0]?.reason ?? 'This scheme cannot be used.', {
      fields: problems,
    });
}

function toRow(fields: SchemeFields) {
  return {
    name: fields.name,
    anchor: fields.anchor,
    overlaps: fields.overlaps ? (1 as const) : (0 as const),
    bands: JSON.stringify(fields.bands),
  };
}

/** What was never chosen, or no longer fits, is as usual. */
const choicesStored = z.record(z.string(), z.unknown()).transform((stored) => {
  const fits = Object.entries(stored).filter(
    ([name, value]) =>
      choicesSchema
        .partial()
        .strict()
        .safeParse({ [name]: value }).success,
  );
  return { ...USUAL_CHOICES, ...Object.fromEntries(fits) };
});
const bands = shapeOf(schemeFieldsSchema.shape.bands);

function fromRow(row: SchemeRow): OwnSchemeEntry {
  return {
    id: row.id,
    name: row.name,
    anchor: row.anchor,
    overlaps: row.overlaps === 1,
    bands: readJsonOr(row.bands, bands, []),
    version: row.version,
  };
}
