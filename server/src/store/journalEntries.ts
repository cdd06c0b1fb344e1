import { setImmediate as others } from 'node:timers/promises';
import { sql, type Transaction } from 'kysely';
import { z } from 'zod';
import type { Tables } from '../tables.ts';

/** Tables whose rows can be undone. Recordings are not: they are kept as received. */
const JOURNALED = [
  'riders',
  'availability',
  'fixtures',
  'goals',
  'rides',
  'body_mass',
  'heart_rates',
  'tests',
  'ftp_history',
  'sessions',
  'weeks',
  'away',
  'seasons',
  'blocks',
  'templates',
  'days',
  'handovers',
  'ride_matches',
  'suggestions',
  'health_screens',
  'test_days',
  'schemes',
  'settings',
  'hills',
  'roads',
  'mornings',
  'marked_efforts',
] as const satisfies readonly (keyof Tables)[];
export type Journaled = (typeof JOURNALED)[number];

export type Row = Record<string, string | number | null>;

/** Checked by hand: a step may hold a thousand rows, and undo waits for it. */
const row = z.custom<Row>(
  (value) =>
    typeof value === 'object' &&
    value !== null &&
    Object.values(value).every(
      (cell) => cell === null || typeof cell === 'string' || typeof cell === 'number',
    ),
);

/** One row as an action found it and as it left it; null where there was none. */
const entry = z.object({
  table: z.enum(JOURNALED),
  id: z.string(),
  before: row.nullable(),
  after: row.nullable(),
});
export type Entry = z.infer<typeof entry>;
export const entriesSchema = z.array(entry);

/** Columns that follow from a change and are not what was changed. */
const FOLLOWING: ReadonlySet<string> = new Set(['version', 'updated_at', 'laid']);

/** Why a row cannot be put back; the sentence goes to the coach. */
export class Blocked extends Error {}

/** A row of before an update that no longer fits its table. */
export class Misfit extends Error {}

/**
 * Puts one row back to what it was, or forth to what it became, and gives the entry with the row as it stood.
 *
 * Only what the action changed is restored: what was written since into other columns stays. A version is never
 * used twice, so that an edit made from an earlier one is always noticed.
 */
export async function swap(
  trx: Transaction<Tables>,
  { table, id, before, after }: Entry,
  way: 'undo' | 'redo',
): Promise<Entry> {
  const [from, to] = way === 'undo' ? [after, before] : [before, after];
  const current = await readRow(trx, table, id);
  const written = await write(trx, table, id, { from, to, current });
  return way === 'undo'
    ? { table, id, before: written, after: current }
    : { table, id, before: current, after: written };
}

/**
 * Takes rows of one table out that a step put in, or puts them back, all at once.
 *
 * @param entries of one table, none with a row of before
 */
export async function swapNew(
  trx: Transaction<Tables>,
  entries: readonly Entry[],
  way: 'undo' | 'redo',
): Promise<Entry[]> {
  const { table } = entries[0] as Entry;
  const ids = entries.map(({ id }) => id);
  const stored = new Map((await readRows(trx, table, ids)).map((each) => [each['id'], each]));
  if (ids.length > ROWS_AT_ONCE) await others();
  if (way === 'undo') {
    if (stored.size < ids.length) throw new Blocked('it is gone already');
    const held = await whatHangsOn(trx, table, ids);
    if (held !== null) throw new Blocked(`${held} would be lost with it`);
    if (ids.length > ROWS_AT_ONCE) await others();
    await trx.deleteFrom(table).where('id', 'in', ids).execute();
    if (ids.length > ROWS_AT_ONCE) await others();
    return entries.map((entry) => ({ ...entry, after: stored.get(entry.id) ?? null }));
  }
  if (stored.size > 0) throw new Blocked('it is there already');
  const rows = entries.map(({ after }) => after).filter((row) => row !== null);
  for (const row of rows) await refuseMisfit(trx, table, row, true);
  // Continues from the version it went with: what was written before that is noticed as old.
  await putRows(
    trx,
    table,
    rows.map((row) => nextVersion(row, row)),
  );
  const put = new Map((await readRows(trx, table, ids)).map((each) => [each['id'], each]));
  return entries.map((entry) => ({ ...entry, after: put.get(entry.id) ?? null }));
}

interface Rows {
  readonly from: Row | null;
  readonly to: Row | null;
  readonly current: Row | null;
}

async function write(
  trx: Transaction<Tables>,
  table: Journaled,
  id: string,
  { from, to, current }: Rows,
): Promise<Row | null> {
  if (to === null) {
    if (current === null) throw new Blocked('it is gone already');
    const held = await whatHangsOn(trx, table, [id]);
    if (held !== null) throw new Blocked(`${held} would be lost with it`);
    await trx.deleteFrom(table).where('id', '=', id).execute();
    return null;
  }
  if (from === null) {
    if (current !== null) throw new Blocked('it is there already');
    await refuseMisfit(trx, table, to, true);
    // Continues from the version it went with: what was written before that is noticed as old.
    await putRows(trx, table, [nextVersion(to, to)]);
    return readRow(trx, table, id);
  }
  if (current === null) throw new Blocked('what it changed is gone');
  const changed = Object.keys(to).filter(
    (column) => !FOLLOWING.has(column) && to[column] !== from[column],
  );
  await refuseMisfit(
    trx,
    table,
    Object.fromEntries(changed.map((column) => [column, null])),
    false,
  );
  if (changed.some((column) => current[column] !== from[column]))
    throw new Blocked('the same was changed again since');
  const restored = Object.fromEntries(changed.map((column) => [column, to[column] ?? null]));
  await changeRow(trx, table, id, nextVersion(restored, current, to));
  return readRow(trx, table, id);
}

