import { type Kysely, sql } from 'kysely';
import type { Migration } from './migration.ts';

const STATEMENTS = [
  // What a rider writes down in the morning; one row a day, and only days on which something was.
  `CREATE TABLE mornings (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), date TEXT NOT NULL,
    mass_kg REAL, resting_bpm REAL, sleep_h REAL, legs INTEGER, pain INTEGER,
    version INTEGER NOT NULL CHECK (version > 0), UNIQUE (rider_id, date)
  ) STRICT`,
] as const;

/** Morning numbers. */
export const mornings: Migration = {
  async up(db: Kysely<never>) {
    for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
  },
};
