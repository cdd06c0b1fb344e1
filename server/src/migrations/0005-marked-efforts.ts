import { sql } from 'kysely';
import type { Migration } from './migration.ts';

const STATEMENTS = [
  // A step that cannot be taken back steps aside and keeps the reason.
  'ALTER TABLE journal ADD COLUMN aside TEXT',
  `CREATE TABLE marked_efforts (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id),
    recording_id TEXT NOT NULL REFERENCES recordings(id), start_s INTEGER NOT NULL CHECK (start_s >= 0),
    seconds INTEGER NOT NULL CHECK (seconds > 0), mean_w REAL NOT NULL, note TEXT NOT NULL, withdrawn TEXT,
    version INTEGER NOT NULL, created_at TEXT NOT NULL
  ) STRICT`,
  'CREATE INDEX marked_efforts_of ON marked_efforts (rider_id)',
];

/** Efforts that the coach marked maximal, on a recording; steps of the journal that stepped aside. */
export const markedEfforts: Migration = {
  async up(db) {
    for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
  },
};
