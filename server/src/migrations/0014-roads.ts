import { type Kysely, sql } from 'kysely';
import type { Migration } from './migration.ts';

const STATEMENTS = [
  // A stretch of road that a coach named, found again by place on every ride of the rider.
  `CREATE TABLE roads (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), name TEXT NOT NULL,
    start_lat REAL NOT NULL, start_lon REAL NOT NULL, end_lat REAL NOT NULL, end_lon REAL NOT NULL,
    metres REAL NOT NULL CHECK (metres > 0), version INTEGER NOT NULL CHECK (version > 0), created_at TEXT NOT NULL
  ) STRICT`,
  'CREATE INDEX roads_of ON roads (rider_id)',
  // What was found of them is kept beside each reading.
  ...(
    [
      ['INSERT', 'NEW'],
      ['UPDATE', 'NEW'],
      ['DELETE', 'OLD'],
    ] as const
  ).map(
    ([
      event,
      row,
    ]) => `CREATE TRIGGER readings_by_roads_${event.toLowerCase()} AFTER ${event} ON roads BEGIN
      DELETE FROM ride_readings WHERE rider_id = ${row}.rider_id; END`,
  ),
] as const;

/** Roads: stretches that a coach named. */
export const roads: Migration = {
  async up(db: Kysely<never>) {
    for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
  },
};
