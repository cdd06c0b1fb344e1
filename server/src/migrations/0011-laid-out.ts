import { type Kysely, sql } from 'kysely';
import type { Migration } from './migration.ts';

const STATEMENTS = [
  // Rides of which more than a tenth is missing keep their load, marked "at least"; read again with the numbers.
  'ALTER TABLE ride_numbers ADD COLUMN missing_share REAL NOT NULL DEFAULT 0 CHECK (missing_share BETWEEN 0 AND 1)',
  // A season as it was laid out: the template it came from, as it was then.
  `CREATE TABLE seasons (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), goal_name TEXT, goal_date TEXT,
    template TEXT NOT NULL, from_monday TEXT NOT NULL, weeks INTEGER NOT NULL CHECK (weeks > 0),
    version INTEGER NOT NULL CHECK (version > 0), created_at TEXT NOT NULL
  ) STRICT`,
  'CREATE INDEX seasons_of ON seasons (rider_id, from_monday)',
  `CREATE TABLE blocks (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id),
    season_id TEXT NOT NULL REFERENCES seasons(id), from_monday TEXT NOT NULL,
    weeks INTEGER NOT NULL CHECK (weeks > 0), block TEXT NOT NULL, note TEXT NOT NULL DEFAULT '',
    version INTEGER NOT NULL CHECK (version > 0)
  ) STRICT`,
  'CREATE INDEX blocks_of ON blocks (rider_id, from_monday)',
  'CREATE INDEX blocks_in ON blocks (season_id)',
  // The coach's own templates.
  `CREATE TABLE templates (
    id TEXT PRIMARY KEY, template TEXT NOT NULL, version INTEGER NOT NULL CHECK (version > 0),
    created_at TEXT NOT NULL
  ) STRICT`,
  // The version at which laying out wrote it; of another one the coach has touched it since.
  'ALTER TABLE weeks ADD COLUMN laid INTEGER CHECK (laid > 0)',
  'ALTER TABLE days ADD COLUMN laid INTEGER CHECK (laid > 0)',
] as const;

const TRIGGERS = ['INSERT', 'UPDATE', 'DELETE'].map((event) => {
  const row = event === 'DELETE' ? 'OLD' : 'NEW';
  return `CREATE TRIGGER season_by_blocks_${event.toLowerCase()} AFTER ${event} ON blocks BEGIN
    UPDATE rider_changes SET season = season + 1 WHERE rider_id = ${row}.rider_id; END`;
});

/** What a season that is laid out is made of. */
export const laidOut: Migration = {
  async up(db: Kysely<never>) {
    for (const statement of [...STATEMENTS, ...TRIGGERS]) await sql.raw(statement).execute(db);
  },
};