/** Refuses a row with columns that its table has no more, or a whole one without a column that it needs by now. */
async function refuseMisfit(
  trx: Transaction<Tables>,
  table: Journaled,
  stored: Row,
  whole: boolean,
): Promise<void> {
  const { rows: columns } = await sql<{ name: string; notnull: number; dflt_value: string | null }>`
    SELECT name, "notnull", dflt_value FROM pragma_table_info(${table})`.execute(trx);
  const known = new Set(columns.map(({ name }) => name));
  const unknown = Object.keys(stored).some((column) => !known.has(column));
  const lacking =
    whole &&
    columns.some(
      ({ name, notnull, dflt_value: otherwise }) =>
        notnull === 1 && otherwise === null && !(name in stored),
    );
  if (unknown || lacking) throw new Misfit();
}

/** The next version after the one that stands there; what was as it was laid out is so again. */
function nextVersion(row: Row, current: Row, to: Row = row): Row {
  if (!('version' in current)) return row;
  const version = Number(current['version']) + 1;
  if (!('laid' in to)) return { ...row, version };
  return { ...row, version, laid: to['laid'] === to['version'] ? version : (to['laid'] ?? null) };
}

const WORDS: Partial<Record<keyof Tables, string>> = {
  availability: 'weekday',
  fixtures: 'fixture',
  goals: 'goal',
  rides: 'ride',
  ride_matches: 'linked ride',
  handovers: 'handing over',
  body_mass: 'body mass',
  heart_rates: 'heart rate',
  ftp_history: 'FTP',
  weeks: 'week',
  seasons: 'season',
  blocks: 'block',
  away: 'other hours',
  days: 'day',
  health_screens: 'health screen',
  test_days: 'test day',
  marked_efforts: 'marked effort',
  tests: 'test',
  roads: 'road',
  mornings: 'morning',
};

/** What belongs to some rows and would be lost with them, in words. */
async function whatHangsOn(
  trx: Transaction<Tables>,
  table: Journaled,
  ids: readonly string[],
): Promise<string | null> {
  const referring = REFERRING[table] ?? [];
  const parts: string[] = [];
  for (const [child, column] of referring) {
    const { many } = await trx
      .selectFrom(child as 'tests')
      .select(({ fn }) => fn.countAll<number>().as('many'))
      .where(column as 'rider_id', 'in', ids)
      // What was deleted hangs on nothing; only undo can bring it back.
      .$if(child === 'rides', (query) => query.where('deleted_at' as never, 'is', null))
      .executeTakeFirstOrThrow();
    if (many > 0) parts.push(`${many} ${WORDS[child] ?? child}${many === 1 ? '' : 's'}`);
  }
  return parts.length === 0 ? null : parts.join(', ');
}

const OF_A_RIDER = [
  ...([
    'availability',
    'fixtures',
    'goals',
    'body_mass',
    'heart_rates',
    'rides',
    'tests',
    'ftp_history',
    'suggestions',
    'roads',
    'mornings',
  ] as const),
  ...([
    'seasons',
    'blocks',
    'weeks',
    'away',
    'days',
    'health_screens',
    'test_days',
    'marked_efforts',
  ] as const),
] as const;

/** Which tables point at a row of which, and by which column. A test holds it against the tables themselves. */
export const REFERRING: Partial<Record<Journaled, readonly (readonly [keyof Tables, string])[]>> = {
  riders: OF_A_RIDER.map((table) => [table, 'rider_id'] as const),
  sessions: [['days', 'session_id']],
  seasons: [['blocks', 'season_id']],
  tests: [['ftp_history', 'test_id']],
  hills: [['goals', 'hill_id']],
  days: [
    ['handovers', 'day_id'],
    ['ride_matches', 'day_id'],
  ],
  rides: [
    ['ride_matches', 'ride_id'],
    ['marked_efforts', 'ride_id'],
    ['suggestions', 'ride_id'],
  ],
};

export async function readRow(
  trx: Transaction<Tables>,
  table: Journaled,
  id: string,
): Promise<Row | null> {
  return (
    ((await trx.selectFrom(table).selectAll().where('id', '=', id).executeTakeFirst()) as
      Row | undefined) ?? null
  );
}

export async function readRows(
  trx: Transaction<Tables>,
  table: Journaled,
  ids: readonly string[],
): Promise<Row[]> {
  return await trx.selectFrom(table).selectAll().where('id', 'in', ids).execute();
}

export async function changeRow(
  trx: Transaction<Tables>,
  table: Journaled,
  id: string,
  change: Row,
): Promise<void> {
  await trx
    .updateTable(table as 'riders')
    .set(change)
    .where('id', '=', id)
    .execute();
}

/** SQLite takes some thirty thousand values at once; these many rows of the widest table hold far fewer. */
const ROWS_AT_ONCE = 200;

export async function putRows(
  trx: Transaction<Tables>,
  table: Journaled,
  rows: readonly Row[],
): Promise<void> {
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
    await trx
      .insertInto(table)
      .values(rows.slice(from, from + ROWS_AT_ONCE) as never)
      .execute();
    // Whoever asks for something that hangs on no action is answered between two lots.
    if (rows.length > ROWS_AT_ONCE) await others();
  }
}
