import { type Kysely, sql } from 'kysely';
import type { Migration } from './migration.ts';

/**
 * What is worked out from other rows and kept for speed. None of it is ever asked to be right by whoever writes: the
 * triggers below drop a row as soon as anything it came from changes, also by undo, an import or a deletion.
 */
const DERIVED = [
  // How often what a rider's models and the figures of their days come from has changed: what was worked out meanwhile is known by it.
  `CREATE TABLE rider_changes (
    rider_id TEXT PRIMARY KEY REFERENCES riders(id) ON DELETE CASCADE,
    models INTEGER NOT NULL DEFAULT 0, figures INTEGER NOT NULL DEFAULT 0
  ) STRICT, WITHOUT ROWID`,
  'INSERT INTO rider_changes (rider_id) SELECT id FROM riders',
  // The best efforts of a month's rides that count: seconds, watts and the place of the ride in the list, in threes.
  `CREATE TABLE curve_months (
    rider_id TEXT NOT NULL REFERENCES riders(id) ON DELETE CASCADE, month TEXT NOT NULL, rides TEXT NOT NULL, bests BLOB NOT NULL,
    PRIMARY KEY (rider_id, month)
  ) STRICT, WITHOUT ROWID`,
  // What a day asks of its rider, with the figures that count on it. By a model: good only on the day it was reckoned, where it is still to come.
  `CREATE TABLE day_figures (
    rider_id TEXT NOT NULL REFERENCES riders(id) ON DELETE CASCADE, day_id TEXT NOT NULL REFERENCES days(id) ON DELETE CASCADE,
    name TEXT NOT NULL, load REAL NOT NULL, seconds INTEGER NOT NULL, by_model INTEGER NOT NULL CHECK (by_model IN (0, 1)),
    good_on TEXT, PRIMARY KEY (rider_id, day_id)
  ) STRICT, WITHOUT ROWID`,
  'CREATE INDEX day_figures_of ON day_figures (day_id)',
  // Which rows a step of the journal touched, so that one step is looked up without reading the others.
  `CREATE TABLE journal_rows (
    step INTEGER NOT NULL REFERENCES journal(id) ON DELETE CASCADE, name TEXT NOT NULL, row_id TEXT NOT NULL,
    PRIMARY KEY (row_id, name, step)
  ) STRICT, WITHOUT ROWID`,
  'CREATE INDEX journal_rows_of ON journal_rows (step)',
  `INSERT OR IGNORE INTO journal_rows (step, name, row_id)
    SELECT j.id, json_extract(e.value, '$.table'), json_extract(e.value, '$.id')
    FROM journal j, json_each(CASE WHEN json_valid(j.entries) THEN j.entries ELSE '[]' END) e
    WHERE e.type = 'object' AND json_type(e.value, '$.table') = 'text' AND json_type(e.value, '$.id') = 'text'`,
] as const;

const INDEXES = [
  // How the coach writes and measures, by schema.
  "ALTER TABLE settings ADD COLUMN choices TEXT NOT NULL DEFAULT '{}'",
  'DROP INDEX days_of',
  // All that a list of days shows, without their plans.
  `CREATE INDEX days_of ON days
    (rider_id, date, position, created_at, id, kind, state, minutes, rpe, version)`,
  // Which sessions of the book were done.
  `CREATE INDEX days_of_book ON days (rider_id, CASE WHEN json_valid(plan) THEN json_extract(plan, '$.bookId') END, date)
    WHERE state = 'done'`,
  "CREATE INDEX days_to_mark ON days (rider_id, date) WHERE state = 'planned'",
  'CREATE INDEX tests_counting ON tests (rider_id, date) WHERE withdrawn IS NULL',
  `CREATE INDEX tests_of_lactate ON tests (rider_id, date)
    WHERE withdrawn IS NULL AND (lt1_w IS NOT NULL OR lt2_w IS NOT NULL)`,
  'CREATE INDEX journal_next ON journal (actor, undone, id) WHERE aside IS NULL',
  'CREATE INDEX rides_deleted ON rides (id) WHERE deleted_at IS NOT NULL',
  // How streams and file lie: 0 as JSON and as received, 1 packed.
  'ALTER TABLE recordings ADD COLUMN packing INTEGER NOT NULL DEFAULT 0',
  'ALTER TABLE recording_files ADD COLUMN packed INTEGER NOT NULL DEFAULT 0 CHECK (packed IN (0, 1))',
  'CREATE INDEX recordings_came ON recordings (rider_id, received_at)',
  'CREATE INDEX ride_numbers_by ON ride_numbers (algorithm)',
  'CREATE INDEX recordings_to_pack ON recordings (id) WHERE packing < 1',
] as const;

