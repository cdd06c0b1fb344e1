import { sql } from 'kysely';
import type { Migration } from './migration.ts';
import { packBests } from '../packs.ts';

const STATEMENTS = [
  'ALTER TABLE riders ADD COLUMN scheme_id TEXT',
  'ALTER TABLE riders ADD COLUMN retest_weeks INTEGER NOT NULL DEFAULT 6',
  'ALTER TABLE riders ADD COLUMN hide_mass INTEGER',
  'ALTER TABLE tests ADD COLUMN parts TEXT',
  'ALTER TABLE tests ADD COLUMN details TEXT',
  'ALTER TABLE tests ADD COLUMN setup TEXT',
  'ALTER TABLE tests ADD COLUMN lt1_w REAL',
  'ALTER TABLE tests ADD COLUMN lt2_w REAL',
  'ALTER TABLE tests ADD COLUMN withdrawn TEXT',
  // Ramps stored before had stages of a minute.
  `UPDATE tests SET ramp = json_set(ramp, '$.stageS', 60) WHERE ramp IS NOT NULL`,
  "ALTER TABLE recordings ADD COLUMN kind TEXT NOT NULL DEFAULT 'csv'",
  "ALTER TABLE recordings ADD COLUMN laps TEXT NOT NULL DEFAULT '[]'",
  "ALTER TABLE recordings ADD COLUMN power_source TEXT NOT NULL DEFAULT 'crank'",
  'UPDATE recordings SET power_source = (SELECT power_source FROM riders WHERE riders.id = recordings.rider_id)',
  `CREATE TABLE health_screens (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), date TEXT NOT NULL, answers TEXT NOT NULL,
    note TEXT NOT NULL, cleared_by TEXT, cleared_on TEXT, created_at TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE test_days (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), protocol TEXT NOT NULL, draft TEXT NOT NULL,
    version INTEGER NOT NULL, updated_at TEXT NOT NULL, created_at TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE schemes (
    id TEXT PRIMARY KEY, name TEXT NOT NULL, anchor TEXT NOT NULL, overlaps INTEGER NOT NULL, bands TEXT NOT NULL,
    version INTEGER NOT NULL, created_at TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE settings (
    id TEXT PRIMARY KEY, default_scheme_id TEXT NOT NULL, version INTEGER NOT NULL
  ) STRICT`,
  "INSERT INTO settings (id, default_scheme_id, version) VALUES ('house', 'seven-steps', 1)",
  'ALTER TABLE recordings ADD COLUMN bests BLOB',
  'CREATE INDEX recordings_of ON recordings (rider_id, date)',
  'CREATE INDEX health_of ON health_screens (rider_id, date)',
  'CREATE INDEX test_days_of ON test_days (rider_id)',
];

/** Tests with details, preparation and withdrawal; health screens, test days, the coach's own schemes, settings. */
export const testsInFull: Migration = {
  async up(db) {
    for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
    // Best efforts move beside their recording: a curve over hundreds of rides is then one short read.
    const { rows } = await sql<{ id: string }>`SELECT id FROM recordings`.execute(db);
    for (const { id } of rows) {
      const bests = await sql<{
        seconds: number;
        watts: number;
      }>`SELECT seconds, watts FROM recording_bests WHERE recording_id = ${id} ORDER BY seconds`.execute(
        db,
      );
      const packed = packBests(bests.rows.map(({ seconds, watts }) => [seconds, watts]));
      await sql`UPDATE recordings SET bests = ${packed} WHERE id = ${id}`.execute(db);
    }
    await sql.raw('DROP TABLE recording_bests').execute(db);
  },
};
