import { type Kysely, sql } from 'kysely';
import type { Migration } from './migration.ts';

const FLAG = 'INTEGER NOT NULL DEFAULT 0 CHECK';

const STATEMENTS = [
  // What the coach said of a week; what nobody said anything of has no row.
  `CREATE TABLE weeks (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), monday TEXT NOT NULL,
    kind TEXT NOT NULL CHECK (kind IN ('load', 'easy', 'test', 'free', 'taper')),
    period TEXT NOT NULL CHECK (period IN ('base', 'build')),
    system TEXT CHECK (system IN ('recovery', 'endurance', 'tempo', 'threshold', 'ceiling', 'anaerobic', 'sprint')),
    rise REAL CHECK (rise BETWEEN -20 AND 20), goal REAL CHECK (goal BETWEEN 0 AND 5000), briefing TEXT,
    version INTEGER NOT NULL CHECK (version > 0), UNIQUE (rider_id, monday)
  ) STRICT`,
  // Other hours than usual: a holiday, travel, a camp.
  `CREATE TABLE away (
    id TEXT PRIMARY KEY, rider_id TEXT NOT NULL REFERENCES riders(id), from_date TEXT NOT NULL,
    to_date TEXT NOT NULL CHECK (to_date >= from_date), hours REAL NOT NULL CHECK (hours BETWEEN 0 AND 24),
    why TEXT NOT NULL, version INTEGER NOT NULL CHECK (version > 0), created_at TEXT NOT NULL
  ) STRICT`,
  'CREATE INDEX away_of ON away (rider_id, from_date)',
  `ALTER TABLE days ADD COLUMN key_session ${FLAG} (key_session IN (0, 1))`,
  `ALTER TABLE days ADD COLUMN optional ${FLAG} (optional IN (0, 1))`,
  // Plans of which the rider takes one, the day's own first; and which was taken.
  "ALTER TABLE days ADD COLUMN offers TEXT NOT NULL DEFAULT '[]'",
  'ALTER TABLE days ADD COLUMN taken INTEGER CHECK (taken >= 0)',
  `ALTER TABLE days ADD COLUMN eased ${FLAG} (eased IN (0, 1))`,
  // The day that was handed over; left out where it was handed over before this was kept.
  'ALTER TABLE handovers ADD COLUMN date TEXT',
  // Rules and defaults of the rider's season, by schema; what is not in it is as usual.
  "ALTER TABLE riders ADD COLUMN season TEXT NOT NULL DEFAULT '{}'",
  'ALTER TABLE riders ADD COLUMN typed_base REAL CHECK (typed_base BETWEEN 0 AND 300)',
  'ALTER TABLE riders ADD COLUMN typed_base_on TEXT',
  // What weeks are made of: how hard a ride was, and its outline; rebuilt with the numbers of the ride.
  'ALTER TABLE ride_packs ADD COLUMN means BLOB',
  'ALTER TABLE ride_packs ADD COLUMN stretches BLOB',
  'ALTER TABLE ride_packs ADD COLUMN shape BLOB',
  // What a day asks as far as its week goes, and its outline: worked out again, as it is when a trigger dropped it.
  'DELETE FROM day_figures',
  "ALTER TABLE day_figures ADD COLUMN traits TEXT NOT NULL DEFAULT ''",
  // How often anything that a rider's season comes from has changed.
  'ALTER TABLE rider_changes ADD COLUMN season INTEGER NOT NULL DEFAULT 0',
] as const;

const EVENTS = ['INSERT', 'UPDATE', 'DELETE'] as const;

function counting(table: string, riderOf: (row: 'OLD' | 'NEW') => string): string[] {
  return EVENTS.map((event) => {
    const rows = { INSERT: ['NEW'], UPDATE: ['OLD', 'NEW'], DELETE: ['OLD'] } as const;
    const counts = rows[event].map(
      (row) => `UPDATE rider_changes SET season = season + 1 WHERE ${riderOf(row)};`,
    );
    return `CREATE TRIGGER season_by_${table}_${event.toLowerCase()} AFTER ${event} ON ${table} BEGIN ${counts.join(' ')} END`;
  });
}

const TRIGGERS = [
  ...['days', 'weeks', 'away', 'availability', 'goals', 'health_screens', 'rides'].flatMap(
    (table) => counting(table, (row) => `rider_id = ${row}.rider_id`),
  ),
  // A fixture of the squad is everybody's.
  ...counting('fixtures', (row) => `${row}.rider_id IS NULL OR rider_id = ${row}.rider_id`),
  ...['ride_numbers', 'ride_packs', 'ride_matches'].flatMap((table) =>
    counting(table, (row) => `rider_id = (SELECT rider_id FROM rides WHERE id = ${row}.ride_id)`),
  ),
  ...counting(
    'handovers',
    (row) => `rider_id = (SELECT rider_id FROM days WHERE id = ${row}.day_id)`,
  ),
  `CREATE TRIGGER season_by_riders AFTER UPDATE ON riders BEGIN
    UPDATE rider_changes SET season = season + 1 WHERE rider_id = NEW.id; END`,
  // Whatever figures and models come from, the season does.
  `CREATE TRIGGER season_by_figures AFTER UPDATE OF figures ON rider_changes BEGIN
    UPDATE rider_changes SET season = season + 1 WHERE rider_id = NEW.rider_id; END`,
] as const;

/** Weeks, other hours than usual, and what a season is reckoned from. */
export const season: Migration = {
  async up(db: Kysely<never>) {
    for (const statement of [...STATEMENTS, ...TRIGGERS]) await sql.raw(statement).execute(db);
  },
};
