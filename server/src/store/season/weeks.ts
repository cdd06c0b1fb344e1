import { randomUUID } from 'node:crypto';
import type { Away, AwayChange, AwayFields, SeasonSettingsChange, WeekChange } from '@uphill/api';
import { weekdayOf } from '@uphill/core/season';
import { format, parseISO } from 'date-fns';
import type { Db } from '../../database.ts';
import { badField, conflict, notFound, refuseDay } from '../../refusal.ts';
import type { AwayRow, WeekRow } from '../../tables.ts';
import { type Act, act, orConflict } from '../journal.ts';
import type { Reader } from '../rides.ts';
import { riderName } from '../riderName.ts';
import { readRider } from '../riders.ts';
import { dropUnsaid, readOwn, weekFrom } from './season.ts';

/** Says something of a week; what is left out stays as it is. */
export async function changeWeekSaid(
  db: Db,
  { riderId, monday }: { readonly riderId: string; readonly monday: string },
  { version, briefing, ...said }: WeekChange,
): Promise<void> {
  const name = await riderName(db, riderId);
  refuseDay('monday', monday, 'day');
  refuseNoMonday(monday);
  const read = () => readStoredWeek(db, riderId, monday);
  const stored = await read();
  if ((stored?.version ?? 0) !== version)
    throw conflict({ version, ...said }, stored ? weekFrom(stored) : null);
  const columns: Partial<WeekRow> = {
    ...dropUnsaid(said),
    ...(briefing === undefined
      ? {}
      : { briefing: briefing === null ? null : JSON.stringify(briefing) }),
  };
  const label = `changed the week of ${format(parseISO(monday), 'EEE d MMM')} of ${name}`;
  await orConflict({ version, ...said }, read, () =>
    act(db, label, null, (doing) => writeWeek(doing, { riderId, monday, stored }, columns)),
  );
}

/** What there is of a week, and where it belongs. */
interface WeekAt {
  readonly riderId: string;
  readonly monday: string;
  readonly stored: WeekRow | undefined;
}

/** Writes something of a week, beside whatever else is done in the same step. */
export async function writeWeek(
  { insert, update }: Act,
  { riderId, monday, stored }: WeekAt,
  columns: Partial<WeekRow>,
): Promise<void> {
  if (stored) return update('weeks', stored.id, { ...columns, version: stored.version + 1 });
  const usual = { kind: 'load', period: 'build', system: null, rise: null } as const;
  const row = { goal: null, briefing: null, laid: null, ...usual, ...columns } as Omit<
    WeekRow,
    'id' | 'rider_id' | 'monday' | 'version'
  >;
  await insert('weeks', { id: randomUUID(), rider_id: riderId, monday, ...row, version: 1 });
}

/** A week as it is stored; undefined where nobody has said anything of it. */
export function readStoredWeek(
  db: Reader,
  riderId: string,
  monday: string,
): Promise<WeekRow | undefined> {
  return db
    .selectFrom('weeks')
    .selectAll()
    .where('rider_id', '=', riderId)
    .where('monday', '=', monday)
    .executeTakeFirst();
}

/** Adds days with other hours than usual. */
export async function addAway(db: Db, riderId: string, fields: AwayFields): Promise<void> {
  const name = await riderName(db, riderId);
  refuseDay('from', fields.from, 'day');
  refuseDay('to', fields.to, 'day');
  await act(db, `${name}: ${wordsFor(fields)}`, null, ({ insert }) =>
    insert('away', {
      ...{ id: randomUUID(), rider_id: riderId, from_date: fields.from, to_date: fields.to },
      ...{ hours: fields.hours, why: fields.why, version: 1 },
      created_at: new Date().toISOString(),
    }),
  );
}

/** Corrects them. */
export async function changeAway(
  db: Db,
  { riderId, id }: { readonly riderId: string; readonly id: string },
  { version, from, to, hours, why }: AwayChange,
): Promise<void> {
  const name = await riderName(db, riderId);
  refuseDay('from', from, 'day');
  refuseDay('to', to, 'day');
  const read = () => readEntry(db, riderId, id);
  if (!(await read())) throw notFound('entry');
  const label = `${name}: corrected ${wordsFor({ from, to, why })}`;
  await orConflict({ version, from, to, hours, why }, read, () =>
    act(db, label, null, ({ update }) =>
      update('away', id, { from_date: from, to_date: to, hours, why, version: version + 1 }),
    ),
  );
}

function readEntry(db: Db, riderId: string, id: string): Promise<AwayRow | undefined> {
  return db
    .selectFrom('away')
    .selectAll()
    .where('id', '=', id)
    .where('rider_id', '=', riderId)
    .executeTakeFirst();
}

/** Takes them out again. */
export async function removeAway(
  db: Db,
  { riderId, id }: { readonly riderId: string; readonly id: string },
  version: number,
): Promise<void> {
  const name = await riderName(db, riderId);
  const read = (): Promise<AwayRow | undefined> =>
    db
      .selectFrom('away')
      .selectAll()
      .where('id', '=', id)
      .where('rider_id', '=', riderId)
      .executeTakeFirst();
  const stored = await read();
  if (!stored) throw notFound('entry');
  const { from_date: from, to_date: to, why } = stored;
  await orConflict({ version }, read, () =>
    act(db, `${name}: removed ${wordsFor({ from, to, why })}`, null, ({ remove }) =>
      remove('away', id, version),
    ),
  );
}

function wordsFor({ from, to, why }: Pick<Away, 'from' | 'to' | 'why'>): string {
  const day = (date: string): string => format(parseISO(date), 'd MMM');
  return `${why}, ${day(from)}${from === to ? '' : ` to ${day(to)}`}`;
}

/** Rules and defaults of a rider's season, and a base that the coach knows. */
export async function changeSeasonSettings(
  db: Db,
  riderId: string,
  { settings, base, version }: SeasonSettingsChange,
): Promise<void> {
  const rider = await readRider(db, riderId);
  if (base) refuseDay('base.on', base.on, 'past');
  const { settings: stored } = await readOwn(db, riderId);
  await orConflict(
    { settings, base, version },
    () => Promise.resolve({ version: rider.version }),
    () =>
      act(db, `changed the rules of ${rider.name}’s season`, null, ({ update }) =>
        update('riders', riderId, {
          ...(settings ? { season: JSON.stringify({ ...stored, ...dropUnsaid(settings) }) } : {}),
          ...(base === undefined
            ? {}
            : { typed_base: base?.points ?? null, typed_base_on: base?.on ?? null }),
          version: version + 1,
        }),
      ),
  );
}

/** A week is named by its Monday. */
export function refuseNoMonday(monday: string): void {
  if (weekdayOf(monday) !== 0)
    throw badField('monday', `${format(parseISO(monday), 'EEE d MMM')} is not a Monday.`);
}
