import { sql } from 'kysely';
import type { Migration } from './migration.ts';

const TABLES = [
  `CREATE TABLE riders (
    id TEXT PRIMARY KEY, name TEXT NOT NULL, birth_year INTEGER, sex TEXT, power_source TEXT NOT NULL,
    masters INTEGER NOT NULL, goal TEXT, notes TEXT NOT NULL, version INTEGER NOT NULL, created_at TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE body_mass (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), date TEXT NOT NULL, kg REAL NOT NULL
  ) STRICT`,
  `CREATE TABLE heart_rates (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), date TEXT NOT NULL,
    kind TEXT NOT NULL CHECK (kind IN ('resting', 'threshold', 'maximal')), bpm INTEGER NOT NULL
  ) STRICT`,
  `CREATE TABLE recordings (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), file_name TEXT NOT NULL, sha256 TEXT NOT NULL,
    received_at TEXT NOT NULL, started_at TEXT, date TEXT NOT NULL, seconds INTEGER NOT NULL, notes TEXT NOT NULL,
    file BLOB NOT NULL, streams BLOB NOT NULL, UNIQUE (rider_id, sha256)
  ) STRICT`,
  `CREATE TABLE recording_bests (
    recording_id TEXT NOT NULL REFERENCES recordings(id), seconds INTEGER NOT NULL, watts REAL NOT NULL,
    PRIMARY KEY (recording_id, seconds)
  ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE tests (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), protocol TEXT NOT NULL, date TEXT NOT NULL,
    power_source TEXT NOT NULL, ramp TEXT, reading_w REAL, mean_bpm REAL, measured_w INTEGER, expected_w INTEGER,
    recording_id TEXT REFERENCES recordings(id), start_s INTEGER, end_s INTEGER,
    checks TEXT NOT NULL, note TEXT NOT NULL, version INTEGER NOT NULL, created_at TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE ftp_history (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), test_id TEXT REFERENCES tests(id),
    measured_w INTEGER, used_w INTEGER NOT NULL, counts_from TEXT NOT NULL, reason TEXT NOT NULL,
    version INTEGER NOT NULL, created_at TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE sessions (
    id TEXT PRIMARY KEY, plan TEXT NOT NULL, retired INTEGER NOT NULL, version INTEGER NOT NULL,
    updated_at TEXT NOT NULL, created_at TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE placed_sessions (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), session_id TEXT NOT NULL REFERENCES sessions(id),
    date TEXT NOT NULL, state TEXT NOT NULL CHECK (state IN ('planned', 'done', 'shortened', 'missed')),
    rpe INTEGER, note TEXT NOT NULL, ridden_plan TEXT, ridden_ftp_w INTEGER,
    version INTEGER NOT NULL, created_at TEXT NOT NULL
  ) STRICT`,
  `CREATE TABLE journal (
    id INTEGER PRIMARY KEY, at TEXT NOT NULL, label TEXT NOT NULL, entries TEXT NOT NULL, undone INTEGER NOT NULL
  ) STRICT`,
  'CREATE INDEX body_mass_of ON body_mass (rider_id, date)',
  'CREATE INDEX heart_rates_of ON heart_rates (rider_id, kind, date)',
  'CREATE INDEX tests_of ON tests (rider_id, date)',
  'CREATE INDEX ftp_of ON ftp_history (rider_id, counts_from)',
  'CREATE INDEX placed_of ON placed_sessions (rider_id, date)',
  'CREATE INDEX placed_on ON placed_sessions (date)',
] as const;

/** Riders, what is measured of them, sessions, their days, and the journal that undo reads. */
export const first: Migration = {
  async up(db) {
    for (const statement of TABLES) await sql.raw(statement).execute(db);
  },
};
