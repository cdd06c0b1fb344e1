import { type Kysely, sql } from 'kysely';
import type { Migration } from './migration.ts';

const STATEMENTS = [
  // When somebody first opened it; rides of before count as opened.
  'ALTER TABLE rides ADD COLUMN read_at TEXT',
  'UPDATE rides SET read_at = created_at',
  // What was written down of it, by schema.
  "ALTER TABLE rides ADD COLUMN log TEXT NOT NULL DEFAULT '{}'",
  // Of which ride it is a part by now, out of sight; its file stays for as long as something is made of it.
  'ALTER TABLE rides ADD COLUMN made_into TEXT',
  'CREATE INDEX rides_made_into ON rides (made_into) WHERE made_into IS NOT NULL',
  'CREATE INDEX rides_unread ON rides (rider_id, date) WHERE read_at IS NULL AND deleted_at IS NULL',
  // What the coach said of its reps, apart from what was found.
  "ALTER TABLE ride_matches ADD COLUMN edits TEXT NOT NULL DEFAULT '{}'",
  // How much a rider sees of what their rides came to.
  `ALTER TABLE riders ADD COLUMN verdicts_shown TEXT NOT NULL DEFAULT 'verdicts'
    CHECK (verdicts_shown IN ('nothing', 'verdicts', 'watts'))`,
  // A suggestion that was answered.
  `CREATE TABLE suggestions (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id),
    ride_id TEXT NOT NULL UNIQUE REFERENCES rides(id), family TEXT, rule INTEGER NOT NULL CHECK (rule BETWEEN 1 AND 9),
    suggestion TEXT NOT NULL, decision TEXT NOT NULL CHECK (decision IN ('accepted', 'changed', 'refused')),
    reason TEXT NOT NULL, day_id TEXT, decided_at TEXT NOT NULL, version INTEGER NOT NULL CHECK (version > 0)
  ) STRICT`,
  'CREATE INDEX suggestions_of ON suggestions (rider_id)',
  // Rides as they were read: worked out again whenever anything they come from changes.
  `CREATE TABLE ride_readings (
    ride_id TEXT PRIMARY KEY REFERENCES rides(id) ON DELETE CASCADE,
    rider_id TEXT NOT NULL REFERENCES riders(id) ON DELETE CASCADE, date TEXT NOT NULL,
    algorithm INTEGER NOT NULL, family TEXT, headline TEXT, verdict TEXT, says TEXT, reading TEXT NOT NULL,
    trend TEXT NOT NULL
  ) STRICT, WITHOUT ROWID`,
  // How often that has: it is no change of the plan, so that nobody's plan is stale by it.
  'ALTER TABLE rider_changes ADD COLUMN readings INTEGER NOT NULL DEFAULT 0',
  'CREATE INDEX ride_readings_of ON ride_readings (rider_id, date)',
  'CREATE INDEX ride_readings_by ON ride_readings (algorithm)',
] as const;

const EVENTS = ['INSERT', 'UPDATE', 'DELETE'] as const;
type Row = 'OLD' | 'NEW';

/** A trigger for each way in which a row can change; `of` narrows the columns whose change counts. */
function dropping(table: string, does: (row: Row) => string, of = ''): string[] {
  return EVENTS.map((event) => {
    const rows: readonly Row[] = { INSERT: ['NEW'], UPDATE: ['OLD', 'NEW'], DELETE: ['OLD'] }[
      event
    ] as Row[];
    const when = event === 'UPDATE' && of !== '' ? `UPDATE OF ${of}` : event;
    return `CREATE TRIGGER readings_by_${table}_${event.toLowerCase()} AFTER ${when} ON ${table} BEGIN ${rows.map(does).join(' ')} END`;
  });
}

const one = (ride: string): string => `DELETE FROM ride_readings WHERE ride_id = ${ride};`;
const from = (rider: string, date: string): string =>
  `DELETE FROM ride_readings WHERE rider_id = ${rider} AND date >= ${date};`;
/** From the day a value counts; the first of its kind also counts for all days before it. */
const fromFirst = (table: string, column: string) => (row: Row) =>
  `DELETE FROM ride_readings WHERE rider_id = ${row}.rider_id AND (date >= ${row}.${column}
    OR NOT EXISTS (SELECT 1 FROM ${table} WHERE rider_id = ${row}.rider_id AND ${column} < ${row}.${column}));`;

const TRIGGERS = [
  ...dropping('ride_matches', (row) => one(`${row}.ride_id`), 'day_id, ride_id, reps, edits'),
  ...dropping('recordings', (row) => one(`${row}.ride_id`)),
  ...dropping('recording_streams', (row) =>
    one(`(SELECT ride_id FROM recordings WHERE id = ${row}.recording_id)`),
  ),
  `CREATE TRIGGER readings_by_rides AFTER UPDATE OF rider_id, date, dated_by, kind, power_source, minutes, rpe, log
    ON rides BEGIN ${one('NEW.id')} END`,
  `CREATE TRIGGER readings_by_days AFTER UPDATE OF rider_id, plan, rpe, celsius ON days BEGIN
    DELETE FROM ride_readings WHERE ride_id IN (SELECT ride_id FROM ride_matches WHERE day_id = NEW.id); END`,
  ...dropping(
    'handovers',
    (row) =>
      `DELETE FROM ride_readings WHERE ride_id IN (SELECT ride_id FROM ride_matches WHERE day_id = ${row}.day_id);`,
  ),
  ...dropping('ftp_history', fromFirst('ftp_history', 'counts_from')),
  ...dropping('body_mass', fromFirst('body_mass', 'date')),
  ...dropping('heart_rates', fromFirst('heart_rates', 'date')),
  ...dropping('health_screens', (row) => from(`${row}.rider_id`, "''")),
  ...dropping('tests', (row) => from(`${row}.rider_id`, `${row}.date`)),
  ...dropping('marked_efforts', (row) =>
    from(`${row}.rider_id`, `(SELECT date FROM rides WHERE id = ${row}.ride_id)`),
  ),
  // A ride that came in later moves the curve of the days after it.
  ...dropping('ride_packs', (row) =>
    from(
      `(SELECT rider_id FROM rides WHERE id = ${row}.ride_id)`,
      `(SELECT date FROM rides WHERE id = ${row}.ride_id)`,
    ),
  ),
  `CREATE TRIGGER readings_by_counting AFTER UPDATE OF withdrawn, deleted_at, dated_by, date ON rides BEGIN
    ${from('NEW.rider_id', 'min(OLD.date, NEW.date)')} END`,
  `CREATE TRIGGER readings_by_riders AFTER UPDATE OF power_source, scheme_id, birth_year, ceiling_school, gut_g_per_h
    ON riders BEGIN ${from('NEW.id', "''")} END`,
  'CREATE TRIGGER readings_by_choices AFTER UPDATE OF choices, default_scheme_id ON settings BEGIN DELETE FROM ride_readings; END',
  // The season hears what rides came to.
  ...['INSERT', 'UPDATE', 'DELETE'].map((event) => {
    const row = event === 'DELETE' ? 'OLD' : 'NEW';
    return `CREATE TRIGGER season_by_readings_${event.toLowerCase()} AFTER ${event} ON ride_readings BEGIN
      UPDATE rider_changes SET readings = readings + 1 WHERE rider_id = ${row}.rider_id; END`;
  }),
] as const;

/** Rides are read: what was found of each, what the coach said of it, and which suggestions were answered. */
export const ridesRead: Migration = {
  async up(db: Kysely<never>) {
    for (const statement of [...STATEMENTS, ...TRIGGERS]) await sql.raw(statement).execute(db);
  },
};