type Event = 'INSERT' | 'UPDATE' | 'DELETE';

/** A trigger for each way in which a row can change, with what it does to the row as it was and as it is. */
function onEvery(
  name: string,
  table: string,
  does: (row: 'OLD' | 'NEW') => string,
  events: readonly (Event | `UPDATE OF ${string}`)[] = ['INSERT', 'UPDATE', 'DELETE'],
): string[] {
  return events.map((event) => {
    const [kind = ''] = event.split(' ');
    const rows = { INSERT: ['NEW'], DELETE: ['OLD'], UPDATE: ['OLD', 'NEW'] }[kind] as (
      'OLD' | 'NEW'
    )[];
    return `CREATE TRIGGER ${name}_${kind.toLowerCase()} AFTER ${event} ON ${table} BEGIN ${rows.map(does).join(' ')} END`;
  });
}

const rider = (id: string): string =>
  `UPDATE rider_changes SET models = models + 1, figures = figures + 1 WHERE rider_id = ${id};`;
const riderOf = (ride: string): string => `(SELECT rider_id FROM rides WHERE id = ${ride})`;
const monthOf = (riderId: string, date: string): string =>
  `DELETE FROM curve_months WHERE rider_id = ${riderId} AND month = substr(${date}, 1, 7);`;
const changed = (id: string): string =>
  `UPDATE rider_changes SET figures = figures + 1 WHERE rider_id = ${id};`;
const figures = (id: string): string =>
  `DELETE FROM day_figures WHERE rider_id = ${id};${changed(id)}`;

const TRIGGERS = [
  `CREATE TRIGGER rider_changes_begin AFTER INSERT ON riders BEGIN
    INSERT INTO rider_changes (rider_id) VALUES (NEW.id); END`,
  ...onEvery(
    'models_by_ride',
    'rides',
    (row) => rider(`${row}.rider_id`) + monthOf(`${row}.rider_id`, `${row}.date`),
  ),
  ...onEvery(
    'models_by_bests',
    'ride_packs',
    (row) =>
      rider(riderOf(`${row}.ride_id`)) +
      `DELETE FROM curve_months WHERE (rider_id, month) IN
        (SELECT rider_id, substr(date, 1, 7) FROM rides WHERE id = ${row}.ride_id);`,
  ),
  ...onEvery('models_by_test', 'tests', (row) => rider(`${row}.rider_id`)),
  ...onEvery('models_by_mark', 'marked_efforts', (row) => rider(`${row}.rider_id`)),
  `CREATE TRIGGER figures_by_model AFTER UPDATE OF models ON rider_changes BEGIN
    DELETE FROM day_figures WHERE rider_id = NEW.rider_id AND by_model = 1; END`,
  ...onEvery(
    'figures_by_day',
    'days',
    (row) =>
      `DELETE FROM day_figures WHERE rider_id = ${row}.rider_id AND day_id = ${row}.id;` +
      changed(`${row}.rider_id`),
    ['UPDATE OF rider_id, date, plan, state, asked_ftp_w'],
  ),
  ...['ftp_history', 'body_mass', 'heart_rates', 'goals'].flatMap((table) =>
    onEvery(`figures_by_${table}`, table, (row) => figures(`${row}.rider_id`)),
  ),
  // What an FTP came from counts only while its test is not withdrawn.
  ...onEvery('figures_by_test', 'tests', (row) => figures(`${row}.rider_id`), [
    'UPDATE OF withdrawn',
    'DELETE',
  ]),
  ...onEvery('figures_by_rider', 'riders', (row) => figures(`${row}.id`), [
    'UPDATE OF power_source',
  ]),
] as const;

/** Everything that a list, a curve or a step of undo needs lies where it is found at once. */
export const manyRiders: Migration = {
  async up(db: Kysely<never>) {
    for (const statement of [...DERIVED, ...INDEXES, ...TRIGGERS])
      await sql.raw(statement).execute(db);
  },
};
